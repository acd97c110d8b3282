/** What a weld took of gas, and what it cost: from its runs and arcs, at the price known when the gas was checked. */
import { clockGate, practiceFor, type Plan } from '../../models/purge';
import { totalFlow, type Setup } from '../../models/setup';
import type { RunState } from '../run';
import type { WeldState } from './state';

export type GasUse = {
  /** m³ */
  purge: number;
  torch: number;
  /** money; null without a price */
  money: number | null;
  currency: string | null;
  /** the clock school: its wait, then the same weld and hold; null without a plan or where that school has no time */
  clockSchool: { purge: number; money: number | null } | null;
};

/**
 * How long a run's gas flowed for one of its welds, s: the fill up to the first arc serves all its welds alike, from then on
 * the gas is of the weld in hand. Over all the welds it serves it comes out as the whole run.
 */
export function gasTime(run: RunState, weld: string, now: number): number {
  const end = run.endedAt ?? now;
  const first = Math.min(end, ...run.arcs.map((a) => a.on));
  return (first - run.startedAt) / run.started.welds.length / 1000 + inHand(run, weld, first, end);
}

/** How long a weld was in hand from one moment to another, s. */
const inHand = (run: RunState, weld: string, from: number, to: number): number =>
  run.turns.filter((t) => t.weld === weld).reduce((sum, t) => sum + Math.max(0, Math.min(t.to ?? to, to) - Math.max(from, t.from)), 0) /
  1000;

/** s that who goes by the clock would have waited: as the plan has it, or where it gives no time, as the trade has it for this size. */
const clockSchool = (setup: Setup, plan: Plan): number | null =>
  clockGate(setup, plan).seconds ?? practiceFor(setup, plan.figures.find((f) => f.id === 'volume')?.value ?? 0)?.seconds ?? null;

/** @param now ms, for a run that goes on */
export function gasUse(s: WeldState, now: number): GasUse {
  let [purge, after] = [0, 0];
  for (const r of s.runs) {
    if (r.started.backing !== 'purge') continue;
    const flow = totalFlow(r.started.setup);
    purge += flow * gasTime(r, s.id, now);
    const arc = r.arcs.find((a) => (a.weld ?? s.id) === s.id)?.on;
    if (arc !== undefined) after += flow * inHand(r, s.id, arc, r.endedAt ?? now);
  }
  const arcs = s.arcs.reduce((sum, a) => sum + ((a.off ?? now) - a.on) / 1000, 0);
  const torch = s.setup && s.arcs.length ? s.setup.flow * (arcs + s.setup.postFlow * s.arcs.length) : 0;
  const price = s.gas?.price ?? null;
  const cost = (p: number, t: number) => (price && price.purge !== null && price.torch !== null ? p * price.purge + t * price.torch : null);
  const wait = s.plan && clockSchool(s.plan.setup, s.plan.plan);
  const clock = !s.plan || !wait || after === 0 ? null : totalFlow(s.plan.setup) * wait + after;
  return {
    purge,
    torch,
    money: cost(purge, torch),
    currency: price?.currency ?? null,
    clockSchool: clock === null ? null : { purge: clock, money: cost(clock, torch) },
  };
}

/** The same in words, for the record. */
export function gasUseWords(u: GasUse, show: (m3: number) => string): string {
  const money = (m: number | null) => (m === null ? '' : `, ${m.toFixed(2)} ${u.currency ?? ''}`);
  const other = u.clockSchool ? ` By the clock the purge would have taken ${show(u.clockSchool.purge)}${money(u.clockSchool.money)}.` : '';
  return `Purge ${show(u.purge)}, torch ${show(u.torch)}${u.money === null ? ', no price entered' : money(u.money)}.${other}`;
}
