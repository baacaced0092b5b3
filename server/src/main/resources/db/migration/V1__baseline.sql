-- Identifies the file and its version, see RecordsFile.
pragma application_id = 1347635542;
pragma user_version = 1;

-- Projects and their definitions. Forms are JSON in the structure of project files, docs/project-files.md.

create table project (
  id       text primary key,                      -- part of addresses
  name     text not null,
  position integer not null
) strict;

insert into project (id, name, position) values ('home', 'Home', 1);

create table source (
  id       text primary key,
  kind     text not null,
  settings text not null,                         -- JSON; without the password
  password text not null,                         -- encrypted, see SecretBox
  position integer not null,
  projects text not null default ''               -- IDs of the projects that may use it, separated by spaces; empty: all
) strict;

create table definition (
  project_id text not null references project (id) on update cascade on delete cascade,
  kind       text not null,                       -- query, parameter, report, stage, stored-copy, delivery
  id         text not null,                       -- unique among those of its kind in the project
  form       text not null,                       -- JSON: {format, content}; what viewers get
  draft      text not null,                       -- the unpublished state in the same form; empty: no unpublished changes
  published  integer not null,                    -- 0: never published
  since      text not null,                       -- start of its schedule: runs before it are not missed runs; empty: no schedule
  position   integer not null,
  version    integer not null,                    -- incremented by every change; a change names the version it is based on
  primary key (project_id, kind, id)
) strict;

-- The source of a query exists and is renamed in it.
create index query_source on definition (json_extract(form, '$.content.source')) where kind = 'query';
create trigger query_source_insert before insert on definition
  when new.kind = 'query' and not exists (select 1 from source where id = json_extract(new.form, '$.content.source')) begin
  select raise(abort, 'the source of the query does not exist');
end;
create trigger query_source_update before update of form on definition
  when new.kind = 'query' and not exists (select 1 from source where id = json_extract(new.form, '$.content.source')) begin
  select raise(abort, 'the source of the query does not exist');
end;
create trigger source_rename after update of id on source begin
  update definition
  set form = json_set(form, '$.content.source', new.id),
    draft = case draft when '' then '' else json_set(draft, '$.content.source', new.id) end
  where kind = 'query' and json_extract(form, '$.content.source') = old.id;
end;
create trigger source_in_use before delete on source
  when exists (select 1 from definition where kind = 'query' and json_extract(form, '$.content.source') = old.id) begin
  select raise(abort, 'queries use the source');
end;

-- Groups that may open a report; '*' is everyone signed in. Kept when the report is removed, so that restoring it grants nothing new.
create table report_group (
  project_id text not null,
  report_id  text not null,
  group_id   text not null,
  primary key (project_id, report_id, group_id)
) strict;

-- Whether values returned by one source may be sent to another as keys.
create table transfer_policy (
  project_id  text not null references project (id) on update cascade on delete cascade,
  from_source text not null references source (id) on update cascade on delete cascade,
  to_source   text not null references source (id) on update cascade on delete cascade,
  allowed     integer not null,
  primary key (project_id, from_source, to_source)
) strict;

-- Removed objects, which can be restored.
create table removed (
  id         integer primary key autoincrement,
  project_id text not null,                       -- empty: belongs to no project
  kind       text not null,                       -- source, or as in definition
  object_id  text not null,
  name       text not null,
  content    text not null,                       -- JSON: the row
  removed_at text not null
) strict;

create index removed_object on removed (project_id, kind, object_id);

-- Published versions of projects. Never changed, never deleted.
create table revision (
  project_id      text not null,
  number          integer not null,               -- 1, 2, 3, … per project
  at              text not null,
  person          text not null,                  -- empty: existed when versioning started
  reason          text not null,
  changed_objects integer not null,
  content         blob not null,                  -- ZIP: the project as files
  primary key (project_id, number)
) strict;

-- Incremented in the transaction of every change of a project, a source or a definition.
create table state (number integer not null) strict;
insert into state values (1);

-- While projects are served from files, they cannot be changed through the API.
create table project_folder (locked integer not null) strict;
insert into project_folder values (0);

create trigger state_locked before update on state when (select locked from project_folder) = 1 begin
  select raise(abort, 'served from files');
end;

-- Accounts, groups, roles and row access.

create table person (
  id         text primary key,
  name       text not null unique collate nocase, -- sign-in name
  label      text not null,                       -- display name
  password   text not null,                       -- hash with its scheme; empty: not set
  suspended  integer not null,
  created_at text not null,
  email      text not null default ''
) strict;

