-- Among which values of a held parameter everyone of a group chooses; links that fix choices.
pragma user_version = 9;

create table group_choice (
  group_id   text not null references people_group (id) on delete cascade,
  project_id text not null references project (id) on update cascade on delete cascade,
  parameter  text not null,
  choice     text not null,                       -- JSON: kind, values, withoutValue
  primary key (group_id, project_id, parameter)
) strict;

-- Links to a report with choices that cannot be changed: who made them, until when they hold, how they are used.
create table signed_link (
  id         text primary key,
  project_id text not null references project (id) on update cascade on delete cascade,
  report_id  text not null,
  made_by    text not null,
  made_at    text not null,
  ends_at    text not null,                       -- empty: it has no end
  anyone     integer not null,                    -- 1: opens the report for whoever has it
  choices    text not null,                       -- JSON: what it fixes
  taken_back text not null,                       -- when; empty: it holds
  uses       integer not null,
  used_at    text not null
) strict;

create index signed_link_report on signed_link (project_id, report_id);
