-- Files that belong to events: a picture as it is kept, and as it came from the camera where the shop wants that too. The event is there
-- before the bytes are; they come in pieces, in any order, each as often as it likes.
create table file (
  id         uuid primary key,
  weld       uuid not null references weld,
  role       text not null check (role in ('picture', 'original')),
  name       text not null,
  type       text not null,
  hash       text not null,             -- SHA-256 of the whole, as the event says
  bytes      int  not null check (bytes > 0),
  pieces     int  not null check (pieces > 0),
  print      bit(256),                  -- of a picture: what it looks like, coarsely (core/models/pictures/print.ts)
  original   text,                      -- of a picture: SHA-256 of the file it was made from
  whole      boolean not null default false,
  refused    text,                      -- why what came is no picture; nothing of it is shown then
  preview    bytea,                     -- small, JPEG, for lists and paper
  expected_at timestamptz not null
);
alter table file alter column preview set storage external;
create index file_of_weld on file (weld);
create index file_by_original on file (original) where role = 'picture';

create table file_piece (
  file  uuid not null references file,
  n     int  not null check (n >= 0),
  hash  text not null,
  bytes bytea not null,
  primary key (file, n)
);
-- A picture is pressed already: pressing it again costs time and gains nothing.
alter table file_piece alter column bytes set storage external;

grant select, insert, update on file to sentrel_app;
grant select, insert, delete on file_piece to sentrel_app;
