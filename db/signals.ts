/**
 * A press of a foot switch or an arc seen by a clamp becomes a mark on the purge that listens to it. The signal and its mark
 * are committed together: sent again, however often, it is one mark.
 */
import { v7 as uuid } from 'uuid';
import {
  arcItemSchema,
  LEAST_PRESS,
  pressItemSchema,
  signalBatchSchema,
  type ArcItem,
  type ItemAnswer,
  type PressItem,
} from '../core/work/devices';
import { versionOf, reduceRun, type BodyOf } from '../core/work/record';
import { footHeldOf, footOf, HELD_PRESS, type RunState, type Target } from '../core/work/run';
import type { Stored } from '../core/work/event';
import { atArc } from './record/added';
import { appendIn } from './record/append';
import type { Clock } from './clock';
import { noteSeen, type Device } from './devices';
import { eventsOf } from './record/stored';
import { keepRefusals, receivedAt, sift, type Timed } from './record/intake';
import type { Sql, Tx } from './sql';
import { seamsOf } from './work';
import { transaction } from './transaction';

type Signal = PressItem | ArcItem;

/** @returns an error when the batch itself cannot be read */
export async function takeSignals(
  sql: Sql,
  clock: Clock,
  device: Device,
  sent: unknown,
): Promise<{ answers: ItemAnswer[]; now: string } | { error: string }> {
  const batch = signalBatchSchema.safeParse(sent);
  if (!batch.success) return { error: batch.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; ') };
  if (device.kind !== 'foot-switch' && device.kind !== 'current-clamp') return { error: 'This device sends readings, not signals.' };
  const { boot, sentAt, signals } = batch.data;
  const [last] = await sql<{ boot: string; at: Date; device_time: Date }[]>`
    select boot, at, device_time from signal where device = ${device.id} order by at desc limit 1`;
  const received = receivedAt(clock(), sentAt, boot, last ?? null);
  const { good, answers } = sift<Signal>(device.kind === 'foot-switch' ? pressItemSchema : arcItemSchema, signals, sentAt, received);
  // One after the other: what a press means depends on the one before.
  for (const s of good.sort((a, b) => a.at.getTime() - b.at.getTime() || a.item.seq - b.item.seq))
    answers.set(s.index, await transaction(sql, (tx) => takeOne(tx, clock, device, boot, s, received)));
  await transaction(sql, async (tx) => {
    await keepRefusals(tx, device.id, received, signals, answers.values());
    await noteSeen(tx, device.id, received);
  });
  return { answers: signals.map((_, i) => answers.get(i) as ItemAnswer), now: received.toISOString() };
}

async function takeOne(tx: Tx, clock: Clock, device: Device, boot: string, s: Timed<Signal>, received: Date): Promise<ItemAnswer> {
  const { index, item } = s;
  // The lock on the device's row lets one sender at a time decide: the same signal sent twice at once waits here.
  await tx`select 1 from device where id = ${device.id} for no key update`;
  const [had] = await tx<
    { same: boolean }[]
  >`select body = ${tx.json(item)}::jsonb as same from signal where device = ${device.id} and boot = ${boot} and seq = ${item.seq}`;
  if (had)
    return had.same
      ? { index, status: 'repeat' }
      : { index, status: 'refused', reason: `number ${item.seq} was sent before with another content` };
  const made =
    'press' in item && item.press < LEAST_PRESS
      ? `shorter than ${LEAST_PRESS} ms: an arc start, not a foot`
      : await mark(tx, clock, device, s);
  const event = typeof made === 'string' ? null : made.event;
  const note = typeof made === 'string' ? made : '';
  await tx`insert into signal (device, boot, seq, at, device_time, received_at, body, event, note)
    values (${device.id}, ${boot}, ${item.seq}, ${s.at}, ${s.deviceTime}, ${received}, ${tx.json(item)}, ${event}, ${note})`;
  return note === '' ? { index, status: 'taken' } : { index, status: 'taken', reason: note };
}

/** What a short press means, by what the gate said then. */
const pressed = async (tx: Tx, run: RunState, events: readonly Stored[], at: Date): Promise<Target | null> =>
  footOf(run, (await atArc(tx, events, at.getTime()))?.ready ?? false, (await seamsOf(tx, run.started.welds))(run.at));

/** Makes the mark, or says why there is none. */
async function mark(tx: Tx, clock: Clock, device: Device, { at, item }: Timed<Signal>): Promise<{ event: string } | string> {
  const [open] = await tx<{ id: string }[]>`
    select r.id from run r join run_device l on l.run = r.id
    where l.device = ${device.id} and r.started_at <= ${at} and (r.ended_at is null or r.ended_at >= ${at}) order by r.started_at desc limit 1`;
  if (!open) return 'no purge listened to it then';
  const events = await eventsOf(tx, open.id);
  const run = reduceRun(events, at.getTime());
  if (!run) return 'nothing can be marked there';
  const target =
    'press' in item
      ? item.press >= HELD_PRESS
        ? (footHeldOf(run) ?? (await pressed(tx, run, events, at)))
        : await pressed(tx, run, events, at)
      : null;
  if ('press' in item && !target) return 'the foot waits there: nothing is marked by it';
  const said: Pick<BodyOf<'run.marked'>, 'mark' | 'weld' | 'arc'> = target
    ? { mark: target.mark, weld: target.weld ?? run.at, ...(target.arc && { arc: target.arc }) }
    : { mark: 'arc' in item && item.arc === 'on' ? 'arc-on' : 'arc-off', weld: run.at };
  const id = uuid();
  const answer = await appendIn(
    tx,
    clock,
    { person: null, identified: `device ${device.id}` },
    {
      id,
      stream: open.id,
      type: 'run.marked',
      version: versionOf('run.marked'),
      happenedAt: at.toISOString(),
      offsetMs: 0,
      seen: null,
      body: said,
    },
    { source: { id: device.id, label: device.name, kind: device.kind }, ...('arc' in item && { clampAmps: item.amps }) },
  );
  return answer.status === 201 ? { event: id } : (answer.error ?? 'not taken');
}
