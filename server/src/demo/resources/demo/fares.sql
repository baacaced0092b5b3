select route, class, valid_from, valid_to, price, islander
from Fares
where route in (:fare_route)
  and class in (:fare_class)
  and valid_from <= :fare_day
  and (valid_to >= :fare_day or valid_to is null)
  and price <= :fare_most
order by price, route
