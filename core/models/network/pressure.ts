/** Pressure inside the purge. Orifice: dp = rho/2 (Q / (Cd A))², Cd 0.61 (sharp-edged, any fluid-mechanics text). */
import { density, type Gas } from '../../basics/gases';

const CD = 0.61;

/** Area of a round hole, m². */
export const holeArea = (diameter: number): number => (Math.PI / 4) * diameter ** 2;

/** Pressure, Pa, that drives `flow` (m³/s) of a gas out through `area` (m²) of openings. */
export const orificePressure = (flow: number, area: number, gas: Gas = 'argon'): number =>
  area <= 0 ? Infinity : (density(gas) / 2) * (flow / (CD * area)) ** 2;

/** Flow, m³/s, at which the pressure behind `area` reaches `pascal`: the inverse of `orificePressure`. */
export const orificeFlow = (pascal: number, area: number, gas: Gas = 'argon'): number =>
  CD * area * Math.sqrt((2 * Math.max(0, pascal)) / density(gas));
