/** What a device may say to Sentrel; the whole of it is in docs/protocol.md. */
import { z } from 'zod';

/** One reading of an oxygen monitor. */
export const readingSchema = z.object({
  /** counts up by one from the device's start */
  seq: z.number().int().min(0).max(Number.MAX_SAFE_INTEGER),
  /** the device's own time of the reading */
  at: z.iso.datetime(),
  /** what the cell gave, in the unit of the device */
  raw: z.number(),
  ppm: z.number('ppm is no number').min(-50, 'below what a cell can read').max(250_000, 'more oxygen than air holds'),
  quality: z.enum(['good', 'warming', 'saturated', 'fault']),
});
export type DeviceReading = z.infer<typeof readingSchema>;

/** A batch: items are checked one by one, so a bad one costs only itself. */
export const readingBatchSchema = z.object({
  boot: z.uuid('boot is a UUID made new at every start of the device'),
  sentAt: z.iso.datetime(),
  readings: z.array(z.unknown()).min(1).max(2000),
});
export type ReadingBatch = { boot: string; sentAt: string; readings: DeviceReading[] };
export type ReadingAnswer = { index: number; status: 'taken' | 'repeat' | 'refused'; reason?: string };

/** A monitor checked today may be this far off in air, share of the reading. */
export const AIR_CHECK_TOLERANCE = 0.05;

/** Does the check in air and bottle gas hold? @param supplyPpm oxygen the bottle may hold */
export function checkMonitor(air: number | null, bottle: number | null, supplyPpm: number): { ok: boolean; text: string } {
  if (air === null || bottle === null) return { ok: false, text: 'Monitor not checked this shift. The record will say so.' };
  if (Math.abs(air / 209_500 - 1) > AIR_CHECK_TOLERANCE)
    return { ok: false, text: 'Off in air by more than 5 %: it should read 20.9 %. Calibrate it.' };
  if (bottle > supplyPpm + 10)
    return { ok: false, text: `Reads ${Math.round(bottle)} ppm in bottle gas: leak at the cell or hose, or the cell is slow. Find it.` };
  return { ok: true, text: 'Monitor checked in air and bottle gas.' };
}
