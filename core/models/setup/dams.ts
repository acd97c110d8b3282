/**
 * How near a dam may stand to the joint: where the metal stays below what the dam stands, by the heat of this weld (models/heat, peak). On
 * heavy wall the passes that go in while the dam stands add up, as if none cooled between. The figure of the trade stands beside it. What
 * each dam stands is an assumption.
 */
import { AUTOGENOUS_MOST, passesUnderPurge, peakBeside } from '../heat';
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

const MELTS = 1400;
const ROOM = 20;
/** m²/s: of steel and titanium between a hundred and a few hundred degrees, from memory. */
const DIFFUSIVITY = 4.2e-6;
const HEAT_CAPACITY = 4.1e6; // J/m³K, austenitic steel to some 300 °C, from memory
const LOSS = 20; // W/m²K inside, outside and by radiation, low side: 15 to 80
/** Rise by volume of a full-penetration pass by hand, m K: 117 J/mm and mm of wall in steel, 76 in titanium, whose heat capacity is less. */
const THIN = 29.5;
/** Net heat of a root pass by hand and of each pass upon it, J/m: 110 A and 160 A at 100 mm/min, efficiency 0.7 (heat model, judgement). */
const [ROOT, FILL] = [4.5e5, 6.7e5];

/** What the weld puts into its tube while the dams stand: H/(t rho c), m K. @param wall m */
function heatOf(wall: number): number {
  const passes = passesUnderPurge(wall);
  return wall <= AUTOGENOUS_MOST ? passes * THIN : (ROOT + (passes - 1) * FILL) / wall / HEAT_CAPACITY;
}

/** Peak temperature, °C, at a distance (m) from the weld in a tube of this wall (m). */
export const peakTemperature = (distance: number, wall: number): number =>
  peakBeside({ heat: heatOf(wall), a: DIFFUSIVITY, b: LOSS / (HEAT_CAPACITY * wall), melts: MELTS, start: ROOM }, distance);

/** Distance, m, at which the peak falls to what a dam stands: the inverse, by halving. @param wall of the joint, m */
export function coolDistance(kind: DamKind, wall: number): number {
  let [near, far] = [0, 2];
  for (let i = 0; i < 50; i++) {
    const mid = (near + far) / 2;
    if (peakTemperature(mid, wall) > damStands[kind]) near = mid;
    else far = mid;
  }
  return (near + far) / 2;
}

/** The least distance a dam is advised at, m: the larger of the trade's figure and what the heat of this weld asks, to the next 5 mm. */
export const leastDistance = (kind: DamKind, wall: number): number =>
  Math.ceil(Math.max(damPractice[kind].least, coolDistance(kind, wall)) * 200) / 200;
