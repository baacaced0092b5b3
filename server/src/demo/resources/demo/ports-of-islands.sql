select name
from ports
where island in (:island)
order by name
