/**
 * How long a purge that fills still takes, learnt from its readings (models/remaining): what is asked of the model for a run, which
 * readings it may go by, and how its answer is said. One answer for the page, the bench and the Board.
 */
import { frozenAfter, STALE_AFTER, type Declared } from '../../models/sensor';
import { UNPROVED, wontText, type Answer, type Monitor, type Prior, type Sign } from '../../models/remaining';
import { clock, show, type System } from '../../basics/units';
import { uncheckedParts } from '../../models/purge';
import { totalFlow, type Setup } from '../../models/setup';
import type { FlowReading } from './csv';
import { spanWords } from './spans';
import type { Reading } from './gate';
import type { RunState } from './state';

/** s to 90 % of a step, where nobody declared it: common practice, no source. */
const T90 = 11;
/** Air in the spool when it was closed again, and after a changed bottle, as shares between which it lies: judgement. */
export const AFTER = { look: [0.1, 1], bottle: [0.005, 0.3] } as const;

/** What the model is asked of one fill. */
export type Fill = {
  /** of this fill alone */
  key: string;
  setup: Setup;
  limit: number;
  monitors: Monitor[];
  /** the monitors, by the device that is read */
  devices: string[];
  start: readonly [number, number];
  /** ms: gas on, and the arc or whatever else ended the wait; null while it fills */
  since: number;
  until: number | null;
  seed: number;
  prior?: Prior;
};

/** What a shop's own purges say, for set-ups of straight tube and for those with parts the model was never checked on. */
export type ShopPriors = { straight: Prior | null; fitted: Prior | null };

/** A seed out of a name: the same run says the same wherever it is asked. */
export const seedOf = (name: string): number => {
  let h = 2166136261;
  for (let i = 0; i < name.length; i++) h = Math.imul(h ^ name.charCodeAt(i), 16777619);
  return h >>> 1;
};

/** @returns null where nothing fills, nothing is measured, or what is measured is the supply */
export function fillOf(run: RunState, priors: ShopPriors | null = null): Fill | null {
  const { started, fillingSince: since } = run;
  if (since === null || started.backing !== 'purge' || started.rules.readyBy === 'clock' || started.place === 'inlet') return null;
  const monitors = monitorsOf(run);
  if (monitors.length === 0) return null;
  const before = run.marks.findLast((m) => m.at <= since && m.twice === null && (m.mark === 'refill' || m.mark === 'bottle'));
  const start = since === run.startedAt || !before ? ([1, 1] as const) : before.mark === 'bottle' ? AFTER.bottle : AFTER.look;
  const arc = run.arcs.find((a) => a.on >= since);
  const prior = priors?.[uncheckedParts(started.setup).length > 0 ? 'fitted' : 'straight'];
  const key = `${run.id} ${since}${prior ? ' shop' : ''}`;
  return {
    key,
    setup: started.setup,
    limit: started.rules.startPpm,
    monitors: monitors.map((m) => m.monitor),
    devices: monitors.map((m) => m.device),
    start,
    since,
    until: arc?.on ?? run.endedAt,
    seed: seedOf(run.id),
    ...(prior && { prior }),
  };
}

/** Monitors a run goes by: its own, and those that listen beside it. */
export function monitorsOf({ started }: Pick<RunState, 'started'>): { device: string; monitor: Monitor; declared: Declared | null }[] {
  const of = (d: { id: string; declared?: Declared | undefined } | null, place: string | undefined) => {
    if (!d || (place !== 'vent' && place !== 'joint')) return [];
    const { t90 = T90, noise = 1.5, resolution = 1 } = d.declared ?? {};
    const monitor: Monitor = { place, t90, noise, resolution };
    return [{ device: d.id, declared: d.declared ?? null, monitor }];
  };
  return [...of(started.device, started.place), ...started.listens.flatMap((d) => (d.kind === 'oxygen-monitor' ? of(d, d.place) : []))];
}

/** Those to be gone by: good, within the scale, and not of a cell that stood still longer than its noise allows. */
export function believed(readings: readonly Reading[], declared: Declared | null): Reading[] {
  const proof = declared && frozenAfter(declared);
  const good = readings.filter((r) => r.quality === 'good' && (!declared || r.ppm < declared.top));
  const value = (r: Reading | undefined) => r && (r.raw ?? r.ppm);
  const out: Reading[] = [];
  for (let i = 0; i < good.length;) {
    let end = i + 1;
    while (end < good.length && value(good[end]) === value(good[i])) end++;
    // Near zero half of the noise is cut off: there a still figure is what a clean purge looks like.
    const frozen = proof && declared && end - i >= proof && (good[i] as Reading).ppm > 2 * declared.noise;
    if (!frozen) out.push(...good.slice(i, end));
    i = end;
  }
  return out;
}

