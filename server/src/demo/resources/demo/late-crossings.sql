select p.name as port, v.name as vessel,
       c.departed_at, c.delay_min, c.passengers
from crossings c
join ports p using (port_id)
left join vessels v using (vessel_id)
where p.name in (:port)
  and c.departed_at >= :from
  and c.departed_at < @day-after-to@
  and c.state = 'SAILED'
  and c.delay_min >= :min_delay
  and v.name = :vessel
order by c.departed_at, c.crossing_id
