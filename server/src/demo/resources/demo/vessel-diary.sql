select c.departed_at, r.name as route, v.name as vessel, c.state,
       c.delay_min, c.passengers, c.wave_height_m, c.master_note
from crossings c
join routes r using (route_id)
join ports p on p.port_id = c.port_id
left join vessels v using (vessel_id)
where c.departed_at = :month
  and p.name = :quay
  and r.name = :route
  and v.name in (:ship)
  and v.vessel_class in (:ship_class)
  and c.state in (:state)
  and c.delay_min between :delay_low and :delay_high
  and c.master_note = :note
  and (v.car_deck > 0) = :with_cars
order by c.departed_at, c.crossing_id
