-- Several projects, sources with settings of their own kind, who asked, and one number for the state of everything.
pragma user_version = 4;

create table project (
  id       text primary key,            -- stands in addresses
  name     text not null,
  position integer not null
) strict;

insert into project (id, name, position) values ('home', 'Home', 1);

create table source_4 (
  id       text primary key,
  kind     text not null,
  settings text not null,               -- JSON with its format number; without the password
  password text not null,               -- encrypted, see SecretBox
  position integer not null
) strict;

insert into source_4 (id, kind, settings, password, position)
select id, kind,
       iif(kind in ('duckdb', 'sqlite'),
         json_object('format', 1, 'file', database_name),
         json_object('format', 1, 'host', host, 'port', port, 'database', database_name, 'user', username)),
       password, position
from source;

create table query_4 (
  project_id text not null references project (id),
  id         text not null,
  name       text not null,
  source_id  text not null references source_4 (id) on update cascade,
  draft_text text not null,             -- what the bench edits
  live_text  text not null,             -- what reports send
  version    integer not null,          -- grows with every change; a change must name the one it saw
  changed_at text not null,
  primary key (project_id, id)
) strict;

insert into query_4 select 'home', id, name, source_id, draft_text, live_text, version, changed_at from query;

create table parameter_4 (
  project_id text not null references project (id),
  name       text not null,
  definition text not null,             -- JSON with its format number
  position   integer not null,
  version    integer not null,
  primary key (project_id, name)
) strict;

insert into parameter_4 select 'home', name, definition, position, version from parameter;

create table report_4 (
  project_id text not null references project (id),
  id         text not null,
  definition text not null,             -- what viewers get: JSON with its format number
  draft      text not null,             -- what its authors make of it; empty: the same
  given      integer not null,          -- 0: viewers have never got it
  position   integer not null,
  version    integer not null,
  primary key (project_id, id)
) strict;

insert into report_4
select 'home', id,
       json_object('name', name, 'audience', audience, 'question', question, 'definition', json(definition)),
       '', 1, position, 1
from report;

drop table report;
drop table parameter;
drop table query;
drop table source;
alter table source_4 rename to source;
alter table query_4 rename to query;
alter table parameter_4 rename to parameter;
alter table report_4 rename to report;

create index query_source on query (source_id);

alter table selection add column project_id text not null default 'home';
drop index selection_viewer;
create index selection_viewer on selection (project_id, report_id, viewer);

alter table sent add column project_id text not null default 'home';
alter table sent add column caller text not null default '';
create index sent_project on sent (project_id, id);

-- Kept answers are asked for again: their form has a number now.
delete from kept_list;

-- What was removed and can be brought back.
create table removed (
  id         integer primary key autoincrement,
  project_id text not null,             -- empty: belongs to no project
  kind       text not null,             -- query, report, parameter, source
  thing_id   text not null,
  name       text not null,
  content    text not null,             -- JSON with its format number: the row as it was
  removed_at text not null
) strict;

create index removed_thing on removed (project_id, kind, thing_id);

-- One number for the state of all that makes up projects: it grows in the transaction that changes something.
create table state (number integer not null) strict;
insert into state values (1);

create trigger project_added after insert on project begin update state set number = number + 1; end;
create trigger project_changed after update on project begin update state set number = number + 1; end;
create trigger project_removed after delete on project begin update state set number = number + 1; end;
create trigger source_added after insert on source begin update state set number = number + 1; end;
create trigger source_changed after update on source begin update state set number = number + 1; end;
create trigger source_removed after delete on source begin update state set number = number + 1; end;
create trigger query_added after insert on query begin update state set number = number + 1; end;
create trigger query_changed after update on query begin update state set number = number + 1; end;
create trigger query_removed after delete on query begin update state set number = number + 1; end;
create trigger parameter_added after insert on parameter begin update state set number = number + 1; end;
create trigger parameter_changed after update on parameter begin update state set number = number + 1; end;
create trigger parameter_removed after delete on parameter begin update state set number = number + 1; end;
create trigger report_added after insert on report begin update state set number = number + 1; end;
create trigger report_changed after update on report begin update state set number = number + 1; end;
create trigger report_removed after delete on report begin update state set number = number + 1; end;
