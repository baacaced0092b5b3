-- Parameters are kept as one JSON object each: what they are grows faster than a table should.
pragma user_version = 2;

create table parameter_2 (
  name       text primary key,
  definition text not null,             -- JSON: ParameterDefinition without its name and version
  position   integer not null,
  version    integer not null           -- grows with every change; a change must name the one it saw
) strict;

insert into parameter_2 (name, definition, position, version)
select name,
       json_object('label', label, 'hint', hint, 'type', type, 'many', json(iif(many, 'true', 'false')),
         'blankRule', blank_rule, 'blankWords', blank_words, 'unit', unit,
         'everyRow', iif(every_row is null, '', cast(every_row as text)),
         'list', json_object('kind', list_kind, 'values', json(list_values), 'queryId', coalesce(list_query_id, '')),
         'default', json_object('kind', 'choice', 'choice', json(default_choice), 'formula', '', 'queryId', ''),
         'trialChoice', json(trial_choice)),
       position, version
from parameter;

drop table parameter;
alter table parameter_2 rename to parameter;

-- The last answer of each list, so that a list is there at once and its source is asked in the background.
create table kept_list (
  id       text primary key,            -- a hash of source, text and values
  list     text not null,               -- JSON: values, labels, counts
  asked_at text not null,
  used_at  text not null
) strict;

-- Choices that a viewer keeps under a name; with an empty name, choices too many for a link.
create table selection (
  id        text primary key,
  report_id text not null,
  viewer    text not null,
  name      text not null,
  choices   text not null,              -- JSON
  made_at   text not null
) strict;

create index selection_viewer on selection (report_id, viewer);
