/** What every batch of a device shares: read item by item, its clock corrected, bad items kept with their reason. */
import type { z } from 'zod';
import type { ItemAnswer } from '../../core/work/devices';
import { EARLIEST } from '../../core/work/event';
import type { Db } from '../sql';

/** A device's own clock may never have been set, and stand in 1970; outside of these it says nothing that can be dated, ms. */
const CLOCKS = { from: Date.UTC(1970, 0, 1), to: Date.UTC(2200, 0, 1) };

/** Items dated further ahead than this, after correction by the device's clock offset, are refused. */
const FUTURE_MS = 5000;

/**
 * When a batch was received, by a server clock that may have been set back since the device was last heard: nothing it measures may be
 * dated before what it measured already. Then its own clock, which ran on, says how much time has passed.
 * @param last the newest item kept of this device; null when there is none
 */
export function receivedAt(now: number, sentAt: string, boot: string, last: { boot: string; at: Date; device_time: Date } | null): Date {
  if (last === null || now >= last.at.getTime() - FUTURE_MS) return new Date(now);
  const passed = last.boot === boot ? Date.parse(sentAt) - last.device_time.getTime() : 0;
  return new Date(last.at.getTime() + Math.max(0, passed));
}

export type Timed<T> = { index: number; at: Date; deviceTime: Date; item: T };

/**
 * @param sentAt the device's own time of sending: the server's time less it is the offset of its clock
 * @returns the items that can be taken, and the answers of those that cannot
 */
export function sift<T extends { at: string }>(
  schema: z.ZodType<T>,
  items: readonly unknown[],
  sentAt: string,
  received: Date,
): { good: Timed<T>[]; answers: Map<number, ItemAnswer> } {
  const offset = received.getTime() - Date.parse(sentAt);
  const answers = new Map<number, ItemAnswer>();
  const good: Timed<T>[] = [];
  items.forEach((item, index) => {
    const refuse = (reason: string) => void answers.set(index, { index, status: 'refused', reason });
    const parsed = schema.safeParse(item);
    if (!parsed.success) return refuse(parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; '));
    const deviceTime = Date.parse(parsed.data.at);
    const at = deviceTime + offset;
    if (deviceTime < CLOCKS.from || deviceTime > CLOCKS.to || at < EARLIEST)
      return refuse(`dated ${parsed.data.at}: no clock of a device says that. Set it, or let it take the time of the answers`);
    if (at > received.getTime() + FUTURE_MS) return refuse(`dated ${Math.round((at - received.getTime()) / 1000)} s into the future`);
    good.push({ index, at: new Date(at), deviceTime: new Date(deviceTime), item: parsed.data });
  });
  return { good, answers };
}

/** Keeps the refused items with their reason, in one statement. */
export async function keepRefusals(
  db: Db,
  device: string,
  received: Date,
  items: readonly unknown[],
  answers: Iterable<ItemAnswer>,
): Promise<void> {
  const rows = [...answers]
    .filter((a) => a.status === 'refused')
    .map((a) => ({
      device,
      received_at: received,
      item: (JSON.stringify(items[a.index]) ?? 'null').slice(0, 2000),
      reason: a.reason ?? '',
    }));
  if (rows.length) await db`insert into reading_refusal ${db(rows)}`;
}
