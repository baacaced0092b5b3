-- How many rows had to be fetched for these to be made of them here; -1 where the source itself made them.
pragma user_version = 6;

alter table sent add column gathered integer not null default -1;
