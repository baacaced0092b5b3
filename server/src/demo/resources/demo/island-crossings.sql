select p.island, p.name as port, v.name as vessel, c.departed_at, c.state, c.delay_min, c.passengers
from crossings c
join ports p on p.port_id = c.port_id
join vessels v on v.vessel_id = c.vessel_id
where p.island in (:island)
  and p.name in (:port)
  and c.departed_at >= :from
  and c.departed_at < :to + interval '1 day'
order by c.departed_at desc
