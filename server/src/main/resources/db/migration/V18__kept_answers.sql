-- For how many seconds viewers' reports take an answer of a query again; 0 where they ask each time.
pragma user_version = 18;

alter table query add column kept_seconds integer not null default 0;
