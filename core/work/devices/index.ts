/** What a device may say to Sentrel; the whole of it is in docs/protocol.md. What its readings are worth is in `sensor`. */
import { z } from 'zod';
import { meets } from '../../models/sensor';
import type { Cell } from '../registers';

export const deviceKindSchema = z.enum(['oxygen-monitor', 'flow-meter', 'foot-switch', 'current-clamp']);
export type DeviceKind = z.infer<typeof deviceKindSchema>;
export const deviceKindNames: Record<DeviceKind, string> = {
  'oxygen-monitor': 'Oxygen monitor',
  'flow-meter': 'Flow meter',
  'foot-switch': 'Foot switch',
  'current-clamp': 'Current clamp',
};

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
  ppm: z.number('ppm is no number').min(-50, 'below what a cell can read').max(250_000, 'more oxygen than air holds'),
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

export type OxygenItem = z.infer<typeof oxygenItemSchema>;
export type FlowItem = z.infer<typeof flowItemSchema>;
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

/** How a device is registered; its key is made by the server and shown once. */
export const newDeviceSchema = z.object({
  kind: deviceKindSchema,
  name: z.string().trim().min(1, 'Give it a name that stands on it.').max(60),
  /** where what it measures is taken: vent, joint, inlet; empty for switches and clamps */
  place: z.enum(['vent', 'joint', 'inlet', '']).default(''),
  /** the bay it stands in: a purge there listens to it */
  station: z.string().trim().max(40).default(''),
  /** as its maker declares them, in ppm or L/min */
  resolution: z.number('What is one step of its display?').min(0).max(10_000).default(1),
  noise: z.number('How much does it flicker, one standard deviation?').min(0).max(10_000).default(1),
  top: z.number('Where does its scale end?').positive().max(1_000_000).default(250_000),
});
export type NewDevice = z.infer<typeof newDeviceSchema>;

/** A device as the register knows it. */
export type DeviceRow = {
  id: string;
  kind: DeviceKind;
  name: string;
  place: string;
  station: string;
  resolution: number;
  noise: number;
  top: number;
  revoked: boolean;
  /** on a purge that runs */
  busy: boolean;
  /** ms; null when it never spoke */
  lastSeen: number | null;
  /** items of it that were refused in the last day */
  refused: number;
  cell: Cell;
  sampleFlow: number;
  calibratedOn: string | null;
};

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

export { readLogger, type LoggerRead, type LoggerReading, type LoggerWishes } from './logger';
