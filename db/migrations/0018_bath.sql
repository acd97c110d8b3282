-- Baths of the shop with their log: made up, measured, topped up, dumped; and what hung in them, written with the row of the weld.
alter table register drop constraint register_kind_check;
alter table register add constraint register_kind_check
  check (kind in ('heat', 'wps', 'gas', 'tool', 'product', 'kit', 'cylinder', 'meter', 'cup', 'shield', 'torch', 'strip', 'bath'));
alter table check_entry drop constraint check_entry_kind_check;
alter table check_entry add constraint check_entry_kind_check check (kind in ('cylinder', 'meter', 'monitor', 'cup', 'shield', 'bath'));

create table bath_use (
  event uuid primary key,
  bath  uuid not null,
  weld  uuid not null references weld,
  at    timestamptz not null
);
create index bath_use_of on bath_use (bath, at);
create index bath_use_on on bath_use (weld);
grant select, insert, update, delete on bath_use to sentrel_app;
