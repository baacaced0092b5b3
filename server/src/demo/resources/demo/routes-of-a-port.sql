select r.name
from routes r
join ports p on p.port_id = r.from_port
where p.name = :quay
order by r.name
