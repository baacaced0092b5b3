select c.departed_at, p.island, p.name as port, v.name as vessel, v.vessel_class as class,
  c.state, c.wave_height_m as waves, c.master_note as note
from crossings c
join ports p on p.port_id = c.port_id
left join vessels v on v.vessel_id = c.vessel_id
where c.departed_at >= :income_from
  and c.departed_at < :income_to + interval '1 day'
  and p.island in (:island)
  and v.vessel_class in (:ship_class)
  and c.wave_height_m >= :waves_least
order by c.departed_at
