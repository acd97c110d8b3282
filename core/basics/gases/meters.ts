/**
 * Flow meters lie: what a reading truly is. Float tube: Q = Qread sqrt((Mcal/Mgas)(P/Pcal)(Tcal/T)), P absolute in the
 * metering tube (any flow-measurement text). Fixed orifice with a gauge, choked: in proportion to absolute pressure before
 * it and to 1/sqrt(M). An electronic one corrects pressure by itself; its gas must be set on it.
 */
import { z } from 'zod';
import { format, type System } from '../units';
import { gasSchema, molarMass, type Gas } from './gas';

export const meterSchema = z.object({
  meterKind: z.enum(['float', 'orifice', 'electronic']),
  /** the gas its scale is for, air too */
  scaleGas: z.union([gasSchema, z.literal('air')]),
  /** absolute pressure in the tube its scale is for, Pa */
  scalePascal: z.number().min(5e4).max(2e6),
  scaleCelsius: z.number().min(-20).max(60).default(20),
  station: z.string().max(40).default(''),
});
export type Meter = z.infer<typeof meterSchema>;
export const meterNames: Record<Meter['meterKind'], string> = {
  float: 'float tube',
  orifice: 'fixed orifice with gauge',
  electronic: 'electronic',
};

/** True flow over read flow for a gas at the conditions in the meter. @param pascal absolute, in the tube or before the orifice */
export function meterFactor(m: Meter, gas: Gas, pascal: number, celsius = 20): number {
  const mass = Math.sqrt(molarMass(m.scaleGas) / molarMass(gas));
  if (m.meterKind === 'electronic') return 1;
  if (m.meterKind === 'orifice') return mass * (pascal / m.scalePascal);
  return mass * Math.sqrt((pascal / m.scalePascal) * ((m.scaleCelsius + 273.15) / (celsius + 273.15)));
}

/** One comparison of a meter with a check meter held at the hose or torch end; flows in m³/s. */
export const meterCheckSchema = z.object({
  reading: z.number().positive().max(5e-3),
  checkReading: z.number().positive().max(5e-3),
  /** the check meter; null: none that is registered */
  checkMeter: z.uuid().nullable(),
  at: z.enum(['hose end', 'torch']),
});
export type MeterCheck = z.infer<typeof meterCheckSchema>;

export type MeterState = {
  state: 'good' | 'off' | 'drifting' | 'unchecked';
  /** true over read, by the newest check; 1 when there is none */
  factor: number;
  /** change of the factor a day, by the last checks */
  trend: number | null;
  text: string;
};

/** A difference beyond this share of the reading is corrected for, and said; common practice knows 10 CFH. */
export const OFF = 0.1;
const DRIFT_A_DAY = 0.01;
const OLD_DAYS = 30;
const DAY = 86_400_000;

/**
 * What the checks say of a meter.
 * @param checks oldest first, `at` in ms; @param now ms
 */
export function meterState(checks: readonly (MeterCheck & { when: number })[], now: number): MeterState {
  const last = checks.at(-1);
  if (!last) return { state: 'unchecked', factor: 1, trend: null, text: 'Never checked. Hold a check meter at the hose end.' };
  const factor = last.checkReading / last.reading;
  const some = checks.slice(-5);
  const first = some[0] as MeterCheck & { when: number };
  const days = (last.when - first.when) / DAY;
  const trend = some.length >= 2 && days > 0.5 ? (factor - first.checkReading / first.reading) / days : null;
  if (now - last.when > OLD_DAYS * DAY)
    return { state: 'unchecked', factor, trend, text: `Last checked ${Math.round((now - last.when) / DAY)} days ago. Check it again.` };
  if (trend !== null && Math.abs(trend) > DRIFT_A_DAY && days >= 2)
    return {
      state: 'drifting',
      factor,
      trend,
      text: `Drifting: ${(Math.abs(trend) * 100).toFixed(1)} % a day. Look at seals, fittings and float; take another meter.`,
    };
  if (Math.abs(factor - 1) > OFF)
    return {
      state: 'off',
      factor,
      trend,
      text: `${readsOff(factor)}: set it to ${factor > 1 ? 'less' : 'more'} by that.`,
    };
  return { state: 'good', factor, trend, text: 'Agrees with the check meter within 10 %.' };
}

/** By how much a meter is off, of the true flow: "Reads 50 % high" where it shows 30 and 20 goes through. */
export const readsOff = (factor: number): string => `Reads ${Math.round(Math.abs(1 / factor - 1) * 100)} % ${factor > 1 ? 'low' : 'high'}`;

/** What to set on the meter for a wanted true flow, m³/s. */
export const setPoint = (wanted: number, factor: number): number => wanted / factor;

/**
 * What a hand at the meter needs first: by how much it is off, and what to set for the flow that is wanted.
 * @param wanted true flow, m³/s
 */
export function meterVerdict({ state, factor, trend }: MeterState, wanted: number, system: System): string {
  if (state === 'unchecked') return trend === null && factor === 1 ? 'Not checked yet' : 'Its check is too old';
  const number = (flow: number) => format(flow, 'flow', system);
  const set = `set ${number(setPoint(wanted, factor)).number} for ${number(wanted).number} ${number(wanted).unit}`;
  if (Math.abs(factor - 1) > OFF) return `${readsOff(factor)}: ${set}`;
  return number(setPoint(wanted, factor)).number === number(wanted).number ? 'Agrees: it shows what flows' : `Agrees: ${set}`;
}
