-- A check that was entered wrongly is taken back, with the reason; it stays, and counts for nothing.
create table check_taken_back (
  id        uuid primary key references check_entry,
  reason    text not null,
  at        timestamptz not null,
  by_person uuid references person
);
grant select, insert on check_taken_back to sentrel_app;

-- What counts.
create view check_standing as
  select c.* from check_entry c where not exists (select 1 from check_taken_back b where b.id = c.id);
grant select on check_standing to sentrel_app;
