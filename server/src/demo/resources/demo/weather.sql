select port, day, wind, gusts, waves, sight, file
from weather
where file in (:weather_file)
  and port in (:port)
  and day >= :from
  and day <= :to
  and wind >= :wind_least
order by day, port
