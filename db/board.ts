/** What is going on now: the welds of all jobs that are not done, the purges that run and what they call for, the gas they draw. */
import type { BoardData, BoardWeld } from '../core/work/record';
import { runNow, summariseRun, supplyOf, type BoardCylinder, type BoardRun } from '../core/work/run';
import type { Stage } from '../core/work/stages';
import { readingsOf } from './record/readings';
import { runState } from './record/stored';
import type { Db } from './sql';
import { supplies } from './supply';

/** Rows of waiting welds on a page of the Board. */
export const BOARD_ROWS = 60;

/**
 * @param at server time, ms
 * @param due only welds that wait for this stage @param page which page of them, from 0; the counts are of all
 */
export async function board(db: Db, at: number, { due = null, page = 0 }: { due?: Stage | null; page?: number } = {}): Promise<BoardData> {
  const [welds, counted, open, gas] = await Promise.all([
    // Spools are put in order first, since they are few; their welds follow until the page is full.
    db<(Omit<BoardWeld, 'updatedAt'> & { updatedAt: Date })[]>`
      select w.id, w.number, s.id as "spoolId", s.number as spool, s.line, s.job, w.due, w.summary, w.updated_at as "updatedAt"
      from (select s.id, s.number, l.name as line, j.name as job, row_number() over (order by j.created_at desc, l.name, s.number) as place
        from spool s join line l on l.id = s.line join job j on j.id = l.job where not j.cleared
        order by place offset 0) s join lateral (
        select * from weld w where w.spool = s.id and w.due <> 'done' and (${due}::text is null or w.due = ${due}) offset 0) w on true
      order by s.place, w.ordinal limit ${BOARD_ROWS} offset ${page * BOARD_ROWS}`,
    db<{ due: Stage | 'done'; n: number }[]>`
      select due, count(*)::int as n from weld
      where spool not in (select s.id from spool s join line l on l.id = s.line join job j on j.id = l.job where j.cleared) group by due`,
    db<{ id: string; spool: string; job: string; welds: { id: string; number: string }[] }[]>`
      select r.id, s.number as spool, j.name as job,
        (select json_agg(json_build_object('id', w.id, 'number', w.number) order by w.ordinal) from weld_run wr join weld w on w.id = wr.weld where wr.run = r.id) as welds
      from run r join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job
      where r.ended_at is null and not j.cleared order by r.started_at`,
    supplies(db),
  ]);
  const runs = (await Promise.all(open.map((r) => boardRun(db, r, gas, at)))).filter((r) => r !== null);
  const counts = Object.fromEntries(counted.flatMap(({ due: d, n }) => (d === 'done' ? [] : [[d, n]]))) as Partial<Record<Stage, number>>;
  return {
    welds: welds.map((w) => ({ ...w, updatedAt: w.updatedAt.toISOString() })),
    counts,
    runs,
    cylinders: gas.filter((c) => c.draws.some((d) => d.to === null)),
    done: counted.find((c) => c.due === 'done')?.n ?? 0,
    now: at,
  };
}

async function boardRun(
  db: Db,
  { id, spool, job, welds }: { id: string; spool: string; job: string; welds: { id: string; number: string }[] },
  gas: readonly BoardCylinder[],
  at: number,
): Promise<BoardRun | null> {
  const run = await runState(db, id);
  if (!run) return null;
  const cylinder = supplyOf(run, gas);
  const { gate, last, alarms } = runNow(run, await readingsOf(db, run, at), cylinder, at);
  return {
    id,
    spool,
    job,
    station: run.started.station || cylinder?.body.station || run.started.device?.label || '',
    welds,
    summary: summariseRun(run),
    gate,
    last: last && { ppm: last.ppm, at: last.at },
    alarms,
  };
}
