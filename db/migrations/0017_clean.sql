-- Tools that stay with their metal: what each has touched, written with the row of the weld it touched.
create table tool_touch (
  event    uuid not null,
  tool     uuid not null,
  weld     uuid not null references weld,
  at       timestamptz not null,
  families text[] not null,
  primary key (event, tool)
);
create index tool_touch_of on tool_touch (tool, at);
create index tool_touch_on on tool_touch (weld);
grant select, insert, update, delete on tool_touch to sentrel_app;

-- Welds with a product on them, for the Board.
create index weld_dwelling on weld (id) where jsonb_array_length(coalesce(summary -> 'dwells', '[]'::jsonb)) > 0;

-- Trial strips: what the shop knows of its own tools, each section with a small picture.
alter table register drop constraint register_kind_check;
alter table register add constraint register_kind_check
  check (kind in ('heat', 'wps', 'gas', 'tool', 'product', 'kit', 'cylinder', 'meter', 'cup', 'shield', 'torch', 'strip'));
create table strip_picture (
  id        uuid primary key,
  bytes     bytea not null check (length(bytes) <= 1000000),
  at        timestamptz not null,
  by_person uuid references person
);
grant select, insert on strip_picture to sentrel_app;
