-- Among which values of a held parameter everyone of a group chooses.
pragma user_version = 9;

create table group_choice (
  group_id   text not null references people_group (id) on delete cascade,
  project_id text not null references project (id) on update cascade on delete cascade,
  parameter  text not null,
  choice     text not null,                       -- JSON: kind, values, withoutValue
  primary key (group_id, project_id, parameter)
) strict;
