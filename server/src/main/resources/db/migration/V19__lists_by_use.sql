-- Which lists were used last is asked at each start, and when those that were used least lately make room: without reading all of them.
pragma user_version = 19;

create index kept_list_used on kept_list (used_at);