create table user_group (
  id   text primary key,
  name text not null unique collate nocase
) strict;

create table membership (
  group_id  text not null references user_group (id) on delete cascade,
  person_id text not null references person (id) on delete cascade,
  by_claim  integer not null default 0,           -- 1: from a claim of the identity provider at the last sign-in
  primary key (group_id, person_id)
) strict;

-- Roles; an empty project is all projects.
create table person_role (
  person_id  text not null references person (id) on delete cascade,
  project_id text not null,
  role       text not null,
  primary key (person_id, project_id)
) strict;

create table group_role (
  group_id   text not null references user_group (id) on delete cascade,
  project_id text not null,
  role       text not null,
  primary key (group_id, project_id)
) strict;

create trigger project_roles after delete on project begin
  delete from person_role where project_id = old.id;
  delete from group_role where project_id = old.id;
end;

-- A report restricted to a deleted group is visible to its authors only, not to everyone.
create trigger group_reports after delete on user_group begin
  update report_group set group_id = '-' || old.id where group_id = old.id;
end;

-- Row access: the values of a parameter that members of a group may choose.
create table group_choice (
  group_id   text not null references user_group (id) on delete cascade,
  project_id text not null references project (id) on update cascade on delete cascade,
  parameter  text not null,
  choice     text not null,                       -- JSON: kind, values, withoutValue
  primary key (group_id, project_id, parameter)
) strict;

-- Accounts of identity providers.
create table person_identity (
  issuer    text not null,
  subject   text not null,
  person_id text not null references person (id) on delete cascade,
  primary key (issuer, subject)
) strict;

-- Claims at the last sign-in, of those that are configured.
create table person_claim (
  person_id text not null references person (id) on delete cascade,
  claim     text not null,
  value     text not null,
  primary key (person_id, claim, value)
) strict;

-- Claim values that make a person a member of a group.
create table group_claim (
  group_id text not null references user_group (id) on delete cascade,
  value    text not null,
  primary key (group_id, value)
) strict;

-- Only digests of secrets are stored. An ended session is kept until it would have expired: other servers with the same key may know it.
create table session (
  digest     text primary key,
  person_id  text not null references person (id) on delete cascade,
  browser    text not null,                       -- User-Agent
  created_at text not null,
  used_at    text not null,
  ended      integer not null default 0
) strict;

create index session_person on session (person_id);

create table sign_in_link (
  digest    text primary key,
  person_id text not null references person (id) on delete cascade,
  ends_at   text not null,
  reusable  integer not null                      -- 1: any number of times, from this machine only
) strict;

create table api_key (
  id             text primary key,
  digest         text not null unique,
  person_id      text not null references person (id) on delete cascade,
  name           text not null,
  project_id     text not null,                   -- empty: every project of the person
  role           text not null,                   -- maximum role
  ends_at        text not null,
  used_at        text not null,                   -- empty: never
  granted_roles  text not null default '',        -- the owner's roles when it was created: a key never gets more
  granted_groups text not null default ''
) strict;

-- Links that fix choices of a report.
create table signed_link (
  id             text primary key,
  project_id     text not null references project (id) on update cascade on delete cascade,
  report_id      text not null,
  created_by     text not null,
  created_at     text not null,
  ends_at        text not null,                   -- empty: unlimited
  open_to_anyone integer not null,                -- 1: without signing in
  choices        text not null,                   -- JSON
  revoked_at     text not null,                   -- empty: valid
  uses           integer not null,
  used_at        text not null
) strict;

create index signed_link_report on signed_link (project_id, report_id);

-- Named selections of a viewer; without a name: choices too long for a link.
create table selection (
  id         text primary key,
  project_id text not null,
  report_id  text not null,
  viewer     text not null,
  name       text not null,
  choices    text not null,                       -- JSON
  created_at text not null
) strict;

create index selection_viewer on selection (project_id, report_id, viewer);

-- Never changed, never deleted.
create table audit_log (
  id         integer primary key autoincrement,
  at         text not null,
  person     text not null,                       -- the name at the time
  address    text not null,                       -- network address of the request
  action     text not null,
  project_id text not null,
  object     text not null
) strict;

create index audit_log_action on audit_log (action, id);

-- Statements sent to sources.

