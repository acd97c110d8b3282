/** What is going on now: the welds of all jobs that are not done, the purges that run and what they call for, the gas they draw. */
import { BOARD_PAGE, type BoardData, type BoardWeld } from '../core/work/record';
import {
  happenedOf,
  runNow,
  summariseRun,
  supplyOf,
  type BoardCylinder,
  type BoardRun,
  type Reading,
  type Remains,
  type RunState,
} from '../core/work/run';
import { stageSchema, type Stage } from '../core/work/stages';
import { readingsOf } from './record/readings';
import { runState } from './record/stored';
import type { Db } from './sql';
import { supplies } from './supply';

/** Rows of each stage on the Board. */
export const EACH_STAGE = 6;
/** How far back a small line of oxygen goes, ms, and of how many points it is made. */
const RECENT = 180_000;
const POINTS = 60;

type Row = Omit<BoardWeld, 'updatedAt'> & { updatedAt: Date };
const columns = (sql: Db) =>
  sql`w.id, w.number, s.id as "spoolId", s.number as spool, l.name as line, j.name as job, w.due, w.summary, w.updated_at as "updatedAt"`;
const told = (rows: readonly Row[]): BoardWeld[] => rows.map((w) => ({ ...w, updatedAt: w.updatedAt.toISOString() }));

/** The welds in running purges, and the newest that wait for each stage. */
const newest = (db: Db): Promise<Row[]> => db<Row[]>`
  select ${columns(db)} from (
    select w.* from unnest(${stageSchema.options}::text[]) as st(due) join lateral (
      select w.* from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
      where w.due = st.due and not j.cleared order by w.updated_at desc limit ${EACH_STAGE}) w on true
    union select w.* from run r join weld_run wr on wr.run = r.id join weld w on w.id = wr.weld where r.ended_at is null) w
    join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
  where not j.cleared order by w.updated_at desc`;

/** Welds with a product on them, in the order it was put on. */
const dwelling = (db: Db): Promise<Row[]> => db<Row[]>`
  select ${columns(db)} from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
  where jsonb_array_length(coalesce(w.summary -> 'dwells', '[]'::jsonb)) > 0 and not j.cleared
  order by w.summary #>> '{dwells,0,marks,0,at}' limit 24`;

/** A page of those that wait for one stage. Spools are put in order first, since they are few; their welds follow until the page is full. */
const waiting = (db: Db, due: Stage, page: number): Promise<Row[]> => db<Row[]>`
  select ${columns(db)}
  from (select s.*, row_number() over (order by j.created_at desc, l.name, s.number) as place
    from spool s join line l on l.id = s.line join job j on j.id = l.job where not j.cleared order by place offset 0) s
    join lateral (select * from weld w where w.spool = s.id and w.due = ${due} offset 0) w on true
    join line l on l.id = s.line join job j on j.id = l.job
  order by s.place, w.ordinal limit ${BOARD_PAGE} offset ${page * BOARD_PAGE}`;

/** What somebody fitted up and did not finish, the newest first. */
export const fittedBy = async (db: Db, person: string): Promise<BoardWeld[]> =>
  told(
    await db<Row[]>`
      select ${columns(db)} from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
      where w.due <> 'done' and w.summary ->> 'welder' = ${person} and not j.cleared order by w.updated_at desc limit 3`,
  );

/**
 * @param at server time, ms
 * @param remainsOf how long a purge still takes, as it was said last
 * @param due only welds that wait for this stage @param page which page of them, from 0; the counts are of all
 */
export async function board(
  db: Db,
  at: number,
  { due = null, page = 0 }: { due?: Stage | null; page?: number } = {},
  remainsOf: (run: RunState) => Remains | null = () => null,
): Promise<Omit<BoardData, 'mine'>> {
  const [welds, on, counted, open, gas] = await Promise.all([
    due ? waiting(db, due, page) : newest(db),
    dwelling(db),
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
  const runs = (await Promise.all(open.map((r) => boardRun(db, r, gas, at, remainsOf)))).filter((r) => r !== null);
  const counts = Object.fromEntries(counted.flatMap(({ due: d, n }) => (d === 'done' ? [] : [[d, n]]))) as Partial<Record<Stage, number>>;
  return {
    welds: told(welds),
    counts,
    runs,
    dwelling: told(on),
    free: [...new Set(gas.map((c) => c.body.station))].filter((bay) => bay !== '' && runs.every((r) => r.station !== bay)).sort(),
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
  remainsOf: (run: RunState) => Remains | null,
): Promise<BoardRun | null> {
  const run = await runState(db, id);
  if (!run) return null;
  const cylinder = supplyOf(run, gas);
  const readings = await readingsOf(db, run, at);
  const remains = remainsOf(run);
  const { gate, last, alarms } = runNow(run, readings, cylinder, at, happenedOf(remains, run.fillingSince));
  return {
    id,
    spool,
    job,
    station: run.started.station || cylinder?.body.station || run.started.device?.label || '',
    welds,
    summary: summariseRun(run),
    gate,
    last: last && { ppm: last.ppm, at: last.at },
    recent: thinned(readings, at),
    alarms,
    remains,
  };
}

/** The newest of each of a few equal spans: the Board's line is as wide as a hand. */
function thinned(readings: readonly Reading[], at: number): Reading[] {
  const spans = new Map<number, Reading>();
  for (const r of readings)
    if (r.at > at - RECENT && r.at <= at) spans.set(Math.floor(r.at / (RECENT / POINTS)), { at: r.at, ppm: r.ppm, quality: r.quality });
  return [...spans.values()];
}
