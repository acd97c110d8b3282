import type { APIRoute } from 'astro';
import { z } from 'zod';
import { now } from '../../../../../db/clock';
import { runState } from '../../../../../db/events';
import { readingsArrived } from '../../../../../db/readings';
import { error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';

/** The oxygen readings of a run that arrived since a server time (ms), oldest first. */
export const GET: APIRoute = async ({ params, url }) => {
  const id = z.uuid().safeParse(params.id);
  const run = id.success ? await runState(db(), id.data) : null;
  if (!run) return error(404, 'There is no such purge.');
  const since = Number(url.searchParams.get('since') ?? 0);
  const device = run.started.device?.id;
  const at = now();
  const readings = device
    ? await readingsArrived(db(), device, run.startedAt, run.endedAt ?? at + 5000, Number.isFinite(since) ? since : 0)
    : [];
  return json({ readings, now: at });
};
