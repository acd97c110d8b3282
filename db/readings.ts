/** Oxygen readings: taken in batches from devices, answered item by item, kept as rows beside the events. */
import { z } from 'zod';
import { timingSafeEqual } from 'node:crypto';
import { readingBatchSchema, readingSchema, type ReadingAnswer } from '../core/devices';
import type { Reading } from '../core/purge';
import { sha256 } from './chain';
import type { Clock } from './clock';
import type { Db, Sql } from './sql';

/** Readings dated further ahead than this, after correction by the device's clock offset, are refused. */
const FUTURE_MS = 5000;

export type Device = { id: string; name: string; revoked_at: Date | null };

/** The device this key belongs to, or why there is none. */
export async function deviceByKey(sql: Sql, id: string, key: string): Promise<Device | 'unknown' | 'wrong-key' | 'revoked'> {
  if (!z.uuid().safeParse(id).success) return 'unknown';
  const [row] = await sql<(Device & { key_hash: string })[]>`select id, name, key_hash, revoked_at from device where id = ${id}`;
  if (!row) return 'unknown';
  if (!timingSafeEqual(Buffer.from(sha256(key), 'hex'), Buffer.from(row.key_hash, 'hex'))) return 'wrong-key';
  return row.revoked_at ? 'revoked' : row;
}

type Good = { seq: number; at: Date; deviceTime: Date; raw: number; ppm: number; quality: string };

/**
 * Takes a batch in one transaction. Bad items go to reading_refusal with their reason, good ones stay.
 * @returns null when the batch itself cannot be read
 */
export async function intake(
  sql: Sql,
  clock: Clock,
  device: string,
  sent: unknown,
): Promise<{ answers: ReadingAnswer[]; now: string } | { error: string }> {
  const batch = readingBatchSchema.safeParse(sent);
  if (!batch.success) return { error: batch.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; ') };
  const { boot, sentAt, readings } = batch.data;
  const received = new Date(clock());
  const offset = received.getTime() - Date.parse(sentAt);
  const answers = new Map<number, ReadingAnswer>();
  const good = new Map<number, Good>();
  readings.forEach((item, index) => {
    const refuse = (reason: string) => answers.set(index, { index, status: 'refused', reason });
    const parsed = readingSchema.safeParse(item);
    if (!parsed.success) return refuse(parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; '));
    const r = parsed.data;
    const at = Date.parse(r.at) + offset;
    if (at > received.getTime() + FUTURE_MS) return refuse(`dated ${Math.round((at - received.getTime()) / 1000)} s into the future`);
    good.set(index, { seq: r.seq, at: new Date(at), deviceTime: new Date(r.at), raw: r.raw, ppm: r.ppm, quality: r.quality });
    return undefined;
  });
  await sql.begin(async (tx) => {
    const rows = [...good.entries()].map(([index, g]) => ({ index, ...g }));
    if (rows.length) {
      const taken = await tx<{ seq: number }[]>`
        insert into reading ${tx(
          // The same number twice in one batch would clash with itself: the first stands, the rest are compared below.
          rows
            .filter((r, i) => rows.findIndex((o) => o.seq === r.seq) === i)
            .map((r) => ({
              device,
              boot,
              seq: r.seq,
              at: r.at,
              device_time: r.deviceTime,
              received_at: received,
              raw: r.raw,
              ppm: r.ppm,
              quality: r.quality,
            })),
        )} on conflict (device, boot, seq) do nothing returning seq`;
      const fresh = new Set(taken.map((t) => t.seq));
      const kept = await tx<{ seq: number; device_time: Date; ppm: number; raw: number }[]>`
        select seq, device_time, ppm, raw from reading where device = ${device} and boot = ${boot} and seq in ${tx(rows.map((r) => r.seq))}`;
      const bySeq = new Map(kept.map((k) => [k.seq, k]));
      for (const r of rows) {
        const k = bySeq.get(r.seq);
        const same = k !== undefined && k.ppm === r.ppm && k.raw === r.raw && k.device_time.getTime() === r.deviceTime.getTime();
        if (!same)
          answers.set(r.index, { index: r.index, status: 'refused', reason: `number ${r.seq} was sent before with another content` });
        else answers.set(r.index, { index: r.index, status: fresh.delete(r.seq) ? 'taken' : 'repeat' });
      }
    }
    for (const a of answers.values())
      if (a.status === 'refused')
        await tx`insert into reading_refusal (device, received_at, item, reason) values (${device}, ${received}, ${JSON.stringify(readings[a.index]) ?? 'null'}, ${a.reason ?? ''})`;
    await tx`select pg_notify('sentrel', ${JSON.stringify({ device })})`;
  });
  return { answers: readings.map((_, i) => answers.get(i) as ReadingAnswer), now: received.toISOString() };
}

/** A device's readings from one time to another (ms), oldest first, at most `most` of the newest. */
export async function readingsSince(db: Db, device: string, from: number, to: number, most = 4000): Promise<Reading[]> {
  const rows = await db<{ at: Date; ppm: number; quality: string }[]>`
    select at, ppm, quality from reading where device = ${device} and at > ${new Date(from)} and at <= ${new Date(to)} order by at desc, seq desc limit ${most}`;
  return rows.map((r) => ({ at: r.at.getTime(), ppm: r.ppm, quality: r.quality })).reverse();
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
  const rows = await db<{ boot: string; seq: number; at: Date; ppm: number; quality: string }[]>`
    select boot, seq, at, ppm, quality from reading
    where device = ${device} and at > ${new Date(from)} and at <= ${new Date(to)} and received_at >= ${new Date(since)}
    order by at desc, seq desc limit ${most}`;
  return rows.map((r) => ({ key: `${r.boot.slice(-12)}:${r.seq}`, at: r.at.getTime(), ppm: r.ppm, quality: r.quality })).reverse();
}

/** What a closed run keeps of its readings: how many, and the SHA-256 over them in order. */
export async function readingsDigest(db: Db, device: string, from: number, to: number): Promise<{ readings: number; sha256: string }> {
  const rows = await db<{ boot: string; seq: number; device_time: Date; raw: number; ppm: number; quality: string }[]>`
    select boot, seq, device_time, raw, ppm, quality from reading where device = ${device} and at > ${new Date(from)} and at <= ${new Date(to)} order by at, boot, seq`;
  const text = rows.map((r) => [r.boot, r.seq, r.device_time.toISOString(), r.raw, r.ppm, r.quality].join(',')).join('\n');
  return { readings: rows.length, sha256: sha256(text) };
}
