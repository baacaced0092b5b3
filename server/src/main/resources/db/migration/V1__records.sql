-- The mark and the version by which a file is known to be ours, see RecordsFile.
pragma application_id = 1347635542;
pragma user_version = 1;

create table source (
  id            text primary key,
  kind          text not null,
  host          text not null,
  port          integer not null,
  database_name text not null,
  username      text not null,
  password      text not null,          -- encrypted, see SecretBox
  position      integer not null
) strict;

create table query (
  id         text primary key,
  name       text not null,
  source_id  text not null references source (id),
  draft_text text not null,             -- what the bench edits
  live_text  text not null,             -- what reports send
  version    integer not null,          -- grows with every change; a change must name the one it saw
  changed_at text not null
) strict;

create table parameter (
  name           text primary key,
  label          text not null,
  hint           text not null,
  type           text not null,
  many           integer not null,
  blank_rule     text not null,
  blank_words    text not null,
  unit           text not null,
  list_kind      text not null,         -- any, typed, query
  list_values    text not null,         -- JSON: [{value, label}]
  list_query_id  text references query (id),
  every_row      integer,
  default_choice text not null,         -- JSON: {kind, values, withoutValue}
  trial_choice   text not null,         -- JSON; never reaches a reader
  position       integer not null,
  version        integer not null
) strict;

create table report (
  id         text primary key,
  name       text not null,
  audience   text not null,
  question   text not null,
  definition text not null,             -- JSON: {controls, views}
  position   integer not null
) strict;

create table sent (
  id          integer primary key autoincrement,
  run_id      text not null,
  sent_at     text not null,
  source_id   text not null,
  query_id    text not null,
  report_id   text not null,            -- empty: not for a report
  view_id     text not null,
  cause       text not null,            -- report, bench, list
  text        text not null,
  bound_values text not null,           -- JSON
  outcome     text not null,            -- running, done, failed, stopped
  problem     text not null,
  fetched     integer not null,
  shown       integer not null,
  database_ms real not null,
  total_ms    real not null
) strict;

create index sent_report on sent (report_id, id);
create index sent_query on sent (query_id, id);