create table sent (
  id           integer primary key autoincrement,
  run_id       text not null,
  sent_at      text not null,
  project_id   text not null,
  caller       text not null default '',
  source_id    text not null,
  query_id     text not null,
  report_id    text not null,                     -- empty: not for a report
  view_id      text not null,
  cause        text not null,                     -- report, bench, list, …
  text         text not null,
  bound_values text not null,                     -- JSON
  outcome      text not null,                     -- running, done, failed, stopped
  problem      text not null,
  local_rows   integer not null default -1,       -- rows fetched to compute these here; -1: the source computed them
  fetched_rows integer not null,
  shown_rows   integer not null,
  database_ms  real not null,
  total_ms     real not null,
  evidence     text not null default ''           -- JSON; empty: not requested
) strict;

create index sent_report on sent (report_id, id);
create index sent_query on sent (query_id, id);
create index sent_project on sent (project_id, id);
create index sent_cause on sent (cause, id);
create index sent_slow on sent (total_ms);
create index sent_at on sent (sent_at);

-- Statements in progress. Inserting here updates no index; they are moved to sent when they end or when Sent is read.
create table sent_running (
  id           integer primary key,
  run_id       text not null,
  sent_at      text not null,
  project_id   text not null,
  caller       text not null,
  source_id    text not null,
  query_id     text not null,
  report_id    text not null,
  view_id      text not null,
  cause        text not null,
  text         text not null,
  bound_values text not null
) strict;

-- The last result of each value list, which is available immediately while it is refreshed in the background.
create table cached_list (
  id         text primary key,                    -- hash of source, text and values
  list       text not null,                       -- JSON: values, labels, counts
  queried_at text not null,
  used_at    text not null
) strict;

create index cached_list_used on cached_list (used_at);

-- Jobs and emails.

create table job (
  id          integer primary key autoincrement,
  project_id  text not null,
  kind        text not null,                      -- copy, delivery
  object_id   text not null,
  due_at      text not null,                      -- whole seconds, so that text order is time order
  cause       text not null,                      -- schedule, after, hand
  state       text not null,                      -- due, running, done, held, failed, skipped
  holder      text not null,                      -- the server that runs it until the lease ends
  lease_until text not null,
  attempts    integer not null,
  not_before  text not null,                      -- next attempt
  started_at  text not null,                      -- empty: not started
  ended_at    text not null,
  rows        integer not null,
  message     text not null                       -- why it failed or its result is held
) strict;

-- One run of one object is one job, however often it is found due.
create unique index job_once on job (project_id, kind, object_id, due_at);
create index job_open on job (state, due_at);

create table email (
  id          integer primary key autoincrement,
  project_id  text not null,
  delivery_id text not null,
  job         integer not null,
  address     text not null,
  part        text not null,                      -- distinguishes emails to one address: the row it is for
  state       text not null,                      -- waiting, handing-over, sent, refused, left
  subject     text not null,
  message     text not null,                      -- why it was refused, skipped, or waits
  at          text not null                       -- time of the last change of state
) strict;

-- One email of a job to one address for one row, however often the job is started.
create unique index email_once on email (job, address, part);
create index email_of_delivery on email (project_id, delivery_id, id);

create table unsubscribed (
  project_id  text not null references project (id) on update cascade on delete cascade,
  delivery_id text not null,
  address     text not null,
  at          text not null,
  primary key (project_id, delivery_id, address)
) strict;

-- Logs that only grow.
create trigger audit_log_update before update on audit_log begin select raise(abort, 'audit entries cannot be changed'); end;
create trigger audit_log_delete before delete on audit_log begin select raise(abort, 'audit entries cannot be deleted'); end;
create trigger revision_update before update on revision begin select raise(abort, 'revisions cannot be changed'); end;
create trigger revision_delete before delete on revision begin select raise(abort, 'revisions cannot be deleted'); end;

create trigger project_insert after insert on project begin update state set number = number + 1; end;
create trigger project_update after update on project begin update state set number = number + 1; end;
create trigger project_delete after delete on project begin update state set number = number + 1; end;
create trigger source_insert after insert on source begin update state set number = number + 1; end;
create trigger source_update after update on source begin update state set number = number + 1; end;
create trigger source_delete after delete on source begin update state set number = number + 1; end;
create trigger definition_insert after insert on definition begin update state set number = number + 1; end;
create trigger definition_update after update on definition begin update state set number = number + 1; end;
create trigger definition_delete after delete on definition begin update state set number = number + 1; end;
create trigger transfer_policy_insert after insert on transfer_policy begin update state set number = number + 1; end;
create trigger transfer_policy_update after update on transfer_policy begin update state set number = number + 1; end;
create trigger transfer_policy_delete after delete on transfer_policy begin update state set number = number + 1; end;
