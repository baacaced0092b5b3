-- The rights that the owner of an API key has now: the key never gets more.
alter table program_key add column granted_roles text not null default '';
alter table program_key add column granted_groups text not null default '';

update program_key set
  granted_roles = coalesce((
    select group_concat(case project_id when '' then '*' else project_id end || '=' || role, ' ') from (
      select project_id, role from person_role where person_id = program_key.person_id
      union
      select r.project_id, r.role from group_role r join membership m on m.group_id = r.group_id
      where m.person_id = program_key.person_id)), ''),
  granted_groups = coalesce((
    select group_concat(group_id, ' ') from membership where person_id = program_key.person_id), '');
