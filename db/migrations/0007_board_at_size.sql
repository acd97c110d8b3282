-- What waits for what, counted without reading the welds themselves.
create index weld_by_spool_due on weld (spool, due);
