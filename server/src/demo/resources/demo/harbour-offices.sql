select name as port, island, 'harbour-' || port_id || '@harbours.example' as mail
from ports
order by name
