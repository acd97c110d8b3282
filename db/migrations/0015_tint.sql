-- A shop's own criteria: copied from a shipped scheme, edited in versions that are never written over. What is retired is no longer offered.
grant insert on criterion to sentrel_app;
alter table criterion add column demo boolean not null default false;
create table criterion_retired (
  id        text primary key,
  why       text not null,
  at        timestamptz not null,
  by_person uuid references person
);
grant select, insert, delete on criterion_retired to sentrel_app;

-- What teaches the tint model: coupons that were graded, and corrections taken over from the shop's own welds.
create table tint_entry (
  id        uuid primary key,
  kind      text not null check (kind in ('coupon', 'correction')),
  alloy     text not null,
  body      jsonb not null,
  at        timestamptz not null,
  by_person uuid references person,
  demo      boolean not null default false
);
create table tint_taken_back (
  id        uuid primary key references tint_entry,
  reason    text not null,
  at        timestamptz not null,
  by_person uuid references person
);
grant select, insert on tint_entry, tint_taken_back to sentrel_app;
create view tint_standing as
  select e.* from tint_entry e where not exists (select 1 from tint_taken_back b where b.id = e.id);
grant select on tint_standing to sentrel_app;

-- Beside the record, for looks over many welds: what a weld's tint grew in, what was seen, and who saw it how. Written with the weld's row.
create table weld_tint (
  weld uuid primary key references weld,
  at   timestamptz not null,
  body jsonb not null
);
create index weld_tint_newest on weld_tint (at);
grant select, insert, update, delete on weld_tint to sentrel_app;

-- Who has looked at what their own eye does: until then nobody else is shown it.
create table eye_opened (
  person uuid primary key references person,
  at     timestamptz not null
);
grant select, insert on eye_opened to sentrel_app;
