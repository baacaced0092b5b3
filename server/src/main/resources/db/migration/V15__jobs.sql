-- What is done by itself: stored copies of answers, when they are refreshed, and each time that it was.
pragma user_version = 15;

create table stored_copy (
  project_id text not null references project (id) on update cascade on delete cascade,
  id         text not null,
  definition text not null,          -- JSON under a format number
  since      text not null,          -- its schedule counts from here: nothing before it is missed
  version    integer not null default 1,
  primary key (project_id, id)
) strict;

create trigger stored_copy_added after insert on stored_copy begin update state set number = number + 1; end;
create trigger stored_copy_changed after update on stored_copy begin update state set number = number + 1; end;
create trigger stored_copy_removed after delete on stored_copy begin update state set number = number + 1; end;

create table job (
  id          integer primary key autoincrement,
  project_id  text not null,
  kind        text not null,         -- copy
  thing       text not null,         -- the id of what is done
  due_at      text not null,         -- whole seconds, so that text sorts as time does
  cause       text not null,         -- schedule, after, hand
  state       text not null,         -- due, running, done, kept-back, failed, left
  holder      text not null,         -- the server that does it; its word holds until the lease is over
  lease_until text not null,
  tries       integer not null,
  not_before  text not null,         -- the next try
  started_at  text not null,         -- empty before it was
  ended_at    text not null,
  rows        integer not null,
  note        text not null          -- why it failed, or was kept back
) strict;

-- One time of one thing is one job, however often somebody finds it due.
create unique index job_once on job (project_id, kind, thing, due_at);
create index job_open on job (state, due_at);
