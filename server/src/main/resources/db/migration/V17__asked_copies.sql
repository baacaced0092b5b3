-- The stored copy that viewers' reports ask instead of the source of a query; empty where they ask the source each time.
pragma user_version = 17;

alter table query add column copy text not null default '';
