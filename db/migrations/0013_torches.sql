-- "My torch": what hangs on it and how it is held, kept under a name and taken by one press.
alter table register drop constraint register_kind_check;
alter table register add constraint register_kind_check
  check (kind in ('heat', 'wps', 'gas', 'tool', 'product', 'kit', 'cylinder', 'meter', 'cup', 'shield', 'torch'));
