import { z } from 'zod';
import { now } from '../../../../../db/clock';
import { addLog } from '../../../../../db/logs';
import { error, json } from '../../../../server/answer';
import { inTime } from '../../../../server/inTime';
import { readOnThread } from '../../../../server/logReading';
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
  const run = await inTime(runOf(id));
  if (!run) return null;
  const { name, text, timeColumn, valueColumn, unit, zone, dayFirst } = sent;
  const read = await readOnThread({
    text,
    wishes: {
      zone,
      start: run.startedAt,
      ...(timeColumn !== undefined && { timeColumn }),
      ...(valueColumn !== undefined && { valueColumn }),
      ...(unit && { unit }),
      ...(dayFirst !== undefined && { dayFirst }),
    },
  });
  if (read === 'busy')
    return error(503, 'It takes too long to read this file now. Nothing was kept. Try again, or export the time of this purge alone.');
  if (!read.ok) return error(422, read.error);
  const { table, sha256 } = read;
  const kept = await addLog(db(), now, who, run.id, { name, sha256, table });
  return kept.ok
    ? json({ status: kept.status, readings: table.line.length }, kept.status === 'taken' ? 201 : 200)
    : error(kept.status, kept.error);
});
