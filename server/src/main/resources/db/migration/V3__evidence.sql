-- Where each choice of a statement ran, once somebody asked; and what readers search Sent by.
pragma user_version = 3;

alter table sent add column evidence text not null default '';   -- JSON; empty: not asked for

create index sent_cause on sent (cause, id);
create index sent_slow on sent (total_ms);
create index sent_at on sent (sent_at);