/** Measured flow over the flow that was set, from s since gas on: where it is off by more than its meter may be. */
export function flowsOf(flows: readonly FlowReading[], setup: Setup, since: number): [number, number][] {
  const asked = totalFlow(setup);
  const out: [number, number][] = [];
  for (const f of flows) {
    const ratio = f.flow / asked;
    const is = Math.abs(ratio - 1) > 0.1 ? Math.max(0.02, Math.round(ratio * 20) / 20) : 1;
    if (f.at >= since && is !== (out.at(-1)?.[1] ?? 1)) out.push([(f.at - since) / 1000, is]);
  }
  return out;
}

/** What was said, when: ms, and what is held once the limit is read, s. */
export type Remains = { key: string; at: number; hold: number; answer: Answer };

/** What was said longer ago than this says nothing of now, ms: nothing was asked since, for the monitor is in doubt or the purge stands. */
const OLD = (STALE_AFTER + 2) * 1000;
/** Goes by what is read now? */
export const isFresh = ({ at, answer }: Remains, now: number): boolean => answer.state === 'fresh' && now - at < OLD;
/** Readings are gone by for so long from gas on, ms: later nobody waits for an estimate. */
export const LONGEST_FILL = 2 * 3_600_000;

/** Seconds until ready: the reading and its hold. Null when no time may be said. @param now ms */
export function readyIn(r: Remains, now: number): { low: number; high: number } | null {
  const { at, hold, answer: a } = r;
  if (!isFresh(r, now) || a.wont || !a.reads) return null;
  const gone = (now - at) / 1000;
  const left = (s: number) => Math.max(0, s + hold - gone);
  return { low: left(a.reads.low), high: left(a.reads.high) };
}

/** Held up, and not because it rises: it never began to fall, or fell no further. */
export const doesNotFall = (a: Answer): boolean => a.signs.at(-1)?.kind === 'left';

/** The headline: when it is ready, that it will not be, or that oxygen rises; empty where nothing new may be said. */
export function remainsWords(r: Remains, now: number, system: System): string {
  const { answer: a } = r;
  if (now - r.at >= OLD) return '';
  if (a.state === 'rising') return `Oxygen ${doesNotFall(a) ? 'does not fall' : 'rises'}: no time can be given.`;
  if (a.state !== 'fresh') return '';
  const wont = wontText(a, system);
  if (wont) return wont;
  const ready = readyIn(r, now);
  return ready ? `Ready in ${spanWords(ready)}, an estimate.` : 'No time can be given: hardly any purge like this gets there.';
}

const hundred = (share: number): number => Math.round(100 * share);

/** Under the headline: the place that is not measured, and how sure it is to get there. */
export function besideWords(r: Remains, [place, ...beside]: readonly string[], now: number): string {
  const { at, answer: a } = r;
  if (!isFresh(r, now)) return '';
  const gone = (now - at) / 1000;
  const other = place === 'joint' ? 'vent' : 'joint';
  const span = other === 'joint' ? a.joint : a.vent;
  const there = span && { low: Math.max(0, span.low - gone), high: Math.max(0, span.high - gone) };
  return [
    a.wont ? '' : `${hundred(a.reach)} of 100 like this get there.`,
    beside.includes(other)
      ? `The ${other}, measured beside it, ${there ? `in ${spanWords(there)}` : 'has no time'}.`
      : there
        ? `The ${other}, not measured, by the model in ${spanWords(there)}.`
        : `The ${other} is not measured, and has no time.`,
    a.layered ? 'This spool fills in layers: the model is weak there.' : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** How sure what stays is, for whoever opens it. */
export const floorWords = ({ answer: a }: Remains, system: System): string =>
  `What stays when all air is out: ${show(a.floor.low, 'oxygen', system)} to ${show(a.floor.high, 'oxygen', system)}. ${UNPROVED}`;

/** A sign in words: what is read, and where to look; which of these it is no reading says. */
export const signWords = (s: Sign): string =>
  s.kind === 'rises'
    ? `Oxygen rises since ${clock(s.t)} after gas on. Look at dams, hose, tape, bottle and monitor: the readings cannot say which.`
    : `The readings left what was forecast at ${clock(s.t)} after gas on. Look at flow, hose, tape and dams: the readings cannot say which.`;

/** A sign as an alarm takes it, ms. */
export type Happened = { at: number; text: string; on: boolean };
export const happenedOf = (r: Remains | null, fillingSince: number | null): Happened | null => {
  const sign = r?.answer.signs.at(-1);
  if (!r || fillingSince === null || !sign) return null;
  return {
    at: fillingSince + sign.t * 1000,
    text: signWords(sign),
    on: r.answer.state === 'rising' || r.at - (fillingSince + sign.t * 1000) < 60_000,
  };
};
