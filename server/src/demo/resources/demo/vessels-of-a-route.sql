select v.name, v.name || ' (' || v.vessel_class || ')' as label
from vessels v
where v.vessel_class in (:ship_class)
  and exists (select 1
              from crossings c
              join routes r using (route_id)
              join ports p on p.port_id = r.from_port
              where c.vessel_id = v.vessel_id
                and r.name = :route
                and p.name = :quay)
order by v.name
