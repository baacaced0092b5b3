-- Whether values that one source gave may be sent to another, to find there what belongs to them: a decision of each project.
pragma user_version = 7;

create table travel (
  project_id  text not null references project (id) on update cascade on delete cascade,
  from_source text not null references source (id) on update cascade on delete cascade,
  to_source   text not null references source (id) on update cascade on delete cascade,
  allowed     integer not null,          -- 0: they must not
  primary key (project_id, from_source, to_source)
) strict;

create trigger travel_added after insert on travel begin update state set number = number + 1; end;
create trigger travel_changed after update on travel begin update state set number = number + 1; end;
create trigger travel_removed after delete on travel begin update state set number = number + 1; end;

-- The parameter that says which source a query asks, one of the kind that it is written for; empty where it is always that one.
alter table query add column source_by text not null default '';
