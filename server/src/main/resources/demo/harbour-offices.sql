select name as port, island, lower(replace(name, ' ', '-')) || '@harbours.example' as mail
from ports
order by name
