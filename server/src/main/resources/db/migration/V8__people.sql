-- People with accounts, their groups and roles, how they are signed in, and what they did.
pragma user_version = 8;

create table person (
  id       text primary key,
  name     text not null unique collate nocase,   -- what they sign in with
  label    text not null,                         -- as others see them
  password text not null,                         -- with its scheme, never readable; empty: none yet
  blocked  integer not null,                      -- 1: may not sign in
  made_at  text not null
) strict;

create table people_group (
  id   text primary key,
  name text not null unique collate nocase
) strict;

create table membership (
  group_id  text not null references people_group (id) on delete cascade,
  person_id text not null references person (id) on delete cascade,
  primary key (group_id, person_id)
) strict;

-- What a person may do, or everyone of a group. Of all projects where the project is empty.
create table person_role (
  person_id  text not null references person (id) on delete cascade,
  project_id text not null,
  role       text not null,
  primary key (person_id, project_id)
) strict;

create table group_role (
  group_id   text not null references people_group (id) on delete cascade,
  project_id text not null,
  role       text not null,
  primary key (group_id, project_id)
) strict;

create trigger roles_of_removed after delete on project begin
  delete from person_role where project_id = old.id;
  delete from group_role where project_id = old.id;
end;


-- Whom a report is for, when it is not for every viewer of its project: one group each; '*' is everyone signed in.
-- Stays when the report is removed: brought back, it is for nobody else.
create table report_group (
  project_id text not null,
  report_id  text not null,
  group_id   text not null,
  primary key (project_id, report_id, group_id)
) strict;

-- A report for a deleted group is for nobody but its authors, not for everyone.
create trigger reports_of_removed after delete on people_group begin
  update report_group set group_id = '-' || old.id where group_id = old.id;
end;

-- Secrets of those who are signed in are kept as digests: whoever reads the records cannot use them.
create table session (
  digest    text primary key,
  person_id text not null references person (id) on delete cascade,
  browser   text not null,                        -- as it says itself
  made_at   text not null,
  used_at   text not null
) strict;

create index session_person on session (person_id);

create table sign_in_link (
  digest    text primary key,
  person_id text not null references person (id) on delete cascade,
  ends_at   text not null,
  again     integer not null                      -- 1: may be used again and again, from this machine alone
) strict;

create table program_key (
  id         text primary key,
  digest     text not null unique,
  person_id  text not null references person (id) on delete cascade,
  name       text not null,
  project_id text not null,                       -- empty: every project of the person
  role       text not null,                       -- the most that it may do
  ends_at    text not null,
  used_at    text not null                        -- empty: never
) strict;

-- Never changed, never removed.
create table deed (
  id         integer primary key autoincrement,
  at         text not null,
  person     text not null,                       -- the name they had then
  address    text not null,                       -- where the request came from
  what       text not null,
  project_id text not null,
  about      text not null
) strict;

create index deed_what on deed (what, id);
create trigger deed_stays before update on deed begin select raise(abort, 'what was done is not changed'); end;
create trigger deed_is_kept before delete on deed begin select raise(abort, 'what was done is not removed'); end;
