-- Of a purge's summary only its gas was ever looked up: it becomes a column, and a mark no longer writes the whole summary anew.
alter table run add column gas text;
update run set gas = summary ->> 'gas';
alter table run drop column summary;
