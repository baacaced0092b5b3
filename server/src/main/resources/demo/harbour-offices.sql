select name as port, island, 'harbour-' || id || '@harbours.example' as mail
from ports
order by name
