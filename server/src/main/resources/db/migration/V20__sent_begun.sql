-- Statements that were sent, until they have ended or somebody reads Sent. Whoever sends one waits until its line is here, where no
-- index has to be kept; how it ended is written into sent beside it, with many others.
pragma user_version = 20;

create table sent_begun (
  id           integer primary key,
  run_id       text not null,
  sent_at      text not null,
  project_id   text not null,
  caller        text not null,
  source_id    text not null,
  query_id     text not null,
  report_id    text not null,
  view_id      text not null,
  cause        text not null,
  text         text not null,
  bound_values text not null
) strict;
