select c.departed_at, p.name as port, v.name as vessel, c.state, c.delay_min, c.passengers, c.fare_income
from crossings c
join ports p using (port_id)
left join vessels v using (vessel_id)
