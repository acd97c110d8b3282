/** Readings of oxygen and flow: taken in batches from devices, answered item by item, kept as rows beside the events. */
import { flowItemSchema, oxygenItemSchema, readingBatchSchema, type ItemAnswer } from '../../core/work/devices';
import { readingsWanted, type FlowReading, type Reading, type RunState } from '../../core/work/run';
import { sha256 } from './chain';
import type { Clock } from '../clock';
import { noteSeen, type Device } from '../devices';
import { keepRefusals, receivedAt, sift } from './intake';
import type { Db, Sql } from '../sql';
import { transaction } from '../transaction';

const LPM = 1 / 60_000;
const issues = (e: { issues: { path: PropertyKey[]; message: string }[] }) =>
  e.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; ');

/**
 * Takes a batch in one transaction. Bad items go to reading_refusal with their reason, good ones stay.
 * @returns an error when the batch itself cannot be read
 */
export async function intake(
  sql: Sql,
  clock: Clock,
  device: Pick<Device, 'id' | 'kind'>,
  sent: unknown,
): Promise<{ answers: ItemAnswer[]; now: string; purge: boolean } | { error: string }> {
  const batch = readingBatchSchema.safeParse(sent);
  if (!batch.success) return { error: issues(batch.error) };
  if (device.kind !== 'oxygen-monitor' && device.kind !== 'flow-meter') return { error: 'This device sends signals, not readings.' };
  const { boot, sentAt, readings } = batch.data;
  const [last] = await sql<{ boot: string; at: Date; device_time: Date }[]>`
    select boot, at, device_time from reading where device = ${device.id} order by at desc limit 1`;
  const received = receivedAt(clock(), sentAt, boot, last ?? null);
  const { good, answers } =
    device.kind === 'flow-meter' ? sift(flowItemSchema, readings, sentAt, received) : sift(oxygenItemSchema, readings, sentAt, received);
  const indexed = good.map(({ index, at, deviceTime, item }) => ({
    index,
    row: {
      seq: item.seq,
      at,
      device_time: deviceTime,
      raw: item.raw,
      value: 'lpm' in item ? item.lpm * LPM : item.ppm,
      quality: item.quality,
    },
  }));
  const rows = indexed.map((r) => r.row);
  await transaction(sql, async (tx) => {
    if (rows.length) {
      // The same number twice in one batch would clash with itself: the first stands, the rest are compared below.
      const firsts = [...new Map(rows.toReversed().map((r) => [r.seq, r])).values()];
      const taken = await tx<{ seq: number }[]>`
        insert into reading ${tx(firsts.map((r) => ({ ...r, device: device.id, boot, received_at: received })))}
        on conflict (device, boot, seq) do nothing returning seq`;
      const fresh = new Set(taken.map((t) => t.seq));
      const kept = await tx<{ seq: number; device_time: Date; value: number; raw: number }[]>`
        select seq, device_time, value, raw from reading where device = ${device.id} and boot = ${boot} and seq in ${tx(rows.map((r) => r.seq))}`;
      const bySeq = new Map(kept.map((k) => [k.seq, k]));
      for (const { index, row: r } of indexed) {
        const k = bySeq.get(r.seq);
        const same = k?.value === r.value && k.raw === r.raw && k.device_time.getTime() === r.device_time.getTime();
        if (!same) answers.set(index, { index, status: 'refused', reason: `number ${r.seq} was sent before with another content` });
        else answers.set(index, { index, status: fresh.delete(r.seq) ? 'taken' : 'repeat' });
      }
    }
    await keepRefusals(tx, device.id, received, readings, answers.values());
    await noteSeen(tx, device.id, received);
    await tx`select pg_notify('sentrel', ${JSON.stringify({ device: device.id })})`;
  });
  return {
    answers: readings.map((_, i) => answers.get(i) as ItemAnswer),
    now: received.toISOString(),
    purge: await isOnPurge(sql, device.id),
  };
}

/** Does a purge that runs listen to this device? */
async function isOnPurge(db: Db, device: string): Promise<boolean> {
  const [row] = await db<{ on: boolean }[]>`
    select exists (select from claim where kind = 'device' and subject = ${device}) as on`;
  return row?.on ?? false;
}

type Row = { at: Date; raw: number; ppm: number; quality: string };
const reading = (r: Row): Reading => ({ at: r.at.getTime(), raw: r.raw, ppm: r.ppm, quality: r.quality });

/** A device's readings from one time to another (ms), oldest first, at most `most` of the newest. */
export async function readingsSince(db: Db, device: string, from: number, to: number, most = 4000): Promise<Reading[]> {
  const rows = await db<Row[]>`
    select at, raw, value as ppm, quality from reading where device = ${device} and at > ${new Date(from)} and at <= ${new Date(to)} order by at desc, seq desc limit ${most}`;
  return rows.map(reading).reverse();
}

/** The readings of a purge that decide what is true of it at a moment. */
export async function readingsOf(db: Db, run: RunState, at: number): Promise<Reading[]> {
  const device = run.started.device?.id;
  if (!device) return [];
  const spans = await Promise.all(readingsWanted(run, at).map(({ from, to }) => readingsSince(db, device, from, to, 20_000)));
  return spans.flat();
}

/** The same of a flow meter, m³/s. */
export async function flowsSince(db: Db, device: string, from: number, to: number, most = 20_000): Promise<FlowReading[]> {
  return (await readingsSince(db, device, from, to, most)).map((r) => ({ at: r.at, flow: r.ppm }));
}

/** The lines of a logger's file, oldest first. */
export async function logReadings(db: Db, log: string): Promise<Reading[]> {
  const rows = await db<Row[]>`select at, raw, ppm, 'good' as quality from log_reading where log = ${log} order by at, line`;
  return rows.map(reading);
}

export type KeyedReading = Reading & { key: string };

/**
 * Readings of a span (ms) that arrived from a time on, oldest first. By arrival and not by their own time, since a
 * device that was cut off sends its backlog late; who asks again a little earlier than it last heard misses none.
 */
export async function readingsArrived(
  db: Db,
  device: string,
  from: number,
  to: number,
  since: number,
  most = 20_000,
): Promise<KeyedReading[]> {
  const rows = await db<(Row & { boot: string; seq: number })[]>`
    select boot, seq, at, raw, value as ppm, quality from reading
    where device = ${device} and at > ${new Date(from)} and at <= ${new Date(to)} and received_at >= ${new Date(since)}
    order by at desc, seq desc limit ${most}`;
  return rows.map((r) => ({ key: `${r.boot.slice(-12)}:${r.seq}`, ...reading(r) })).reverse();
}

/**
 * What a purge that has ended keeps of its readings: how many, and the SHA-256 over them in order.
 * @param arrived only those that had come by then, ms: a device that was cut off sends its backlog late
 */
export async function readingsDigest(
  db: Db,
  device: string,
  from: number,
  to: number,
  arrived = Infinity,
): Promise<{ readings: number; sha256: string }> {
  const rows = await db<{ boot: string; seq: number; device_time: Date; raw: number; value: number; quality: string }[]>`
    select boot, seq, device_time, raw, value, quality from reading where device = ${device} and at > ${new Date(from)} and at <= ${new Date(to)}
      and (${arrived === Infinity} or received_at <= ${new Date(arrived === Infinity ? 0 : arrived)}) order by at, boot, seq`;
  const text = rows.map((r) => [r.boot, r.seq, r.device_time.toISOString(), r.raw, r.value, r.quality].join(',')).join('\n');
  return { readings: rows.length, sha256: sha256(text) };
}
