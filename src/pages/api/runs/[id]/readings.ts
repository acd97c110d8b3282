import type { APIRoute } from 'astro';
import { now } from '../../../../../db/clock';
import { flowsSince, logReadings, readingsArrived } from '../../../../../db/record/readings';
import { error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';
import { flowMeterOf, runOf } from '../../../../server/run';

/** The oxygen readings of a run that arrived since a server time (ms), oldest first; its flow over the last minutes. */
export const GET: APIRoute = async ({ params, url }) => {
  const run = await runOf(params.id);
  if (!run) return error(404, 'There is no such purge.');
  const asked = Number(url.searchParams.get('since') ?? 0);
  const since = Number.isFinite(asked) ? asked : 0;
  const [device, meter, log] = [run.started.device?.id, flowMeterOf(run), run.logs.at(-1)?.log];
  const at = now();
  const to = run.endedAt ?? at + 5000;
  const readings = device ? await readingsArrived(db(), device, run.startedAt, to, since) : [];
  const logged = !device && log && since === 0 ? (await logReadings(db(), log)).map((r, i) => ({ ...r, key: `${log}:${i}` })) : [];
  const flows = meter ? await flowsSince(db(), meter, Math.max(run.startedAt, since - 20_000), to) : [];
  return json({ readings: [...readings, ...logged], flows, now: at });
};
