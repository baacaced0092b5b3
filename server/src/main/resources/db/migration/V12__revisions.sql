-- What viewers had, each time it became something else. Kept for good, whatever becomes of the project.
pragma user_version = 12;

create table revision (
  project_id text not null,
  number     integer not null,                   -- 1, 2, 3 … in each project
  at         text not null,
  who        text not null,                      -- empty: it was found so
  why        text not null,
  things     integer not null,                   -- how many differ from the one before
  content    blob not null,                      -- the project as files, packed (ZIP)
  primary key (project_id, number)
) strict;

create trigger revision_stays before update on revision begin select raise(abort, 'a revision is not changed'); end;
create trigger revision_is_kept before delete on revision begin select raise(abort, 'a revision is not removed'); end;
