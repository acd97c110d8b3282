/** What the clock school says of a case, beside the model. Common practice, no source, unless one is named. */
import { bore } from '../../basics/sizes';
import type { Prediction } from './predict';
import { curveAt } from './band';
import type { Times } from './planned';
import { totalFlow, type Setup } from '../setup';
import { show, type System } from '../../basics/units';

export type Thumb = {
  rule: string;
  source: string;
  seconds: number;
  /** what the model says of the joint then, ppm */
  ppm: number;
  /** its time over the model's time to the limit at the joint; null where the model has none */
  ratio: number | null;
};

/** Nearer to each other than this a rule and the model agree: neither knows better. */
const AGREES = 1.5;
export const thumbWords = ({ ratio }: Thumb): string =>
  ratio === null
    ? 'no time of the model to hold it against'
    : ratio < 1 / AGREES
      ? 'too soon here'
      : ratio <= AGREES
        ? 'agrees'
        : `waits ${ratio >= 10 ? Math.round(ratio) : ratio.toFixed(1)} times as long as the model`;

const PRACTICE = 'Common practice, no source';
/** One cubic foot an hour, m³/s. */
const CFH = 0.3048 ** 3 / 3600;

type Rule = { rule: string; seconds: number };

/** The trade's own rule for this size and flow, in minutes; null where there is none. Nothing is read between two of them. */
export function practiceFor(setup: Setup, volume: number): Rule | null {
  const joint = setup.parts.find((x) => x.id === setup.joint);
  const lpm = totalFlow(setup) * 60_000;
  if (!joint || lpm <= 0) return null;
  const d = bore(joint.size);
  const length = volume / ((Math.PI / 4) * d ** 2);
  if (d > 0.04 && d < 0.08 && lpm >= 5 && lpm <= 10)
    return length < 0.75
      ? { rule: 'Three minutes at 6 to 8 L/min, short 2 to 3 in spool', seconds: 180 }
      : { rule: 'Five minutes at 6 to 8 L/min, a spool twice as long', seconds: 300 };
  if (d > 0.18 && d < 0.23 && lpm > 12 && lpm < 22) return { rule: '15 minutes at 35 CFH on 8 in pipe', seconds: 900 };
  if (d > 0.6 && setup.inlets.length >= 2) return { rule: '15 to 20 minutes with two hoses on 30 in pipe (taken at 18)', seconds: 1080 };
  return null;
}

/**
 * The most flow a line fills with by the trade's rule, m³/s; null where the trade has none. In 2 to 3 in tube 8 L/min: more, it holds,
 * stirs and takes longer. On pipe to 8 in 35 CFH. Common practice, no source.
 */
export function mostFlow(setup: Setup): number | null {
  const joint = setup.parts.find((x) => x.id === setup.joint);
  if (!joint) return null;
  if (joint.size.series === 'pipe') return bore(joint.size) < 0.25 ? 35 * CFH : null;
  return bore(joint.size) < 0.08 ? 8e-3 / 60 : null;
}

/** What the two schools say of more flow here, and what would settle it; null where the trade has no rule. */
export function flowSchools(setup: Setup, system: System): string | null {
  const most = mostFlow(setup);
  if (most === null) return null;
  const said =
    setup.parts.find((x) => x.id === setup.joint)?.size.series === 'pipe'
      ? `The trade fills pipe like this at up to ${show(most, 'flow', system)} a hose`
      : `The trade fills tube like this at 6 to 8 L/min and holds that more stirs and takes longer (here ${show(most, 'flow', system)})`;
  return `${said}; common practice, no source. The model says a little sooner for much more gas, and cannot see a hose aimed at the vent, a loose hose that draws air, a draught. A reading at both flows settles it.`;
}

/** The rules of thumb that speak of this set-up. */
export function rulesOfThumb(setup: Setup, p: Prediction): Thumb[] {
  const flow = totalFlow(setup);
  if (!setup.parts.some((x) => x.id === setup.joint) || flow <= 0) return [];
  const volume = p.mesh.total;
  const own = practiceFor(setup, volume);
  const out: [string, string, number][] = [
    ['2.5 to 3 pipe volumes (taken at 3)', 'DVS 0937, from memory: plug flow', (3 * volume) / flow],
    ['5 to 10 volume changes (taken at 7)', 'US purging guides, from memory', (7 * volume) / flow],
    ...(own ? [[own.rule, PRACTICE, own.seconds] as [string, string, number]] : []),
  ];
  const { joint } = p.times;
  return out.map(([rule, source, seconds]) => ({
    rule,
    source,
    seconds,
    ppm: curveAt(p.joint, seconds),
    ratio: joint === null || joint <= 0 ? null : seconds / joint,
  }));
}

/** When a purge goes by the clock. */
export type ClockGate = {
  /** s; null: no time is given */
  seconds: number | null;
  /** which of what must be waited for is the last */
  why: string;
  /** s that must be waited for by the model alone: who waits less than the trade's rule waits this, and says why */
  model: number | null;
};

/**
 * By the clock nobody sees what is inside: the slowest of what must be clear counts, at the late end of its range, and never less than the
 * trade's own rule for the size.
 */
export function clockGate(setup: Setup, plan: Times): ClockGate {
  const figure = (id: string) => plan.figures.find((f) => f.id === id)?.value ?? null;
  if (plan.joint.high === null)
    return { seconds: null, why: 'no time is given, too many spools like this never get there. Use a monitor.', model: null };
  const own = practiceFor(setup, figure('volume') ?? 0);
  const waits: [number | null, string][] = [
    [plan.joint.high, 'the joint, at the late end of its range'],
    // Plans of the first model had 12 o'clock as a figure of its own.
    [figure('twelve'), "12 o'clock at the joint"],
    [figure('slowest'), 'the last place of the spool to clear'],
  ];
  const slowest = (all: typeof waits) =>
    all.reduce<[number, string]>((most, [s, w]) => (s !== null && s > most[0] ? [s, w] : most), [0, '']);
  const [model] = slowest(waits);
  const [seconds, why] = slowest([
    ...waits,
    [own?.seconds ?? null, `the trade's own rule: ${own?.rule.toLowerCase() ?? ''} (common practice, no source)`],
  ]);
  return { seconds, why: `${why}.${own ? '' : ' The trade has no rule of its own for this size and flow.'}`, model };
}
