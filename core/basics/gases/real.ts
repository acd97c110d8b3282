/**
 * Real gas: how much a cylinder holds. Compressibility of argon and nitrogen by Lee & Kesler 1975, simple fluid (constants
 * from memory); helium, far above its critical point, by its second virial coefficient (11.8 cm³/mol near room temperature,
 * from memory). Mixtures with a few percent of hydrogen count as their main gas.
 */
import type { Gas } from './gas';

const R = 8.314462618;
/** Reference of the gas trade: 15 °C and 1 bar. */
export const REFERENCE = { kelvin: 288.15, pascal: 1e5 };

type Critical = { kelvin: number; pascal: number };
const ARGON: Critical = { kelvin: 150.69, pascal: 4.863e6 };
const NITROGEN: Critical = { kelvin: 126.19, pascal: 3.396e6 };
const critical: Record<Gas, Critical | null> = {
  argon: ARGON,
  'argon-2h2': ARGON,
  'argon-5h2': ARGON,
  nitrogen: NITROGEN,
  'n2-5h2': NITROGEN,
  helium: null,
};
const HELIUM_B = 11.8e-6;

// Lee & Kesler 1975, AIChE J. 21, simple fluid.
const [b1, b2, b3, b4] = [0.1181193, 0.265728, 0.15479, 0.030323];
const [c1, c2, c3, c4] = [0.0236744, 0.0186984, 0, 0.042724];
const [d1, d2] = [0.155488e-4, 0.623689e-4];
const [beta, gamma] = [0.65392, 0.060167];

/** Reduced pressure of the simple fluid at a reduced temperature and ideal reduced volume Pc V/(R Tc). */
function reducedPressure(t: number, v: number): number {
  const B = b1 - b2 / t - b3 / t ** 2 - b4 / t ** 3;
  const C = c1 - c2 / t + c3 / t ** 3;
  const D = d1 + d2 / t;
  const tail = (c4 / (t ** 3 * v ** 2)) * (beta + gamma / v ** 2) * Math.exp(-gamma / v ** 2);
  return (t / v) * (1 + B / v + C / v ** 2 + D / v ** 5 + tail);
}

/**
 * Compressibility Z = pV/(nRT).
 * @param pascal absolute
 */
export function compressibility(gas: Gas, pascal: number, celsius: number): number {
  const T = celsius + 273.15;
  const c = critical[gas];
  if (c === null) return 1 + (HELIUM_B * pascal) / (R * T);
  const [p, t] = [pascal / c.pascal, T / c.kelvin];
  if (p < 1e-6) return 1;
  // Above the critical temperature pressure falls with volume throughout: bisection cannot miss.
  let [low, high] = [0.08, (1.5 * t) / p + 1];
  for (let i = 0; i < 80; i++) {
    const mid = (low + high) / 2;
    if (reducedPressure(t, mid) > p) low = mid;
    else high = mid;
  }
  return (p * (low + high)) / 2 / t;
}

/**
 * Gas in a cylinder, m³ at 15 °C and 1 bar.
 * @param water m³ of water volume
 * @param gauge Pa above the air
 */
export function cylinderContent(gas: Gas, water: number, gauge: number, celsius: number): number {
  if (gauge <= 0) return 0;
  const p = gauge + 101_325;
  const moles = (p * water) / (compressibility(gas, p, celsius) * R * (celsius + 273.15));
  return (moles * R * REFERENCE.kelvin) / REFERENCE.pascal;
}

/** Gauge pressure, Pa, that the same fill reads at another temperature. */
export function pressureAt(gas: Gas, water: number, content: number, celsius: number): number {
  let [low, high] = [0, 6e7];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (cylinderContent(gas, water, mid, celsius) < content) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** m³ of gas at 15 °C and 1 bar from one litre of liquid (gas-handling handbooks). */
export const liquidYield: Partial<Record<Gas, number>> = { argon: 0.837, nitrogen: 0.693 };

/** Vapour over ice, Pa: Magnus form with the WMO constants, 0.4 % of Hyland & Wexler down to -70 °C. */
const overIce = (celsius: number): number => 611.2 * Math.exp((22.46 * celsius) / (272.62 + celsius));
/** Water, ppm by volume at 101.325 kPa, of a frost point in °C, and back. */
export const frostPointPpm = (celsius: number): number => (overIce(celsius) / 101_325) * 1e6;
export function frostPoint(ppm: number): number {
  const x = Math.log((ppm * 1e-6 * 101_325) / 611.2);
  return (272.62 * x) / (22.46 - x);
}
