select name from vessels order by name
