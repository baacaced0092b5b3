-- A session that was ended is remembered until it would be over: its secret may be one that other servers made, and be met again.
pragma user_version = 13;

alter table session add column ended integer not null default 0;
