/** Devices: registered, given a key that is shown once, revoked; which of them speaks. */
import { timingSafeEqual } from 'node:crypto';
import { z } from 'zod';
import type { DeviceKind, DeviceRow, NewDevice } from '../core/work/devices';
import type { Declared } from '../core/models/sensor';
import type { Cell } from '../core/work/registers';
import { sha256 } from './record/chain';
import type { Clock } from './clock';
import type { Db } from './sql';

export const devices = async (db: Db, clock: Clock): Promise<DeviceRow[]> =>
  (
    await db<(Omit<DeviceRow, 'lastSeen'> & { lastSeen: Date | null })[]>`
      select d.id, d.kind, d.name, d.place, d.station, d.resolution, d.noise, d.top, d.t90, d.cell, d.sample_flow as "sampleFlow",
        to_char(d.calibrated_on, 'YYYY-MM-DD') as "calibratedOn", d.revoked_at is not null as revoked, d.last_seen as "lastSeen",
        exists (select 1 from claim c where c.kind = 'device' and c.subject = d.id) as busy,
        (select count(*)::int from reading_refusal f where f.device = d.id and f.received_at > ${new Date(clock() - 86_400_000)}) as refused
      from device d where not d.cleared order by d.kind <> 'oxygen-monitor', d.kind, d.name`
  ).map((d) => ({ ...d, lastSeen: d.lastSeen?.getTime() ?? null }));

type Given = Partial<Omit<NewDevice, 'name'>> & { id: string; name: string; key: string };

/** Adds a device, or gives the one of that id another key. The key itself is never kept. */
export async function addDevice(db: Db, d: Given, demo = false): Promise<void> {
  const { id, kind = 'oxygen-monitor', name, key, place = '', station = '', resolution = 1, noise = 1, top = 250_000, t90 = null } = d;
  await db`insert into device (id, kind, name, key_hash, place, station, resolution, noise, top, t90, demo)
    values (${id}, ${kind}, ${name}, ${sha256(key)}, ${place}, ${station}, ${resolution}, ${noise}, ${top}, ${t90}, ${demo})
    on conflict (id) do update set key_hash = excluded.key_hash`;
}

/** Is there a device of this name that may still speak? */
export const nameTaken = async (db: Db, name: string): Promise<boolean> =>
  (await db`select 1 from device where lower(name) = lower(${name}) and not cleared and revoked_at is null`).length > 0;

/** @returns false when there is no such device */
export const newKey = async (db: Db, id: string, key: string): Promise<boolean> =>
  (await db`update device set key_hash = ${sha256(key)} where id = ${id} and revoked_at is null returning id`).length > 0;

export const revokeDevice = async (db: Db, clock: Clock, id: string): Promise<boolean> =>
  (await db`update device set revoked_at = ${new Date(clock())} where id = ${id} and revoked_at is null returning id`).length > 0;

export type CardChange = { cell?: Cell; calibratedOn?: string | null; place?: string; station?: string };

/** Changes what is given of a device's card. @returns false when there is no such device */
export async function setDeviceCard(db: Db, id: string, card: CardChange): Promise<boolean> {
  const rows = await db`
    update device set cell = coalesce(${card.cell ?? null}, cell), place = coalesce(${card.place ?? null}, place),
      station = coalesce(${card.station ?? null}, station),
      calibrated_on = case when ${card.calibratedOn !== undefined} then ${card.calibratedOn ?? null}::date else calibrated_on end
    where id = ${id} returning id`;
  return rows.length > 0;
}

export type Device = { id: string; kind: DeviceKind; name: string };

/** The device this key belongs to, or why there is none. */
export async function deviceByKey(db: Db, id: string, key: string): Promise<Device | 'unknown' | 'wrong-key' | 'revoked'> {
  if (!z.uuid().safeParse(id).success) return 'unknown';
  const [row] = await db<
    (Device & { key_hash: string; revoked: boolean })[]
  >`select id, kind, name, key_hash, revoked_at is not null as revoked from device where id = ${id}`;
  if (!row) return 'unknown';
  if (!timingSafeEqual(Buffer.from(sha256(key), 'hex'), Buffer.from(row.key_hash, 'hex'))) return 'wrong-key';
  return row.revoked ? 'revoked' : { id: row.id, kind: row.kind, name: row.name };
}

/** Notes that a device spoke; not at every word, so that a flood does not write one row over and over. */
export async function noteSeen(db: Db, device: string, at: Date): Promise<void> {
  await db`update device set last_seen = ${at} where id = ${device} and (last_seen is null or last_seen < ${new Date(at.getTime() - 3000)})`;
}

export const declaredOf = (d: Pick<DeviceRow, 'resolution' | 'noise' | 'top' | 't90'>): Declared => ({
  resolution: d.resolution,
  noise: d.noise,
  top: d.top,
  ...(d.t90 !== null && { t90: d.t90 }),
});
