-- The purge set-up of a spool as it was last left: which joint each of its welds is, and its own version for two people at once.
create table spool_setup (
  spool      uuid primary key references spool,
  setup      jsonb not null,
  joints     jsonb not null default '{}',   -- weld -> the part whose a-end it is
  version    int not null default 1,
  by_person  uuid references person,
  updated_at timestamptz not null
);
grant select, insert, update on spool_setup to sentrel_app;

-- Kits: "my purge set".
alter table register drop constraint register_kind_check;
alter table register add constraint register_kind_check check (kind in ('heat', 'wps', 'gas', 'tool', 'product', 'kit'));
