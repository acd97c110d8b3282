/** What is going on now: the welds of all jobs that are not done, and the purges that run. */
import type { BoardData, BoardRun, BoardWeld } from '../core/weld';
import type { Db } from './sql';

/** @param at server time, ms */
export async function board(db: Db, at: number): Promise<BoardData> {
  const welds = await db<(Omit<BoardWeld, 'updatedAt'> & { updatedAt: Date })[]>`
    select w.id, w.number, s.id as "spoolId", s.number as spool, l.name as line, j.name as job, w.due, w.summary, w.updated_at as "updatedAt"
    from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
    where not j.cleared and w.due <> 'done' order by j.created_at desc, l.name, s.number, w.ordinal limit 400`;
  const [count] = await db<{ done: number }[]>`
    select count(*)::int as done from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
    where not j.cleared and w.due = 'done'`;
  const runs = await db<(Omit<BoardRun, 'lastAt'> & { lastAt: Date | null })[]>`
    select r.id, s.number as spool, j.name as job, r.summary, r.version,
      array(select w.number from weld_run wr join weld w on w.id = wr.weld where wr.run = r.id order by w.ordinal) as numbers,
      last.ppm as "lastPpm", last.at as "lastAt", last.quality as "lastQuality"
    from run r join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job
    left join lateral (select ppm, at, quality from reading where device = r.device and at > r.started_at order by at desc, seq desc limit 1) last on true
    where r.ended_at is null and not j.cleared order by r.started_at`;
  return {
    welds: welds.map((w) => ({ ...w, updatedAt: w.updatedAt.toISOString() })),
    runs: runs.map((r) => ({ ...r, lastAt: r.lastAt?.getTime() ?? null })),
    done: count?.done ?? 0,
    now: at,
  };
}
