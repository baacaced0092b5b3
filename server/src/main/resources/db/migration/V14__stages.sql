-- What holds in a stage of a project: in the draft, for viewers, or in another that was named. No part of what is given to viewers.
pragma user_version = 14;

create table stage (
  project_id text not null references project (id) on update cascade on delete cascade,
  name       text not null,
  definition text not null,          -- JSON, in the words of stages.yaml
  version    integer not null default 1,
  primary key (project_id, name)
) strict;

create trigger stage_added after insert on stage begin update state set number = number + 1; end;
create trigger stage_changed after update on stage begin update state set number = number + 1; end;
create trigger stage_removed after delete on stage begin update state set number = number + 1; end;
