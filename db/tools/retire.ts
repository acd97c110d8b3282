/**
 * npm run retire -- --before 2026-01-31 [--yes]: puts away the raw readings of purges that ended before a day, by the shop's choice.
 * Each purge keeps, as an event of its record: how many there were, their digest, and a curve thinned so that no peak is lost.
 * Readings of a monitor that no purge kept are not touched.
 */
import { parseArgs } from 'node:util';
import { reduceRun, versionOf } from '../../core/work/record';
import { thin } from '../../core/models/sensor';
import { v7 as uuid } from 'uuid';
import { now, type Clock } from '../clock';
import { appendIn, type Who } from '../record/append';
import { readingsDigest, readingsSince } from '../record/readings';
import { eventsOf } from '../record/stored';
import { connect, type Sql } from '../sql';

/** Columns of the curve that stays: at most four points each. */
const COLUMNS = 400;

/**
 * @param sql as the owner of the database: the application cannot remove readings
 * @param before ms @param really false only counts
 * @returns purges and readings put away, or that would be
 */
export async function retire(
  sql: Sql,
  clock: Clock,
  who: Who,
  before: number,
  really: boolean,
): Promise<{ purges: number; readings: number }> {
  const runs = await sql<{ id: string }[]>`
    select id from run where device is not null and ended_at < ${new Date(before)} order by id`;
  const done = { purges: 0, readings: 0 };
  for (const { id } of runs)
    await sql.begin(async (tx) => {
      const run = reduceRun(await eventsOf(tx, id));
      const device = run?.started.device?.id;
      const digest = run?.ended?.digest;
      if (!run || !device || run.endedAt === null || run.retired || !digest || digest.readings === 0) return;
      const is = await readingsDigest(tx, device, run.startedAt, run.endedAt);
      // What no longer matches is a fault to be looked at, not to be put away.
      if (is.sha256 !== digest.sha256) return;
      done.purges++;
      done.readings += is.readings;
      if (!really) return;
      const all = await readingsSince(tx, device, run.startedAt, run.endedAt, 10_000_000);
      const curve = thin(all, (r) => r.ppm, COLUMNS).map((r): [number, number] => [(r.at - run.startedAt) / 1000, r.ppm]);
      const answer = await appendIn(tx, clock, who, {
        id: uuid(),
        stream: id,
        type: 'run.retired',
        version: versionOf('run.retired'),
        happenedAt: new Date(clock()).toISOString(),
        offsetMs: 0,
        seen: null,
        body: { ...is, curve },
      });
      if (answer.status !== 201) throw new Error(`purge ${id}: ${answer.error}`);
      await tx`delete from reading where device = ${device} and at > ${new Date(run.startedAt)} and at <= ${new Date(run.endedAt)}`;
    });
  return done;
}

if (process.argv[1]?.endsWith('retire.ts')) {
  const { values } = parseArgs({ options: { before: { type: 'string' }, yes: { type: 'boolean', default: false } } });
  const day = Date.parse(values.before ?? '');
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('Set DATABASE_URL.');
  if (Number.isNaN(day)) throw new Error('Say --before and a day, such as --before 2026-01-31.');
  const sql = connect(url, { role: null });
  const { purges, readings } = await retire(sql, now, { person: null, identified: 'retention' }, day, values.yes);
  await sql.end();
  console.log(
    values.yes
      ? `${readings} readings of ${purges} purges put away`
      : `${readings} readings of ${purges} purges would be put away; say --yes`,
  );
}
