/**
 * The film inside a weld, before there is one: oxygen and moisture of the purge brought to the hot wall by its stream, and what grows there
 * while the metal beside the bead cools. Not one figure but as many as there are draws of what nobody knows: of those come the range and what a
 * coupon teaches. It ranks settings and gives about three words; it accepts nothing.
 */
import { frostPointPpm } from '../../basics/gases';
import { isTitanium, type AlloyId } from '../../basics/materials';
import { constantsOf, lossOf, meanOver, netPowerOf, ownPreheat } from '../heat';
import { grownFilm, parabolic, parabolicTitanium, transferRate } from '../tint';
import { even, normal } from './draws';

/** One pass: what is welded, how fast and how hot. SI. */
export type Pass = { alloy: AlloyId; wall: number; od: number | null; travel: number; current: number; arcLength?: number; start?: number };
/** The gas at the joint. */
export type JointGas = {
  /** oxygen, ppm */
  ppm: number;
  /** °C; null: not known, taken as that of clean gas through a good hose */
  dewPoint: number | null;
  /** through the bore, m³/s */
  flow: number;
};

const ARC_LENGTH = 1.5e-3;
/** Clean argon through hose and fittings: 11 ppm of water (AWS A5.32 allows 10.5; from memory). */
export const USUAL_DEW_POINT = -60;
/** A channel behind plate, m: as wide as a backing bar's. A judgement. */
const CHANNEL = 0.02;
/** The metal beside the bead came this close to melting, K. */
const SHORT_OF_MELTING = 127;
/** Spreads, as standard deviations: of logarithms, but for the peak, K. Judgements that give the range the trade's own series shows. */
const SPREAD = { constant: 0.8, titanium: 1.2, transfer: 0.52, heat: 0.15, peak: 110, film: 0.5, moisture: 0.9 };
/** What is there before and grows below 400 °C, which no law here covers, nm. */
const FIRST_FILM = 2.6;
/** °C: nothing is counted below. */
const COLD = 400;
const STEPS = 160;
const [SQRT_2PIE, PLACES] = [Math.sqrt(2 * Math.PI * Math.E), 8];

/** Oxidising gas as oxygen, ppm: a molecule of water brings half as much. @param water ppm by volume */
export const asOxygen = (ppm: number, water: number): number => ppm + water / 2;

/** Film by draw, as natural logarithms of nm. */
export function insideDraws(pass: Pass, gas: JointGas): Float64Array {
  const { alloy, wall, od, travel, current, arcLength = ARC_LENGTH, start = 20 } = pass;
  const { melts } = constantsOf(alloy);
  const { k, rc, a } = meanOver(alloy, 900);
  const b = lossOf(600) / (rc * wall);
  const netPower = netPowerOf(current, arcLength);
  const line = netPower / travel / wall;
  const titanium = isTitanium(alloy);
  const constant = titanium ? parabolicTitanium : parabolic;
  const bore = od === null ? CHANNEL : od - 2 * wall;
  const water = frostPointPpm(gas.dewPoint ?? USUAL_DEW_POINT);
  // What the arc comes to of its own heat, by place along the seam.
  const own = Array.from({ length: PLACES + 1 }, (_, i) =>
    ownPreheat({ alloy, wall, od, travel, netPower, current, arcLength }, i / PLACES),
  );
  // What the stream brings, by temperature, for one ppm: a line of it.
  const bringsAt = Array.from({ length: 34 }, (_, i) => transferRate({ oxygen: 1e-6, bore, flow: gas.flow }, COLD + 40 * i));
  const brings = (celsius: number): number => {
    const x = Math.max(0, Math.min(bringsAt.length - 1.001, (celsius - COLD) / 40));
    const i = Math.floor(x);
    const low = bringsAt[i] as number;
    return low + ((bringsAt[i + 1] as number) - low) * (x - i);
  };
  return Float64Array.from(normal, (z, i) => {
    const [zk = 0, zg = 0, zh = 0, zp = 0, , zf = 0, zw = 0] = z;
    const share = (even[i]?.[4] ?? 0) * PLACES;
    const low = own[Math.floor(share)] as number;
    const from = start + low + ((own[Math.ceil(share)] as number) - low) * (share % 1);
    const heat = line * Math.exp(SPREAD.heat * zh);
    const peak = Math.min(melts - 20, melts - SHORT_OF_MELTING + SPREAD.peak * zp);
    // How far beside the bead that peak is met, and what it feels there (Adams 1958; Rosenthal's thin plate with surface loss).
    const aside = heat / (rc * (peak - from) * SQRT_2PIE);
    const at = (t: number) => from + (heat / Math.sqrt(4 * Math.PI * k * rc * t)) * Math.exp((-aside * aside) / (4 * a * t) - b * t);
    const oxygen = asOxygen(gas.ppm, water * Math.exp(SPREAD.moisture * zw)) * Math.exp(SPREAD.transfer * zg);
    const faster = Math.exp((titanium ? SPREAD.titanium : SPREAD.constant) * zk);
    const grown = grownFilm(at, hotUntil(heat, from, { k, rc, b }), (c) => oxygen * brings(c), {
      start: FIRST_FILM * Math.exp(SPREAD.film * zf),
      steps: STEPS,
      constant: (c) => (c < COLD ? 0 : faster * constant(c)),
    });
    return Math.log(grown);
  });
}

/** s until the middle of the seam is below the cold, counted generously. */
function hotUntil(heat: number, from: number, { k, rc, b }: { k: number; rc: number; b: number }): number {
  const rise = Math.max(20, COLD - from);
  const free = (heat / rise) ** 2 / (4 * Math.PI * k * rc);
  // With losses it is sooner: two steps of the fixed point are enough for an end of counting.
  let t = free;
  for (let i = 0; i < 12; i++) t = 0.5 * (t + free * Math.exp(-2 * b * t));
  return Math.max(2, t);
}
