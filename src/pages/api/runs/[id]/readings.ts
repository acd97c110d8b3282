import type { APIRoute } from 'astro';
import { z } from 'zod';
import { now } from '../../../../../db/clock';
import { runState } from '../../../../../db/events';
import { readingsSince } from '../../../../../db/readings';
import { error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';

/** The oxygen readings of a run after a time (ms), oldest first. */
export const GET: APIRoute = async ({ params, url }) => {
  const id = z.uuid().safeParse(params.id);
  const run = id.success ? await runState(db(), id.data) : null;
  if (!run) return error(404, 'There is no such purge.');
  const after = Number(url.searchParams.get('after') ?? 0);
  const device = run.started.device?.id;
  const to = run.endedAt ?? now();
  const readings = device ? await readingsSince(db(), device, Math.max(run.startedAt, Number.isFinite(after) ? after : 0), to) : [];
  return json({ readings, now: now() });
};
