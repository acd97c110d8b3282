/** What is going on now: the welds of all jobs that are not done, the purges that run and what they call for, the gas they draw. */
import { sensorState } from '../core/models/sensor';
import { leftNow } from '../core/basics/gases';
import {
  gate,
  type Reading,
  alarmsOf,
  summariseRun,
  type BoardCylinder,
  type BoardData,
  type BoardRun,
  type BoardWeld,
} from '../core/work/weld';
import { runState } from './events';
import { readingsSince } from './readings';
import type { Db } from './sql';
import { supplies } from './supply';

/** @param at server time, ms */
export async function board(db: Db, at: number): Promise<BoardData> {
  const welds = await db<(Omit<BoardWeld, 'updatedAt'> & { updatedAt: Date })[]>`
    select w.id, w.number, s.id as "spoolId", s.number as spool, l.name as line, j.name as job, w.due, w.summary, w.updated_at as "updatedAt"
    from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
    where not j.cleared and w.due <> 'done' order by j.created_at desc, l.name, s.number, w.ordinal limit 400`;
  const [count] = await db<{ done: number }[]>`
    select count(*)::int as done from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
    where not j.cleared and w.due = 'done'`;
  const open = await db<{ id: string; spool: string; job: string; welds: { id: string; number: string }[] }[]>`
    select r.id, s.number as spool, j.name as job,
      (select json_agg(json_build_object('id', w.id, 'number', w.number) order by w.ordinal) from weld_run wr join weld w on w.id = wr.weld where wr.run = r.id) as welds
    from run r join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job
    where r.ended_at is null and not j.cleared order by r.started_at`;
  const gas = await supplies(db);
  const runs = (await Promise.all(open.map((r) => boardRun(db, r, gas, at)))).filter((r) => r !== null);
  return {
    welds: welds.map((w) => ({ ...w, updatedAt: w.updatedAt.toISOString() })),
    runs,
    cylinders: gas.filter((c) => c.draws.some((d) => d.to === null)),
    done: count?.done ?? 0,
    now: at,
  };
}

/** Readings looked at of each run: the newest, at one a second more than half an hour. */
const MOST = 2000;
const heldFrom = (start: number, readings: readonly Reading[]) => (readings.length < MOST ? start : (readings[0]?.at ?? start));

async function boardRun(
  db: Db,
  { id, spool, job, welds }: { id: string; spool: string; job: string; welds: { id: string; number: string }[] },
  gas: readonly BoardCylinder[],
  at: number,
): Promise<BoardRun | null> {
  const run = await runState(db, id);
  if (!run) return null;
  const { device, rules, planned, monitorChecked, place, backing, station } = run.started;
  const readings = device ? await readingsSince(db, device.id, run.startedAt, at, MOST) : [];
  const declared = device?.declared ?? null;
  const sensor = sensorState(
    readings.filter((r) => r.at >= (run.fillingSince ?? Infinity)),
    declared,
    at,
  );
  const cylinder = gas.find((c) => c.draws.some((d) => d.run === id));
  const left = cylinder ? leftNow(cylinder.body, cylinder.look, cylinder.draws, at, cylinder.changed) : null;
  const last = readings.at(-1);
  return {
    id,
    spool,
    job,
    station: station || cylinder?.body.station || device?.label || '',
    welds,
    summary: summariseRun(run),
    gate: gate({
      rules,
      fillingSince: run.fillingSince,
      planned,
      monitored: device !== null,
      readings,
      declared,
      monitorChecked,
      place,
      now: at,
      backing,
    }),
    last: last ? { ppm: last.ppm, at: last.at } : null,
    alarms: alarmsOf(run, { readings, sensor, dryIn: left?.dryIn ?? null, now: at, heldFrom: heldFrom(run.startedAt, readings) }),
  };
}
