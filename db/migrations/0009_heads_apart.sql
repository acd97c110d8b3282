-- How far the chain of heads has come with a stream, apart from the stream's own row: who writes heads then locks no stream, and waits
-- for nobody who marks. No key to stream: that would be such a lock.
create table headed (
  stream  uuid primary key,
  version int not null
);
insert into headed (stream, version) select id, headed from stream where headed > 0;
alter table stream drop column headed;
grant select, insert, update on headed to sentrel_app;
