/**
 * Pressure inside the purge, and what a molten root can carry.
 * Orifice: dp = rho/2 (Q / (Cd A))², Cd 0.61 (sharp-edged, any fluid-mechanics text).
 * Root: a film of liquid steel across the gap, gamma 1.6 N/m and 6900 kg/m³ from memory; derived, never measured.
 */
import { density, type Gas } from '../../basics/gases';

const CD = 0.61;
/** Surface tension of liquid steel, N/m: from memory, 1.2 to 1.8. */
export const GAMMA = 1.6;
const LIQUID = 6900;
const G = 9.80665;

/** Area of a round hole, m². */
export const holeArea = (diameter: number): number => (Math.PI / 4) * diameter ** 2;

/** Pressure, Pa, that drives `flow` (m³/s) of a gas out through `area` (m²) of openings. */
export const orificePressure = (flow: number, area: number, gas: Gas = 'argon'): number =>
  area <= 0 ? Infinity : (density(gas) / 2) * (flow / (CD * area)) ** 2;

/** Flow, m³/s, at which the pressure behind `area` reaches `pascal`: the inverse of `orificePressure`. */
export const orificeFlow = (pascal: number, area: number, gas: Gas = 'argon'): number =>
  CD * area * Math.sqrt((2 * Math.max(0, pascal)) / density(gas));

/** Diameter, m, of the round vent that holds the inside pressure to `pascal`. */
export const ventFor = (flow: number, pascal: number, gas: Gas = 'argon'): number =>
  Math.sqrt((4 / Math.PI) * (flow / (CD * Math.sqrt((2 * pascal) / density(gas)))));

/** Inside pressure, Pa, at which the root lies flush at a clock angle (0 at 12 o'clock, radians). */
export const flushPressure = (od: number, wall: number, angle: number): number =>
  GAMMA * (1 / (od / 2 - wall) + 1 / (od / 2)) + LIQUID * G * wall * Math.cos(angle);

/**
 * Inside pressure, Pa, above which the root at 6 o'clock is pushed concave by more than a tenth of the wall.
 * Bead assumed 1.5 walls wide on the back (at least 2 mm), 1.7 times that on the face.
 */
export const concavePressure = (od: number, wall: number): number =>
  flushPressure(od, wall, Math.PI) + 0.1 * wall * rootStiffness(wall).stiffness;

/** Width of the bead on the back, m, and how stiffly it holds against pressure, Pa for each metre of height. */
export function rootStiffness(wall: number): { back: number; stiffness: number } {
  const back = Math.max(1.5 * wall, 2e-3);
  const face = 1.7 * back;
  return { back, stiffness: 8 * GAMMA * (1 / back ** 2 + back / face ** 3) };
}
