-- Flow meters, foot switches and current clamps beside oxygen monitors; what a device said last, and what it did to a run.
alter table device drop constraint device_kind_check;
alter table device add constraint device_kind_check check (kind in ('oxygen-monitor', 'flow-meter', 'foot-switch', 'current-clamp'));
alter table device add column station text not null default '';
alter table device add column top double precision not null default 250000;   -- where its scale ends, ppm or L/min
alter table device add column last_seen timestamptz;

-- One column for what is measured: ppm of an oxygen monitor, m³/s of a flow meter.
alter table reading rename column ppm to value;

-- What else a run listens to.
create table run_device (
  run    uuid not null references run,
  device uuid not null references device,
  primary key (run, device)
);
create index run_device_by_device on run_device (device);

-- A press or an arc, as a device told it, and the mark it became. The key makes sending again harmless.
create table signal (
  device      uuid not null references device,
  boot        uuid not null,
  seq         bigint not null check (seq >= 0),
  at          timestamptz not null,
  device_time timestamptz not null,
  received_at timestamptz not null,
  body        jsonb not null,
  event       uuid,                -- the mark; null when it made none
  note        text not null,       -- why it made none
  primary key (device, boot, seq)
);

-- The lines of a logger's file, laid beside a run; the file's id is the event that read it in.
create table log_reading (
  log  uuid not null,
  line int  not null,
  at   timestamptz not null,
  raw  double precision not null,
  ppm  double precision not null,
  primary key (log, line)
);
create index log_reading_in_time on log_reading (log, at);

grant select, insert on run_device, signal, log_reading to sentrel_app;
