import { z } from 'zod';
import { readLogger } from '../../../../../core/work/devices';
import { now } from '../../../../../db/clock';
import { addLog, fileHash } from '../../../../../db/logs';
import { error, json } from '../../../../server/answer';
import { loggerRows } from '../../../../csv/loggerRows';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';
import { NO_RUN as gone, runOf } from '../../../../server/run';

const body = z.object({
  name: z.string().trim().min(1).max(120),
  text: z.string().min(1, 'The file is empty.').max(8_000_000),
  timeColumn: z.number().int().min(0).max(200).optional(),
  valueColumn: z.number().int().min(0).max(200).optional(),
  unit: z.enum(['ppm', 'percent']).optional(),
  zone: z.number().min(-900).max(900),
  dayFirst: z.boolean().optional(),
});

/** A logger's file for a run: read here as it was read in the browser, and kept. */
export const POST = route({ gone, body, limit: 9_000_000, longest: 8_000_000, slow: true }, async ({ id, body: sent, who }) => {
  const run = await runOf(id);
  if (!run) return null;
  const { name, text, timeColumn, valueColumn, unit, zone, dayFirst } = sent;
  const table = readLogger(loggerRows(text), {
    zone,
    start: run.startedAt,
    ...(timeColumn !== undefined && { timeColumn }),
    ...(valueColumn !== undefined && { valueColumn }),
    ...(unit && { unit }),
    ...(dayFirst !== undefined && { dayFirst }),
  });
  if (!table.ok) return error(422, table.error);
  const kept = await addLog(db(), now, who, run.id, { name, sha256: fileHash(text), read: table.read });
  return kept.ok
    ? json({ status: kept.status, readings: table.read.readings.length }, kept.status === 'taken' ? 201 : 200)
    : error(kept.status, kept.error);
});
