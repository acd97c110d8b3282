-- One home for what is true: what the sender said and what the server added are two columns; claims are rows; a purge knows its cylinder.

-- form 1: body holds both, as it was written until now. form 2: body is what was said, added what the server added.
alter table event add column form smallint not null default 1 check (form in (1, 2));
alter table event add column added jsonb;
-- The default stays 1: an older process that still runs beside this migration writes the older form.

-- Time never goes back within a stream, whatever becomes of the server's clock; how far the chain of heads has come with it.
alter table stream add column last_at timestamptz;
alter table stream add column headed int not null default 0;
update stream set last_at = e.at from (select stream, max(received_at) as at from event group by stream) e where e.stream = stream.id;

-- Who has what in hand: a monitor, a foot switch, a weld. The key decides between two who want it at once; the row goes with the end of the purge.
create table claim (
  kind    text not null check (kind in ('device', 'weld')),
  subject uuid not null,
  run     uuid not null references run,
  primary key (kind, subject)
);
create index claim_of_run on claim (run);
insert into claim (kind, subject, run)
  select 'device', r.device, r.id from run r where r.ended_at is null and r.device is not null
  union all select 'device', l.device, r.id from run r join run_device l on l.run = r.id where r.ended_at is null
  union all select 'weld', w.weld, r.id from run r join weld_run w on w.run = r.id where r.ended_at is null
  on conflict do nothing;

-- Written from the reduced state, never read out of the events by SQL.
alter table run add column cylinder uuid;
alter table run add column bottle_at timestamptz;
alter table run add column flow double precision not null default 0;   -- m³/s, of all lines; 0 where no gas keeps the air out

-- The chain of heads: what every stream had come to, an hour or a closed record at a time.
create table head (
  n         bigint primary key check (n > 0),
  at        timestamptz not null,
  why       text not null,
  canonical text not null,
  prev_hash text not null,
  hash      text not null
);
create trigger head_is_append_only before update or delete on head for each row execute function refuse_change();
create trigger head_is_never_truncated before truncate on head for each statement execute function refuse_change();

create index reading_by_arrival on reading (device, received_at);
create index refusal_by_device on reading_refusal (device, received_at);
create index weld_due on weld (due);
create index run_on_cylinder on run (cylinder, ended_at);
drop index run_open;
create index run_open on run (started_at) where ended_at is null;

-- The application can add to the record and to the registers, and change what is no record. It removes sessions and claims, nothing else.
grant select, insert, delete on claim to sentrel_app;
grant select, insert on head to sentrel_app;
revoke delete, truncate on all tables in schema public from sentrel_app;
grant delete on session, claim to sentrel_app;
revoke update on reading, reading_refusal, weld_run, criterion, line, spool from sentrel_app;
revoke insert on criterion from sentrel_app;
create index signal_in_time on signal (device, at);
