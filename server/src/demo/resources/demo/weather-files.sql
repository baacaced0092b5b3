select distinct file from weather order by file
