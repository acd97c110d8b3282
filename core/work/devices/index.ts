/** What a device may say to Sentrel; the whole of it is in docs/protocol.md. What its readings are worth is in `sensor`. */
import { z } from 'zod';
import { meets, OXYGEN_MOST } from '../../models/sensor';

const item = {
  /** counts up by one from the device's start */
  seq: z.number().int().min(0).max(Number.MAX_SAFE_INTEGER),
  /** the device's own time of it */
  at: z.iso.datetime(),
};
const quality = z.enum(['good', 'warming', 'saturated', 'fault']);

/** One reading of an oxygen monitor. */
export const oxygenItemSchema = z.object({
  ...item,
  /** what the cell gave, in the unit of the device */
  raw: z.number(),
  ppm: z.number('ppm is no number').min(-50, 'below what a cell can read').max(OXYGEN_MOST.value, 'more oxygen than air holds'),
  quality,
});
/** One reading of a flow meter, L/min as the scale gas flows at 15 °C and 1 bar. */
export const flowItemSchema = z.object({
  ...item,
  raw: z.number(),
  lpm: z.number('lpm is no number').min(-1, 'flows backwards').max(300, 'more than a purge hose carries'),
  quality,
});
/** One press of a foot switch. */
export const pressItemSchema = z.object({ ...item, press: z.number('press is no number').min(0).max(60_000) });
/** An arc seen by a current clamp. */
export const arcItemSchema = z.object({ ...item, arc: z.enum(['on', 'off']), amps: z.number('amps is no number').min(0).max(2000) });

export type PressItem = z.infer<typeof pressItemSchema>;
export type ArcItem = z.infer<typeof arcItemSchema>;

/** JSON Schema of what each kind of device sends, by kind: published beside docs/protocol.md. */
export const deviceJsonSchemas = () =>
  Object.fromEntries(
    Object.entries({
      'oxygen-monitor': oxygenItemSchema,
      'flow-meter': flowItemSchema,
      'foot-switch': pressItemSchema,
      'current-clamp': arcItemSchema,
    }).map(([kind, schema]) => [kind, z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input' })]),
  );

/** Shorter presses are arc starts coupling into the cable, not feet, ms. */
export const LEAST_PRESS = 30;

/** A batch: items are checked one by one, so a bad one costs only itself. */
const batch = {
  boot: z.uuid('boot is a UUID made new at every start of the device'),
  sentAt: z.iso.datetime(),
};
export const readingBatchSchema = z.object({ ...batch, readings: z.array(z.unknown()).min(1).max(2000) });
/** Signals become marks one by one: a batch of them is small. */
export const signalBatchSchema = z.object({ ...batch, signals: z.array(z.unknown()).min(1).max(100) });
export type ItemAnswer = { index: number; status: 'taken' | 'repeat' | 'refused'; reason?: string };

/** A calibration older than this is due, days. Common practice, no source: a year, or what its maker says. */
export const CALIBRATED_DAYS = 365;

/** A monitor checked today may be this far off in air, share of the reading. */
export const AIR_CHECK_TOLERANCE = 0.05;

/**
 * Does the check in air and bottle gas hold?
 * @param supplyPpm oxygen the bottle may hold @param step in which the reading in bottle gas was read, ppm
 * @param limitPpm what it will have to show; left out, nothing is said of that
 */
export function checkMonitor(
  air: number | null,
  bottle: number | null,
  supplyPpm: number,
  step = 1,
  limitPpm = Infinity,
): { ok: boolean; text: string } {
  if (air === null || bottle === null) return { ok: false, text: 'Monitor not checked this shift. The record will say so.' };
  if (Math.abs(air / 209_500 - 1) > AIR_CHECK_TOLERANCE)
    return { ok: false, text: 'Off in air by more than 5 %: it should read 20.9 %. Calibrate it.' };
  if (!meets(bottle, step, limitPpm))
    return {
      ok: false,
      text: `Read in steps of ${Math.round(step)} ppm: in bottle gas that is under ${Math.round(bottle + step)} ppm, and no proof of ${Math.round(limitPpm)}. Read it finer, or take a finer monitor.`,
    };
  if (bottle > supplyPpm + 10)
    return { ok: false, text: `Reads ${Math.round(bottle)} ppm in bottle gas: leak at the cell or hose, or the cell is slow. Find it.` };
  return { ok: true, text: 'Monitor checked in air and bottle gas.' };
}

export { loggerTable, readLogger, type LoggerTable, type LoggerRead, type LoggerReading, type LoggerWishes } from './logger';

export { deviceKindNames, deviceKindSchema, newDeviceSchema, type DeviceKind, type DeviceRow, type NewDevice } from './card';
export { declaredMost, deviceForm, deviceSaid, monitorPlaces, shownIn } from './form';
