-- Which projects may ask a source: their ids, with a space between them; nothing when all may.
pragma user_version = 10;

alter table source add column projects text not null default '';
