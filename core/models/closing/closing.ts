/**
 * Root push: what the pressure inside does to the puddle, now and as the last of the gap closes. A film of liquid steel
 * across the gap; derived, never measured (constants in `pressure`). RP 1 is concave by a tenth of the wall, -1 convex
 * by as much.
 */
import type { Gas } from '../../basics/gases';
import { show, type System } from '../../basics/units';
import { openingLaws } from '../network';
import { concavePressure, flushPressure, GAMMA, rootStiffness } from '../network';
import { totalFlow, type Setup } from '../setup';

/** Clock hours as angles from 12 o'clock. */
const angle = (hour: number): number => (hour / 12) * 2 * Math.PI;

/** Root push at a pressure (Pa) and a clock hour. */
export const rootPush = (pascal: number, od: number, wall: number, hour: number): number =>
  (pascal - flushPressure(od, wall, angle(hour))) / (0.1 * wall * rootStiffness(wall).stiffness);

/** Pressure, Pa, that blows the puddle through at a clock hour: an estimate. */
export const blowPressure = (od: number, wall: number, hour: number): number =>
  flushPressure(od, wall, angle(hour)) + (2 * GAMMA) / rootStiffness(wall).back;

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

/** Pressure window, Pa: out of what keeps air out, and under what the root carries. The school sets what is aimed at. */
export function pressureWindow(od: number, wall: number, school: School, wind: number): { least: number; aim: number; most: number } {
  const least = Math.max(LEAST_PASCAL, draught(wind));
  const most = concavePressure(od, wall);
  const flush = Math.max(least, flushPressure(od, wall, Math.PI / 2));
  return { least, aim: school === 'least' ? Math.min(2 * least, most) : Math.min(flush, 0.8 * most), most };
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
  window: ReturnType<typeof pressureWindow>;
  /** all gap open, half, a quarter ... shut */
  steps: ClosingStep[];
  /** flows that keep the pressure in the window with the gap shut, m³/s; least above most: change the vent */
  flow: { least: number; most: number };
  /** bores of one vent that keep it there at this flow, m */
  vent: { least: number; most: number };
  /** the step to take before closing; null when nothing needs to change */
  warning: 'open-vent' | 'lower-flow' | 'smaller-vent' | null;
  blows: boolean;
};

/** Shares of the gap still open as it is closed. */
export const CLOSING_STEPS = [1, 0.75, 0.5, 0.25, 0.1, 0.05, 0.02, 0] as const;

/**
 * The closing of the gap step by step.
 * @param flow m³/s of gas that must leave @param gap m, width while open @param wind m/s in the bay
 */
export function closing(
  od: number,
  wall: number,
  flow: number,
  vents: readonly { area: number }[],
  gap: number,
  gas: Gas,
  school: School,
  wind = 0,
): Closing {
  const window = pressureWindow(od, wall, school, wind);
  const round = Math.PI * (od - 2 * wall);
  const ways: Ways = { vents, gapWidth: gap, wall };
  const steps = CLOSING_STEPS.map((open): ClosingStep => {
    const pascal = closingPressure(flow, ways, open * round, gas);
    return { open, pascal, push: rootPush(pascal, od, wall, 6) };
  });
  const last = (steps.at(-1) as ClosingStep).pascal;
  const flowWindow = { least: flowAtPressure(window.least, vents, gas), most: flowAtPressure(window.most, vents, gas) };
  const vent = { least: ventAtPressure(flow, window.most, gas), most: ventAtPressure(flow, window.least, gas) };
  const tooMuch = last > window.most;
  // Turning down helps only while it does not let air in; a vent that must be opened is opened.
  const warning =
    last < window.least
      ? 'smaller-vent'
      : tooMuch
        ? flowWindow.most < 0.4 * flow || flowWindow.most < flowWindow.least
          ? 'open-vent'
          : 'lower-flow'
        : null;
  return { window, steps, flow: flowWindow, vent, warning, blows: last > blowPressure(od, wall, 6) };
}

/** The closing of a set-up's joint; null where it has no joint, vent or flow. @param gap m, as fitted up */
export function closingOf(setup: Setup, gap: number, school: School, wind = 0): Closing | null {
  const joint = setup.parts.find((p) => p.id === setup.joint);
  const flow = totalFlow(setup);
  if (!joint || setup.vents.length === 0 || flow <= 0) return null;
  const vents = setup.vents.map((v) => ({ area: (Math.PI / 4) * v.bore ** 2 }));
  return closing(joint.size.od, joint.size.wall, flow, vents, Math.max(gap, 1e-4), setup.gas, school, wind);
}

/** The step to take before the last of the gap is shut, in words; null when nothing needs to change. */
export function closingWords(c: Closing, system: System): string | null {
  const shut = c.steps.at(-1)?.pascal ?? 0;
  const q = (p: number) => show(p, 'pressure', system);
  const len = (m: number) => show(m, 'length', system);
  const blows = c.blows ? ' It would blow the last of the puddle through.' : '';
  switch (c.warning) {
    case 'smaller-vent':
      return `The vent is too large: ${q(shut)} inside does not keep a draught out. Close it to ${len(c.vent.most)}.`;
    case 'open-vent':
      return `Before closing open the vent to ${len(c.vent.least)} at least: shut on this one the pressure would be ${q(shut)}${c.flow.most < c.flow.least ? ', and no flow fits it' : ''}.${blows}`;
    case 'lower-flow':
      return `Before closing turn down to ${show(c.flow.most, 'flow', system)} or open the vent to ${len(c.vent.least)}: shut as it is the pressure would be ${q(shut)}.${blows}`;
    default:
      return null;
  }
}
