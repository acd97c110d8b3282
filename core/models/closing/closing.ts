/**
 * Root push: what the pressure inside does to the puddle, now and as the last of the gap closes. RP 1 is concave by a tenth of what is
 * molten, -1 convex by as much (network/root: derived, never measured).
 */
import type { Gas } from '../../basics/gases';
import { bore } from '../../basics/sizes';
import { show, type System } from '../../basics/units';
import {
  blowPressure,
  concavePressure,
  flushPressure,
  GAMMA,
  GAMMA_SPREAD,
  holeArea,
  openingLaws,
  rootPushAt,
  type RootJoint,
} from '../network';
import { totalFlow, type Setup } from '../setup';

/** Clock hours as angles from 12 o'clock. */
const angle = (hour: number): number => (hour / 12) * 2 * Math.PI;

/** Root push at a pressure (Pa) and a clock hour. */
export const rootPush = (pascal: number, joint: RootJoint, hour: number): number => rootPushAt(pascal, joint, angle(hour));

/** Openings of one space together: holes and what is left of the gap. */
export type Ways = { vents: readonly { area: number }[]; gapWidth: number; wall: number };

const DAM = 5e-3;

/** Pa inside with a flow out through the vents and a length of open gap, m. */
export function closingPressure(flow: number, ways: Ways, gapLeft: number, gas: Gas): number {
  const openings = [
    ...ways.vents.map((v) => openingLaws({ area: v.area, depth: DAM, slot: null }, gas)),
    ...(gapLeft > 0 && ways.gapWidth > 0
      ? [openingLaws({ area: gapLeft * ways.gapWidth, depth: ways.wall, slot: ways.gapWidth }, gas)]
      : []),
  ];
  const out = (p: number) => openings.reduce((s, [a1, a2]) => s + (2 * p) / (a1 + Math.sqrt(a1 ** 2 + 4 * a2 * p)), 0);
  if (openings.length === 0) return Infinity;
  let [low, high] = [0, 1];
  while (out(high) < flow && high < 1e9) high *= 4;
  for (let i = 0; i < 100; i++) {
    const mid = (low + high) / 2;
    if (out(mid) < flow) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

export type School = 'least' | 'shape';
export const schoolNames: Record<School, string> = { least: 'as little as possible', shape: 'a little, to shape the bead' };

/** Draught of air against an opening, Pa, at a wind in m/s. */
export const draught = (wind: number): number => 0.6 * wind ** 2;
/** Never less than this inside, Pa: what keeps a small draught out. */
export const LEAST_PASCAL = 5;
/** Less flow than this is not set on a purge meter, m³/s. */
export const LEAST_FLOW = 2e-3 / 60;

export type Window = {
  /** Pa: what keeps air out */
  least: number;
  /** what is aimed at, by the school */
  aim: number;
  /** what the root carries where it is closed */
  most: number;
  /** the same with the surface tension as far off as it may be */
  range: { low: number; high: number };
  /** the hour it is judged at: 6, or 12 where the root at 6 carries hardly more than what keeps air out */
  at: 6 | 12;
  /** at 6 o'clock, within what is not known of it, the root may carry less than what keeps air out */
  noMargin: boolean;
};

/** A window narrower than this, most over least, is none that a drilled hole and a float meter can hit. */
const NARROWEST = 4;

/** Pressure window, Pa: out of what keeps air out, and under what the root carries. The school sets what is aimed at. */
export function pressureWindow(joint: RootJoint, school: School, wind: number): Window {
  const least = Math.max(LEAST_PASCAL, draught(wind));
  const limit = (hour: number, gamma = GAMMA) => concavePressure(joint, angle(hour), gamma);
  // Where 6 o'clock leaves no window the last of the gap is closed at 12, welded uphill, and judged there.
  const at = limit(6) > NARROWEST * least ? 6 : 12;
  const most = Math.max(limit(at), least);
  const range = { low: Math.max(0, limit(at, GAMMA * (1 - GAMMA_SPREAD))), high: limit(at, GAMMA * (1 + GAMMA_SPREAD)) };
  const flush = Math.max(least, flushPressure(joint, Math.PI / 2));
  const middle = at === 12 ? least : Math.sqrt(least * most);
  const aim = school === 'least' ? middle : Math.max(middle, Math.min(flush, 0.8 * (at === 12 ? least : most)));
  return { least, aim, most, range, at, noMargin: limit(6, GAMMA * (1 - GAMMA_SPREAD)) <= least };
}

/** Flow, m³/s, that the open vents pass at a pressure. */
export const flowAtPressure = (pascal: number, vents: readonly { area: number }[], gas: Gas): number =>
  vents.reduce((s, v) => {
    const [a1, a2] = openingLaws({ area: v.area, depth: DAM, slot: null }, gas);
    return s + (2 * pascal) / (a1 + Math.sqrt(a1 ** 2 + 4 * a2 * pascal));
  }, 0);

/** Bore, m, of one round vent that holds the inside at a pressure. */
export function ventAtPressure(flow: number, pascal: number, gas: Gas): number {
  let [low, high] = [1e-4, 0.2];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (flowAtPressure(pascal, [{ area: (Math.PI / 4) * mid ** 2 }], gas) < flow) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

export type ClosingStep = { /** share of the gap still open */ open: number; pascal: number; push: number };

export type Closing = {
  window: Window;
  /** all gap open, half, a quarter ... shut */
  steps: ClosingStep[];
  /** bore, m, of one hole that passes as much as all vents do now */
  ventNow: number;
  /** bore of one hole that holds what is aimed at with the gap shut; the one size every page says; null where the tube takes none */
  ventWanted: number | null;
  /** flow that does so through the vents as they are, m³/s; null where that would be less than a meter is set to */
  flowWanted: number | null;
  /** the step to take before closing; null when nothing needs to change */
  warning: 'open-vent' | 'lower-flow' | 'smaller-vent' | null;
  blows: boolean;
};

/** Shares of the gap still open as it is closed. */
export const CLOSING_STEPS = [1, 0.75, 0.5, 0.25, 0.1, 0.05, 0.02, 0] as const;

/** A hole in a dam takes at most this much of the bore. */
const WIDEST = 0.8;
/** Holes are drilled by half millimetres. */
const drilled = (d: number): number => Math.round(d * 2000) / 2000;

/**
 * The closing of the gap step by step.
 * @param flow m³/s of gas that must leave @param wind m/s in the bay
 */
export function closing(joint: RootJoint, flow: number, vents: readonly { area: number }[], gas: Gas, school: School, wind = 0): Closing {
  const window = pressureWindow(joint, school, wind);
  const inner = joint.od - 2 * joint.wall;
  const ways: Ways = { vents, gapWidth: Math.max(joint.gap ?? 0, 1e-4), wall: joint.wall };
  const steps = CLOSING_STEPS.map((open): ClosingStep => {
    const pascal = closingPressure(flow, ways, open * Math.PI * inner, gas);
    return { open, pascal, push: rootPush(pascal, joint, window.at) };
  });
  const shut = (steps.at(-1) as ClosingStep).pascal;
  const ventNow = Math.sqrt((4 / Math.PI) * vents.reduce((s, v) => s + v.area, 0));
  const size = drilled(ventAtPressure(flow, window.aim, gas));
  const ventWanted = size > 0 && size <= WIDEST * inner ? size : null;
  const through = flowAtPressure(window.aim, vents, gas);
  const flowWanted = through >= LEAST_FLOW && through < flow ? through : null;
  const tooMuch = shut > window.most;
  const opens = ventWanted !== null && ventWanted > ventNow;
  const warning = tooMuch
    ? flowWanted !== null && (flowWanted >= 0.4 * flow || !opens)
      ? 'lower-flow'
      : opens
        ? 'open-vent'
        : null
    : shut < window.least && ventWanted !== null && ventWanted < ventNow
      ? 'smaller-vent'
      : null;
  return { window, steps, ventNow, ventWanted, flowWanted, warning, blows: shut > blowPressure(joint) };
}

/** The joint of a set-up as its root sees it; null when it has none. @param gap m, as fitted up; by the set-up when left out */
export function rootOf(setup: Setup, gap?: number): RootJoint | null {
  const part = setup.parts.find((p) => p.id === setup.joint);
  if (!part || bore(part.size) <= 0) return null;
  return { od: part.size.od, wall: part.size.wall, gap: gap ?? setup.joints[part.id]?.gap ?? 0 };
}

/** The closing of a set-up's joint; null where it has no joint, vent or flow. @param gap m, as fitted up */
export function closingOf(setup: Setup, gap: number | undefined, school: School, wind = 0): Closing | null {
  const joint = rootOf(setup, gap);
  // A jacket has its own ways in and out, off the same line: its share of the gas does not pass the joint.
  const own = <T extends { on: string }>(openings: readonly T[]) => openings.filter((o) => !o.on.includes(':'));
  const share = setup.inlets.length === 0 ? 1 : own(setup.inlets).length / setup.inlets.length;
  const flow = totalFlow(setup) * share;
  const vents = own(setup.vents).map((v) => ({ area: holeArea(v.bore) }));
  if (!joint || vents.length === 0 || flow <= 0) return null;
  return closing(joint, flow, vents, setup.gas, school, wind);
}

/** The step to take before the last of the gap is shut, in words; null when nothing needs to change. */
export function closingWords(c: Closing, system: System): string | null {
  const shut = c.steps.at(-1)?.pascal ?? 0;
  const q = (p: number) => show(p, 'pressure', system);
  const hole = c.ventWanted === null ? null : show(c.ventWanted, 'length', system);
  const where = c.window.at === 12 ? ' Weld uphill and close at 12.' : '';
  const blows = c.blows ? ' It would blow the last of the puddle through.' : '';
  switch (c.warning) {
    case 'smaller-vent':
      return `The vent is too large: ${q(shut)} inside does not keep a draught out. Close it to ${hole}.`;
    case 'open-vent':
      return `Before closing open the vent to ${hole}: shut as it is the pressure would be ${q(shut)}.${where}${blows}`;
    case 'lower-flow': {
      const or = hole !== null && (c.ventWanted ?? 0) > c.ventNow ? ` or open the vent to ${hole}` : '';
      return `Before closing turn down to ${show(c.flowWanted ?? 0, 'flow', system)}${or}: shut as it is the pressure would be ${q(shut)}.${where}${blows}`;
    }
    default:
      return null;
  }
}

/** What is to be minded at 6 o'clock, where the model cannot tell whether the root carries anything; null where it can. */
export const marginWords = ({ window }: Closing): string | null =>
  window.noMargin
    ? `No margin at 6 o'clock: a heavier root there, rod kept in.${window.at === 12 ? ' Weld uphill, close at 12.' : ''} Such roots are welded every day; the model cannot tell.`
    : null;
