/**
 * How near a dam may stand to the joint: where the metal stays below what the dam stands, by the peak-temperature
 * equation of a full-penetration weld (Adams 1958, from memory), 1/(Tp - T0) = 4.13 rho c Y / (H/t) + 1/(Tm - T0),
 * with about 117 J of net heat for each millimetre of weld and each of wall, as hand welding of thin tube needs.
 * The figure of the trade stands beside it. What each dam stands is an assumption.
 */
import type { DamKind } from './setup';

export const damNames: Record<DamKind, string> = {
  bung: 'heat-resistant bung',
  foil: 'foil',
  tape: 'tape',
  card: 'card',
  plate: 'plate',
  foam: 'foam',
  'water-soluble': 'water-soluble paper',
};

/** °C that a dam stands. Assumptions: take the maker's figure where there is one. */
export const damStands: Record<DamKind, number> = {
  bung: 300,
  foil: 500,
  tape: 150,
  card: 200,
  plate: 500,
  foam: 100,
  'water-soluble': 130,
};

/** Common practice, no source, m: 15 mm for a heat-resistant bung welded by hand, never under 10; more for anything that melts. */
export const damPractice: Record<DamKind, { least: number; never: number }> = {
  bung: { least: 0.015, never: 0.01 },
  plate: { least: 0.015, never: 0.01 },
  foil: { least: 0.05, never: 0.025 },
  tape: { least: 0.15, never: 0.1 },
  card: { least: 0.15, never: 0.1 },
  foam: { least: 0.15, never: 0.1 },
  'water-soluble': { least: 0.15, never: 0.1 },
};

const HEAT_CAPACITY = 4.3e6; // J/m³K, hot austenitic steel, from memory
const HEAT_BY_WALL = 117e6; // J/m², net heat for each metre of weld and each metre of wall
const MELTS = 1400;
const ROOM = 20;

/** Peak temperature, °C, at a distance (m) from the weld. */
export const peakTemperature = (distance: number): number =>
  ROOM + 1 / ((4.13 * HEAT_CAPACITY * distance) / HEAT_BY_WALL + 1 / (MELTS - ROOM));

/** Distance, m, at which the peak falls to what a dam stands: the inverse. */
export const coolDistance = (kind: DamKind): number =>
  ((1 / (damStands[kind] - ROOM) - 1 / (MELTS - ROOM)) * HEAT_BY_WALL) / (4.13 * HEAT_CAPACITY);
