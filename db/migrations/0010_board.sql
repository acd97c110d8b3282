-- The Board shows the newest few welds that wait for each stage, and what somebody fitted up last.
create index weld_waits on weld (due, updated_at desc) where due <> 'done';
create index weld_fitted_by on weld ((summary ->> 'welder'), updated_at desc) where due <> 'done';
