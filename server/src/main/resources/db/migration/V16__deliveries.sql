-- What is sent by mail: deliveries, each mail of theirs, who wants no more of them, and where people get mail.
pragma user_version = 16;

alter table person add column mail text not null default '';

create table delivery (
  project_id text not null references project (id) on update cascade on delete cascade,
  id         text not null,
  definition text not null,          -- JSON under a format number
  since      text not null,          -- its schedule counts from here: nothing before it is missed
  version    integer not null default 1,
  primary key (project_id, id)
) strict;

create trigger delivery_added after insert on delivery begin update state set number = number + 1; end;
create trigger delivery_changed after update on delivery begin update state set number = number + 1; end;
create trigger delivery_removed after delete on delivery begin update state set number = number + 1; end;

create table mail (
  id          integer primary key autoincrement,
  project_id  text not null,
  delivery_id text not null,
  job         integer not null,
  address     text not null,
  part        text not null,         -- tells the mails of one address apart: the row that it is for
  state       text not null,         -- waiting, handing-over, sent, refused, left
  subject     text not null,
  note        text not null,         -- why it was refused, left out, or waits
  at          text not null          -- when it came to be so
) strict;

-- One mail of a job to one address for one row is one mail, however often the job is begun.
create unique index mail_once on mail (job, address, part);
create index mail_of_delivery on mail (project_id, delivery_id, id);

create table unsubscribed (
  project_id  text not null references project (id) on update cascade on delete cascade,
  delivery_id text not null,
  address     text not null,
  at          text not null,
  primary key (project_id, delivery_id, address)
) strict;
