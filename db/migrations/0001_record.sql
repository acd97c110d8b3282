-- The record: append-only streams of events, and the plain rows around them.

do $$
begin
  if not exists (select from pg_roles where rolname = 'sentrel_app') then
    create role sentrel_app nologin;
  end if;
  execute format('grant sentrel_app to %I', current_user);
end $$;

-- One row per thing that has a history. The row lock on it orders its events.
create table stream (
  id         uuid primary key,
  kind       text not null check (kind in ('weld', 'run')),
  version    int  not null default 0,
  head_hash  text not null default ''
);

-- What happened. canonical is the RFC 8785 text that hash is the SHA-256 of; the other columns repeat it for queries.
create table event (
  stream      uuid not null references stream,
  seq         int  not null check (seq > 0),
  id          uuid not null unique,
  type        text not null,
  version     smallint not null,
  happened_at timestamptz not null,
  received_at timestamptz not null,
  actor       uuid,
  identified  text not null,
  body        jsonb not null,
  content     text not null,           -- SHA-256 of what the sender said: tells a repeat from a clash
  canonical   text not null,
  prev_hash   text not null,
  hash        text not null,
  primary key (stream, seq)
);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'events are never changed or removed; append a correction' using errcode = '42501';
end $$;
create trigger event_is_append_only before update or delete on event for each row execute function refuse_change();
create trigger event_is_never_truncated before truncate on event for each statement execute function refuse_change();

create table setting (key text primary key, value jsonb not null);

create table person (
  id       uuid primary key,
  name     text not null check (length(name) between 1 and 80),
  stamp    text not null check (length(stamp) between 1 and 12),   -- what is scratched beside the weld
  role     text not null,
  units    text not null default 'inch' check (units in ('inch', 'metric')),
  demo     boolean not null default false,
  cleared  boolean not null default false
);

-- Who this browser says it is. The token itself is never stored.
create table session (
  token_hash text primary key,
  person     uuid not null references person,
  identified text not null default 'picked',
  created_at timestamptz not null
);

create table job (
  id        uuid primary key,
  name      text not null check (length(name) between 1 and 80),
  service   text not null,
  criterion text not null,
  demo      boolean not null default false,
  cleared   boolean not null default false,
  created_at timestamptz not null
);
create table line (
  id   uuid primary key,
  job  uuid not null references job,
  name text not null check (length(name) between 1 and 80),
  unique (job, name)
);
create table spool (
  id     uuid primary key,
  line   uuid not null references line,
  number text not null check (length(number) between 1 and 40),
  unique (line, number)
);

-- One row per weld for lists and filters: written in the transaction of the event, recreated by `npm run rebuild`.
create table weld (
  id        uuid primary key references stream,
  spool     uuid not null references spool,
  number    text not null check (length(number) between 1 and 40),
  ordinal   int  not null,
  due       text not null default 'fitup',
  summary   jsonb not null default '{}',
  version   int not null default 0,
  updated_at timestamptz not null,
  unique (spool, number)
);

create table criterion (
  id      text not null,
  version int  not null check (version > 0),
  body    jsonb not null,
  primary key (id, version)
);

-- Heats, WPSs, gas lots, tools, products: what a record names by id and never retypes.
create table register (
  id      uuid primary key,
  kind    text not null check (kind in ('heat', 'wps', 'gas', 'tool', 'product')),
  label   text not null check (length(label) between 1 and 80),
  body    jsonb not null,
  version int not null default 1,
  demo    boolean not null default false,
  cleared boolean not null default false,
  unique (kind, label)
);

create table device (
  id         uuid primary key,
  kind       text not null check (kind in ('oxygen-monitor')),
  name       text not null,
  key_hash   text not null,
  place      text not null default '',
  resolution double precision not null,    -- ppm, as declared by its maker
  noise      double precision not null,    -- ppm, one standard deviation
  revoked_at timestamptz,
  demo       boolean not null default false,
  cleared    boolean not null default false
);

create table run (
  id         uuid primary key references stream,
  spool      uuid not null references spool,
  device     uuid references device,
  summary    jsonb not null default '{}',
  version    int not null default 0,
  started_at timestamptz not null,
  ended_at   timestamptz
);
create index run_open on run (spool) where ended_at is null;

-- A weld's record points to the runs it used.
create table weld_run (
  weld uuid not null references weld,
  run  uuid not null references run,
  primary key (weld, run)
);
create index weld_run_by_run on weld_run (run);

create table reading (
  device      uuid not null references device,
  boot        uuid not null,
  seq         bigint not null check (seq >= 0),
  at          timestamptz not null,      -- device time after correction by its clock offset
  device_time timestamptz not null,
  received_at timestamptz not null,
  raw         double precision not null,
  ppm         double precision not null,
  quality     text not null,
  primary key (device, boot, seq)
);
create index reading_in_time on reading (device, at);

create table reading_refusal (
  id          bigint generated always as identity primary key,
  device      uuid,
  received_at timestamptz not null,
  item        text not null,
  reason      text not null
);

grant select, insert, update, delete on all tables in schema public to sentrel_app;
revoke update, delete, truncate on event from sentrel_app;
revoke delete on stream, weld, run, reading from sentrel_app;
revoke insert, update, delete on migration from sentrel_app;
