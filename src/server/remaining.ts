/**
 * How long purges still take, on the server: for the Board, which shows many, and afterwards for the record. A thread of its own holds what
 * each purge has taught so far; nobody waits for it, the Board shows what was said last.
 */
import {
  LONGEST_FILL,
  fillOf,
  flowsOf,
  monitorsOf,
  believed,
  type Fill,
  type Foretold,
  type Reading,
  type Remains,
  type RunState,
  type ShopPriors,
} from '../../core/work/run';
import type { Answer, Reading as Heard } from '../../core/models/remaining';
import { reduceRun } from '../../core/work/record';
import { now } from '../../db/clock';
import { keepForetold, notForetold, shopPriors } from '../../db/remaining';
import { flowsSince, readingsSince } from '../../db/record/readings';
import { eventsOf } from '../../db/record/stored';
import { asking } from './asking';
import { db } from './db';
import { flowMeterOf } from './run';

export type RemainQuestion =
  | { kind: 'now'; fill: Fill; readings: Heard[]; flows: [number, number][]; at: number }
  | { kind: 'then'; fill: Fill; started: RunState['started']; readings: Reading[][]; shop: boolean };
export type Remained = { ok: true; answer?: Answer; foretold?: Foretold | null } | { ok: false };

const ask = asking<RemainQuestion, Remained>('remainThread', { longest: 30_000, most: 40, memory: 256 });
/** What has ended is gone through in a thread apart: it takes as long as many answers, and those who weld now do not wait behind it. */
const askThen = asking<RemainQuestion, Remained>('remainThread', { longest: 300_000, most: 1, memory: 256 });

/** What the shop's own purges say, at a time or now. */
export async function priorsNow(at?: number): Promise<ShopPriors> {
  const all = await shopPriors(db(), at);
  const of = (unchecked: boolean) => all.find((p) => p.unchecked === unchecked)?.body ?? null;
  return { straight: of(false), fitted: of(true) };
}

const last = new Map<string, { since: number; said: Remains }>();
const askedAt = new Map<string, number>();
/** Runs whose answer is on its way: a thread that is behind is not asked twice for the same. */
const learning = new Set<string>();

/** What was said last of a run that fills; asks for the next meanwhile. */
export function remainsOf(run: RunState): Remains | null {
  if (run.phase !== 'filling') return null;
  const at = now();
  if (!learning.has(run.id) && Math.abs(at - (askedAt.get(run.id) ?? 0)) > 900) {
    askedAt.set(run.id, at);
    learning.add(run.id);
    void learn(run, at)
      .catch((e: unknown) => console.error('remaining time', (e as Error).message))
      .finally(() => learning.delete(run.id));
  }
  const known = last.get(run.id);
  return known?.since === run.fillingSince ? known.said : null;
}

async function learn(run: RunState, at: number): Promise<void> {
  const fill = fillOf(run, await priorsNow());
  if (!fill) return;
  const until = Math.min(fill.until ?? at, fill.since + LONGEST_FILL);
  const meter = flowMeterOf(run);
  const [lists, flows] = await Promise.all([readingsBy(run, fill.since, until), meter ? flowsSince(db(), meter, fill.since, until) : []]);
  const readings = monitorsOf(run).flatMap(({ declared }, monitor) =>
    believed(lists[monitor] ?? [], declared).map((r) => ({ t: (r.at - fill.since) / 1000, ppm: r.ppm, monitor })),
  );
  const told = await ask({ kind: 'now', fill, readings, flows: flowsOf(flows, fill.setup, fill.since), at: (until - fill.since) / 1000 });
  if (told === 'busy' || !told.ok || !told.answer) return;
  const { rules, place, jointLag } = run.started;
  const hold = rules.holdSeconds + Math.max(rules.jointHoldSeconds, place === 'vent' ? jointLag : 0);
  last.set(run.id, { since: fill.since, said: { key: fill.key, at: until, hold, answer: told.answer } });
  // A shop runs a handful at a time; what ended long ago is let go.
  for (const id of [...last.keys()].slice(0, Math.max(0, last.size - 100))) last.delete(id);
}

const readingsBy = (run: RunState, from: number, to: number): Promise<Reading[][]> =>
  Promise.all(monitorsOf(run).map((m) => readingsSince(db(), m.device, from, to, 20_000)));

/** How often a purge that has ended is held against what was foretold of it, ms: one at a time, so that nobody waits. */
const SWEEP_MS = Number(process.env['SENTREL_SWEEP_MS'] ?? 8000);
const FIRST_MS = 2.5 * SWEEP_MS;

/** Goes on for as long as the process does. @returns stops */
export function startForetelling(): () => void {
  let timer: NodeJS.Timeout;
  const round = async () => {
    try {
      const id = await notForetold(db());
      if (id) await keepForetold(db(), now, id, await foretoldNow(id));
    } catch (e) {
      console.error('foretold', (e as Error).message);
    }
    timer = setTimeout(() => void round(), SWEEP_MS);
    timer.unref();
  };
  timer = setTimeout(() => void round(), FIRST_MS);
  timer.unref();
  return () => clearTimeout(timer);
}

/** The fill before the first arc, or the only one, as it went. Null where there is too little to say. */
async function foretoldNow(id: string): Promise<Foretold | null> {
  const events = await eventsOf(db(), id);
  const whole = reduceRun(events);
  if (!whole || whole.retired) return null;
  const arc = whole.arcs[0]?.on ?? null;
  // As it stood when the arc came on, or before it was ended.
  const before = reduceRun(events, (arc ?? whole.endedAt ?? Infinity) - 1);
  const priors = await priorsNow(whole.startedAt);
  const fill = before && fillOf(before, priors);
  if (!before || !fill) return null;
  const until = arc ?? whole.endedAt ?? now();
  const lists = await readingsBy(whole, fill.since, until);
  if (!lists[0]?.length) return null;
  const told = await askThen({
    kind: 'then',
    fill: { ...fill, until },
    started: whole.started,
    readings: lists,
    shop: fill.prior !== undefined,
  });
  if (told === 'busy' || !told.ok) throw new Error('busy');
  return told.foretold ?? null;
}
