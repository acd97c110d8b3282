/** Registers, criteria and devices: plain rows. */
import { v7 as uuid } from 'uuid';
import { shipped, type Criterion } from '../core/criteria';
import type { NewRegisterItem, RegisterItem } from '../core/registers';
import { sha256 } from './chain';
import type { Clock } from './clock';
import type { Db } from './sql';

export const registerItems = (db: Db): Promise<RegisterItem[]> =>
  db<RegisterItem[]>`select id, kind, label, body from register where not cleared order by kind, label`;

/** Adds an item, or returns the id of the one of that kind and label. */
export async function addRegisterItem(db: Db, item: NewRegisterItem, demo = false): Promise<{ id: string; had: boolean }> {
  const id = uuid();
  const [row] = await db<{ id: string }[]>`
    insert into register (id, kind, label, body, demo) values (${id}, ${item.kind}, ${item.label}, ${db.json(item.body)}, ${demo})
    on conflict (kind, label) do update set cleared = false where register.cleared returning id`;
  if (row) return { id: row.id, had: row.id !== id };
  const [had] = await db<{ id: string }[]>`select id from register where kind = ${item.kind} and label = ${item.label}`;
  return { id: had?.id ?? '', had: true };
}

/** The newest version of every criterion. */
export async function criteria(db: Db): Promise<Criterion[]> {
  const rows = await db<{ body: Criterion }[]>`select distinct on (id) body from criterion order by id, version desc`;
  return rows.map((r) => r.body);
}

/** Puts the shipped criteria in place; one that is there stays as it is. */
export async function shipCriteria(db: Db): Promise<void> {
  for (const c of shipped)
    await db`insert into criterion (id, version, body) values (${c.id}, ${c.version}, ${db.json(c)}) on conflict do nothing`;
}

export type DeviceRow = {
  id: string;
  name: string;
  place: string;
  resolution: number;
  noise: number;
  revoked: boolean;
  busy: boolean;
  cell: MonitorCard['cell'];
  sampleFlow: number;
};

export const devices = (db: Db): Promise<DeviceRow[]> =>
  db<DeviceRow[]>`
    select d.id, d.name, d.place, d.resolution, d.noise, d.cell, d.sample_flow as "sampleFlow", d.revoked_at is not null as revoked,
      exists (select 1 from run r where r.device = d.id and r.ended_at is null) as busy
    from device d where not d.cleared order by d.name`;

export async function addDevice(
  db: Db,
  d: { id: string; name: string; place: string; key: string; resolution: number; noise: number },
  demo = false,
): Promise<void> {
  await db`insert into device (id, kind, name, key_hash, place, resolution, noise, demo)
    values (${d.id}, 'oxygen-monitor', ${d.name}, ${sha256(d.key)}, ${d.place}, ${d.resolution}, ${d.noise}, ${demo})
    on conflict (id) do update set key_hash = excluded.key_hash`;
}

export async function revokeDevice(db: Db, clock: Clock, id: string): Promise<void> {
  await db`update device set revoked_at = ${new Date(clock())} where id = ${id} and revoked_at is null`;
}

export type MonitorCard = {
  id: string;
  name: string;
  place: string;
  cell: 'zirconia' | 'electrochemical' | 'optical';
  sampleFlow: number;
  calibratedOn: string | null;
  revoked: boolean;
};

/** What the card of every monitor says. */
export const monitorCards = (db: Db): Promise<MonitorCard[]> =>
  db<MonitorCard[]>`
    select id, name, place, cell, sample_flow as "sampleFlow", to_char(calibrated_on, 'YYYY-MM-DD') as "calibratedOn", revoked_at is not null as revoked
    from device where not cleared and kind = 'oxygen-monitor' order by name`;

export async function setMonitorCard(
  db: Db,
  id: string,
  card: { cell: MonitorCard['cell']; calibratedOn: string | null },
): Promise<boolean> {
  const rows = await db`update device set cell = ${card.cell}, calibrated_on = ${card.calibratedOn} where id = ${id} returning id`;
  return rows.length > 0;
}
