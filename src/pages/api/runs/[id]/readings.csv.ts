import type { APIRoute } from 'astro';
import { z } from 'zod';
import { runCsv } from '../../../../../core/weld';
import { now } from '../../../../../db/clock';
import { runState } from '../../../../../db/events';
import { readingsSince } from '../../../../../db/readings';
import { error } from '../../../../server/answer';
import { db } from '../../../../server/db';

/** Readings and marks of a run as CSV (RFC 4180): seconds since gas on, UTC, oxygen, quality, flow, mark. */
export const GET: APIRoute = async ({ params }) => {
  const id = z.uuid().safeParse(params['id']).data;
  const run = id ? await runState(db(), id) : null;
  if (!run) return error(404, 'There is no such purge.');
  const device = run.started.device?.id;
  const readings = device ? await readingsSince(db(), device, run.startedAt, run.endedAt ?? now()) : [];
  return new Response(runCsv(run, readings), {
    headers: {
      'content-type': 'text/csv; charset=utf-8; header=present',
      'content-disposition': `attachment; filename="purge-${run.id}.csv"`,
      'cache-control': 'no-store',
    },
  });
};
