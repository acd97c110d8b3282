/** What would cover more, found by running the plan again with one thing changed. Nothing that was not run is offered. */
import { rough, show, showRough, type System } from '../../basics/units';
import { heatOf } from '../heat';
import type { Correction } from './cover';
import { cups, flowWindow, stickOut } from './cups';
import { ARC_HELD, fastest, planTorch, type Over, type Planned, type TorchPlan } from './plan';

/** What hangs in the shop. */
export type Owned = {
  cups: readonly { label: string; cup: number; lens: boolean; screen: boolean }[];
  shields: readonly { label: string; length: number; width: number }[];
};
/** A cup as it is worn, as one word. */
export const cupKey = (c: Pick<TorchPlan, 'cup' | 'lens' | 'screen'>): string =>
  `${c.cup}${c.lens ? ' lens' : ''}${c.screen ? ' screen' : ''}`;
/** What cover tests say of a cup; null where none was made. */
export type Corrections = (cup: Pick<TorchPlan, 'cup' | 'lens' | 'screen'>) => Correction | null;

export type ShieldChange = {
  id: string;
  text: string;
  change: Partial<TorchPlan>;
  /** hottest bare metal then, °C, with P10 and P90 */
  hottest: { value: number; low: number; high: number };
  suffices: boolean;
};

/** A cup at its usual flow, no further out than it covers. */
function asCup(p: TorchPlan, c: { cup: number; lens: boolean; screen: boolean }): Partial<TorchPlan> {
  const longest = stickOut(c.cup, c.lens, p.electrode, c.screen).value;
  return {
    ...{ cup: c.cup, lens: c.lens, screen: c.screen, flow: flowWindow(c.cup, c.lens, c.screen).usual },
    ...(longest !== null && p.stickOut > longest && { stickOut: longest }),
  };
}

/** Changes worth making, what suffices first, the smaller change before the larger. At most `most`. */
export function shieldAdvice(p: TorchPlan, over: Over, owned: Owned, corrections: Corrections, system: System, most = 4): ShieldChange[] {
  const now = planTorch(p, over, corrections(p), system, false);
  const q = (m: number) => show(m, 'length', system);
  const tried = (id: string, text: string, change: Partial<TorchPlan>): ShieldChange => {
    const next = { ...p, ...change };
    const { shielding, bare } = planTorch(next, over, corrections(next), system, false);
    const { value, low, high } = shielding.hottest;
    return { id, text, change, hottest: { value, low, high }, suffices: !bare };
  };
  if (p.aim === 'colour') return coloured(p, owned, tried);
  const out: ShieldChange[] = [];
  const window = flowWindow(p.cup, p.lens, p.screen);
  if (p.flow < 0.98 * window.low || p.flow > 1.02 * window.high)
    out.push(tried('flow', `Torch gas to ${showRough(window.usual, 'flow', system)}`, { flow: rough(window.usual, 'flow', system) }));
  const longest = stickOut(p.cup, p.lens, p.electrode, p.screen).value;
  if (longest !== null && p.stickOut > longest) out.push(tried('stick-out', `Stick-out to ${q(longest)}`, { stickOut: longest }));
  if (p.tilt > 0) out.push(tried('tilt', 'Torch upright', { tilt: 0 }));
  if (now.bare) {
    const wider = owned.cups
      .filter((c) => c.cup > p.cup || (c.cup === p.cup && c.screen && !p.screen))
      .sort((a, b) => a.cup - b.cup)
      .map((c) => tried(`cup-${c.label}`, `${c.label}${c.screen ? ', its screen on' : ''}`, asCup(p, c)));
    const cup = wider.find((c) => c.suffices) ?? wider.sort((a, b) => a.hottest.value - b.hottest.value)[0];
    if (cup && cup.hottest.value < now.shielding.hottest.value - 15) out.push(cup);
    const larger = owned.shields
      .filter((s) => s.length <= over.seam && (!p.trailing || s.length > p.trailing.length || s.width > p.trailing.width))
      .sort((a, b) => a.length * a.width - b.length * b.width)
      .map((s) =>
        tried(`shield-${s.label}`, `${s.label}, ${q(s.length)} by ${q(s.width)}`, { trailing: { length: s.length, width: s.width } }),
      );
    const shield = larger.find((s) => s.suffices) ?? larger.sort((a, b) => a.hottest.value - b.hottest.value)[0];
    if (shield && shield.hottest.value < now.shielding.hottest.value - 5) out.push(shield);
    if (!larger.some((s) => s.suffices)) {
      const need = madeShield(now, over);
      if (need) out.push(tried('made', `A shield ${q(need.length)} by ${q(need.width)}, not owned`, { trailing: need }));
    }
    const served = fastest(p, over, now);
    const slowed = served === null ? null : rough(served, 'speed', system);
    if (slowed !== null && slowed < p.travel && slowed > 0.3 * p.travel)
      // The same bead asks for less current when it goes slower.
      out.push(
        tried('slower', `Travel ${show(slowed, 'speed', system)}, amps by the bead`, { travel: slowed, amps: sameBead(now, slowed, over) }),
      );
  }
  const better = out.filter(
    (c) => c.suffices || c.hottest.value < now.shielding.hottest.value - 2 || c.id === 'flow' || c.id === 'stick-out',
  );
  return better.sort((a, b) => Number(b.suffices) - Number(a.suffices)).slice(0, most);
}

/** Narrower, for who wants colour: the widest that leaves metal bare. */
function coloured(
  p: TorchPlan,
  owned: Owned,
  tried: (id: string, text: string, change: Partial<TorchPlan>) => ShieldChange,
): ShieldChange[] {
  const narrower = (owned.cups.length > 0 ? owned.cups : cups.map((cup) => ({ label: `Cup ${cup}`, cup, lens: true, screen: false })))
    .filter((c) => c.cup < p.cup)
    .sort((a, b) => b.cup - a.cup);
  const out = narrower.slice(0, 2).map((c) => tried(`cup-${c.label}`, c.label, asCup(p, c)));
  return p.trailing ? [tried('no-shield', 'Without the trailing shield', { trailing: null }), ...out] : out;
}

/** The shield it would take, to the next quarter inch. */
function madeShield({ shielding }: Planned, over: Over): { length: number; width: number } | null {
  const step = (m: number) => Math.ceil(m / 0.00635 - 1e-9) * 0.00635;
  const made = { length: step(shielding.lengthNeeded.high), width: step(shielding.widthNeeded.high) };
  return made.length > 0 && made.width > 0 && made.length <= over.seam ? made : null;
}
/** The current that makes the bead of now at another travel, A. */
const sameBead = ({ heat }: Planned, travel: number, { alloy, wall }: Over): number =>
  Math.round(heatOf({ alloy, wall, od: null, travel, by: { back: heat.pool.back }, arcLength: ARC_HELD }, { ring: false }).pool.current);
