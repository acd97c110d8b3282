/**
 * The arc as a source of heat: direct current, tungsten negative, argon. Voltage, spot and loss are judgements good to about a volt, a third
 * and a factor of two; the efficiency is 0.60 to 0.78 in calorimeters (from memory).
 */

/** Share of the arc's power that enters the work. */
export const EFFICIENCY = 0.7;

/** Voltage of the arc itself, V: not of the machine's load line, which lies 2 to 4 V above. @param amps @param length of the arc, m */
export const arcVoltage = (amps: number, length: number): number => 7.6 + 850 * length + 0.006 * amps + 12 / amps;

/** Net power, W. */
export const netPowerOf = (amps: number, arcLength: number): number => EFFICIENCY * amps * arcVoltage(amps, arcLength);

/** Current for a net power: the upper root of a quadratic, exact. @returns A */
export function currentFor(netPower: number, arcLength: number): number {
  const v = 7.6 + 850 * arcLength;
  const left = netPower / EFFICIENCY - 12;
  return left <= 0 ? 0 : (Math.sqrt(v * v + 4 * 0.006 * left) - v) / (2 * 0.006);
}

/** Standard deviation of the spot the arc heats, m. */
export const spotOf = (amps: number, arcLength: number): number => 6e-4 + 0.25 * arcLength + 2.5e-6 * amps;

const STEFAN_BOLTZMANN = 5.670374e-8;
/** Still air outside and inside, W/m²K, and how black warm metal is. */
const [OUTSIDE, INSIDE, BLACK] = [12, 5, 0.35];
/** What both faces lose, W/m²K, at a temperature, °C: convection, and radiation against a shop of 20 °C. 15 to 80 is met. */
export function lossOf(celsius: number, roomCelsius = 20): number {
  const [t, r] = [celsius + 273.15, roomCelsius + 273.15];
  return OUTSIDE + INSIDE + 2 * BLACK * STEFAN_BOLTZMANN * (t * t + r * r) * (t + r);
}
