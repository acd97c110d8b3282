-- Remaining time that learns: how quick a cell is, what was foretold of a purge and what came, and what a shop's own purges teach.
alter table device add column t90 double precision check (t90 > 0);

-- Beside the record, for looks over many purges: what stands in its event run.foretold; null where there was too little to say.
create table run_foretold (
  run  uuid primary key references run,
  at   timestamptz not null,
  body jsonb
);
create index run_foretold_newest on run_foretold (at);
grant select, insert, update, delete on run_foretold to sentrel_app;

-- Taken over from the shop's own purges by a press, and taken back by one; the newest that stands counts.
create table purge_prior (
  id        uuid primary key,
  unchecked boolean not null,
  body      jsonb not null,
  purges    int not null,
  at        timestamptz not null,
  by_person uuid references person
);
create table purge_prior_undone (
  id        uuid primary key references purge_prior,
  at        timestamptz not null,
  by_person uuid references person
);
grant select, insert on purge_prior, purge_prior_undone to sentrel_app;
