/**
 * What a molten root carries against the pressure behind it: a film of liquid steel across the gap. The whole wall melts in square butts
 * to 3 mm; above that only the root pass does. Derived, never measured: surface tension and density from memory.
 */

/** Surface tension of liquid steel, N/m: from memory, 1.2 to 1.8, by sulphur above all. */
export const GAMMA = 1.6;
/** How far it may be off either way, share: what the limit's own range comes from. */
export const GAMMA_SPREAD = 0.25;
const LIQUID = 6900;
const G = 9.80665;
/** Thickest wall that melts through in one pass, m. */
const ROOT_PASS = 3e-3;

/** A joint as its root sees it, m. */
export type RootJoint = { od: number; wall: number; /** width of the gap; 0 when closed up */ gap?: number };

/** Thickness of what is molten, m. */
export const molten = ({ wall }: RootJoint): number => Math.min(wall, ROOT_PASS);

/** Width of the bead on the back, m, and how stiffly it holds against pressure, Pa for each metre of height. */
export function rootStiffness(j: RootJoint, gamma = GAMMA): { back: number; stiffness: number } {
  const open = j.wall > ROOT_PASS ? (j.gap ?? 0) + 2e-3 : 0;
  const back = Math.max(1.5 * molten(j), 2e-3, open);
  const face = 1.7 * back;
  return { back, stiffness: 8 * gamma * (1 / back ** 2 + back / face ** 3) };
}

/** Inside pressure, Pa, at which the root lies flush at a clock angle (0 at 12 o'clock, radians). */
export const flushPressure = (j: RootJoint, angle: number, gamma = GAMMA): number =>
  gamma * (1 / (j.od / 2 - j.wall) + 1 / (j.od / 2)) + LIQUID * G * molten(j) * Math.cos(angle);

/**
 * Inside pressure, Pa, above which the root is pushed concave by more than a tenth of what is molten. Below nothing: even without
 * pressure the root hangs by more than that there.
 */
export const concavePressure = (j: RootJoint, angle = Math.PI, gamma = GAMMA): number =>
  flushPressure(j, angle, gamma) + 0.1 * molten(j) * rootStiffness(j, gamma).stiffness;

/** Pressure, Pa, that blows the puddle through at a clock angle: an estimate. */
export const blowPressure = (j: RootJoint, angle = Math.PI): number => flushPressure(j, angle) + (2 * GAMMA) / rootStiffness(j).back;

/** Root push at a pressure (Pa) and a clock angle: 1 is concave by a tenth of what is molten, -1 convex by as much. */
export const rootPushAt = (pascal: number, j: RootJoint, angle: number): number =>
  (pascal - flushPressure(j, angle)) / (0.1 * molten(j) * rootStiffness(j).stiffness);
