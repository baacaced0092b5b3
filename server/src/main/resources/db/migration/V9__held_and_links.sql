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

-- Whom another service knows that people sign in with, by its own name for them.
create table person_identity (
  issuer    text not null,
  subject   text not null,
  person_id text not null references person (id) on delete cascade,
  primary key (issuer, subject)
) strict;

-- What that service last said of them, of the claims that are listened to.
create table person_claim (
  person_id text not null references person (id) on delete cascade,
  claim     text not null,
  value     text not null,
  primary key (person_id, claim, value)
) strict;

-- Who is in a group because that service says so.
create table group_claim (
  group_id text not null references people_group (id) on delete cascade,
  value    text not null,
  primary key (group_id, value)
) strict;

alter table membership add column by_claim integer not null default 0; -- 1: the service said so when they last signed in
