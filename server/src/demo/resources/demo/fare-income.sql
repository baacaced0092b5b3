select c.departed_at, p.island, p.name as port, r.name as route, v.name as vessel,
  c.passengers, c.vehicles, c.fare_income
from crossings c
join ports p on p.port_id = c.port_id
join routes r on r.route_id = c.route_id
left join vessels v on v.vessel_id = c.vessel_id
where c.departed_at >= :income_from
  and c.departed_at < :income_to + interval '1 day'
  and p.island in (:island)
  and r.name = :line
  and c.state = 'SAILED'
order by c.departed_at
