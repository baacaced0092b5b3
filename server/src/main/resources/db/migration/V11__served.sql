-- While the projects of this server are those of files, nobody changes them here.
pragma user_version = 11;

create table serving (locked integer not null) strict;
insert into serving values (0);

create trigger state_served before update on state when (select locked from serving) = 1 begin
  select raise(abort, 'served from files');
end;
