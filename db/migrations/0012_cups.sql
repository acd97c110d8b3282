-- What hangs by the torch: cups with their lenses and screens, and shields that follow it. A test on scrap shows what each truly covers.
alter table register drop constraint register_kind_check;
alter table register add constraint register_kind_check
  check (kind in ('heat', 'wps', 'gas', 'tool', 'product', 'kit', 'cylinder', 'meter', 'cup', 'shield'));

alter table check_entry drop constraint check_entry_kind_check;
alter table check_entry add constraint check_entry_kind_check check (kind in ('cylinder', 'meter', 'monitor', 'cup', 'shield'));

-- A set to begin with: what most benches have. Retire what is not there, enter what is.
insert into register (id, kind, label, body) values
  (gen_random_uuid(), 'cup', 'Cup 6, plain', '{"cup": 6, "lens": false, "screens": 0}'),
  (gen_random_uuid(), 'cup', 'Cup 8, lens', '{"cup": 8, "lens": true, "screens": 0}'),
  (gen_random_uuid(), 'cup', 'Cup 10, lens', '{"cup": 10, "lens": true, "screens": 0}'),
  (gen_random_uuid(), 'cup', 'Cup 12, lens', '{"cup": 12, "lens": true, "screens": 1}');
