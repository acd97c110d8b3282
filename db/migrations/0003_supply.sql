-- Cylinders and flow meters are registered; every look at one of them, or at a monitor, is kept.
alter table register drop constraint register_kind_check;
alter table register add constraint register_kind_check
  check (kind in ('heat', 'wps', 'gas', 'tool', 'product', 'kit', 'cylinder', 'meter'));

create table check_entry (
  id        uuid primary key,          -- given by the sender: a repeat adds nothing
  item      uuid not null,             -- a cylinder or meter of the register, or a monitor
  kind      text not null check (kind in ('cylinder', 'meter', 'monitor')),
  body      jsonb not null,
  at        timestamptz not null,
  by_person uuid references person
);
create index check_entry_of_item on check_entry (item, at);
grant select, insert on check_entry to sentrel_app;

-- The card of a monitor: its cell, what its pump draws, when it was last calibrated by the maker.
alter table device add column cell text not null default 'electrochemical' check (cell in ('zirconia', 'electrochemical', 'optical'));
alter table device add column sample_flow double precision not null default 8.3e-6;   -- m³/s, 0.5 L/min
alter table device add column calibrated_on date;
