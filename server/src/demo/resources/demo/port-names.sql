select name from ports order by name
