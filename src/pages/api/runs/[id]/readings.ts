import { z } from 'zod';
import { now } from '../../../../../db/clock';
import { flowsSince, logReadings, readingsArrived } from '../../../../../db/record/readings';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';
import { besideOf, flowMeterOf, NO_RUN as gone, runOf } from '../../../../server/run';

const query = z.object({ since: z.coerce.number().min(0).max(8e15).default(0) });

/** The oxygen readings of a run that arrived since a server time (ms), oldest first; its flow over the last minutes. */
export const GET = route({ gone, query }, async ({ id, query: { since } }) => {
  const run = await runOf(id);
  if (!run) return null;
  const [device, meter, log] = [run.started.device?.id, flowMeterOf(run), run.logs.at(-1)?.log];
  const at = now();
  const to = run.endedAt ?? at + 5000;
  const readings = device ? await readingsArrived(db(), device, run.startedAt, to, since) : [];
  const logged = !device && log && since === 0 ? (await logReadings(db(), log)).map((r, i) => ({ ...r, key: `${log}:${i}` })) : [];
  const flows = meter ? await flowsSince(db(), meter, Math.max(run.startedAt, since - 20_000), to) : [];
  const others = await Promise.all(
    besideOf(run).map(async (d) => (await readingsArrived(db(), d, run.startedAt, to, since)).map((r) => ({ ...r, device: d }))),
  );
  return { readings: [...readings, ...logged], others: others.flat(), flows, now: at };
});
