/** Jobs, lines, spools and the welds on them; clearing the demo away. */
import { v7 as uuid } from 'uuid';
import { versionOf } from '../core/work/record';
import { ROUND, type Seam } from '../core/basics/seam';
import { designSchema, weldNumbers, type Drawn, type LastWork, type NewWork, type SpoolWeld, type WeldPlace } from '../core/work/jobs';
import { append, appendIn, type Answer, type Who } from './record/append';
import { runState } from './record/stored';
import type { Clock } from './clock';
import type { Db, Sql, Tx } from './sql';
import { transaction } from './transaction';

async function findOrAdd(sql: Sql, work: NewWork, at: Date, demo: boolean): Promise<string> {
  return transaction(sql, async (tx) => {
    await tx`select pg_advisory_xact_lock(hashtext(${work.job}))`;
    const [job] = await tx<{ id: string }[]>`select id from job where name = ${work.job} and not cleared`;
    const jobId = job?.id ?? uuid();
    if (!job)
      await tx`insert into job (id, name, service, criterion, demo, created_at) values (${jobId}, ${work.job}, ${work.service}, ${work.design.criterion.id}, ${demo}, ${at})`;
    await tx`insert into line (id, job, name) values (${uuid()}, ${jobId}, ${work.line}) on conflict (job, name) do nothing`;
    const [line] = await tx<{ id: string }[]>`select id from line where job = ${jobId} and name = ${work.line}`;
    await tx`insert into spool (id, line, number) values (${uuid()}, ${line?.id ?? ''}, ${work.spool}) on conflict (line, number) do nothing`;
    const [spool] = await tx<{ id: string }[]>`select id from spool where line = ${line?.id ?? ''} and number = ${work.spool}`;
    return spool?.id ?? '';
  });
}

/**
 * Enters a spool with N welds alike, making job and line where they are new.
 * Repeating it with the same ids adds nothing.
 * @param ids one event id and one weld id a weld, given by the sender
 * @param drawn how the spool lies, and the joint of each weld in the order of numbers; a spool that was drawn before stays as it is
 */
export async function addWork(
  sql: Sql,
  clock: Clock,
  who: Who,
  work: NewWork,
  ids: { event: string; weld: string }[],
  demo = false,
  drawn: Drawn | null = null,
): Promise<{ spool: string; welds: string[]; refused: Answer[] }> {
  const at = clock();
  const spool = await findOrAdd(sql, work, new Date(at), demo);
  const welds: string[] = [];
  const refused: Answer[] = [];
  for (const [i, number] of weldNumbers(work.firstNumber, work.count).entries()) {
    const { event, weld } = ids[i] as { event: string; weld: string };
    const answer = await append(sql, clock, who, {
      id: event,
      stream: weld,
      type: 'weld.created',
      version: versionOf('weld.created'),
      happenedAt: new Date(at).toISOString(),
      offsetMs: 0,
      seen: null,
      body: { spool, number, design: work.design },
    });
    if (answer.status > 201) refused.push(answer);
    else welds.push(weld);
  }
  if (drawn && welds.length > 0) await drawSpool(sql, spool, drawn, welds, who.person, new Date(at));
  return { spool, welds, refused };
}

async function drawSpool(
  db: Db,
  spool: string,
  { setup, joints }: Drawn,
  welds: readonly string[],
  by: string | null,
  at: Date,
): Promise<void> {
  const taken = Object.fromEntries(welds.flatMap((w, i) => (joints[i] === undefined ? [] : [[w, joints[i]]])));
  await db`insert into spool_setup (spool, setup, joints, by_person, updated_at)
    values (${spool}, ${db.json(setup)}, ${db.json(taken)}, ${by}, ${at}) on conflict do nothing`;
}

/** The newest work that is no demo; null before there is any. */
export async function lastWork(db: Db): Promise<LastWork | null> {
  const [row] = await db<{ job: string; line: string; number: string; design: unknown }[]>`
    select j.name as job, l.name as line, w.number, w.summary -> 'design' as design
    from job j join line l on l.job = j.id join spool s on s.line = l.id join weld w on w.spool = s.id
    where not j.cleared and not j.demo order by w.id desc limit 1`;
  const design = row && designSchema.safeParse(row.design);
  return row && design?.success ? { ...row, design: design.data } : null;
}

export async function placeOf(db: Db, weld: string): Promise<WeldPlace | null> {
  const [row] = await db<WeldPlace[]>`
    select w.id, w.number, s.id as spool, s.number as "spoolNumber", l.name as line, j.name as job, j.id as "jobId", j.service, j.demo
    from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
    where w.id = ${weld} and not j.cleared`;
  return row ?? null;
}

/** Every weld of a spool in its order, and what it waits for. */
export const weldsOn = (db: Db, spool: string): Promise<SpoolWeld[]> =>
  db<SpoolWeld[]>`
    select id, number, due, coalesce(summary->'design'->'seam', '{"kind": "round"}') as seam from weld where spool = ${spool} order by ordinal`;

/** What the places of these welds lie on, by weld. */
export async function seamsOf(db: Db, welds: readonly string[]): Promise<(weld: string | null) => Seam> {
  const rows = await db<
    { id: string; seam: Seam | null }[]
  >`select id, summary->'design'->'seam' as seam from weld where id in ${db(welds)}`;
  const found = new Map(rows.map((r) => [r.id, r.seam]));
  return (weld) => (weld === null ? null : found.get(weld)) ?? ROUND;
}

/** Is there demo data to be cleared away? */
export async function hasDemo(db: Db): Promise<boolean> {
  const [row] = await db<{ demo: boolean }[]>`select exists (select 1 from job where demo and not cleared) as demo`;
  return row?.demo ?? false;
}

/** Ends every purge that still runs on a job that was cleared away, each by an event of its own. @returns how many */
export async function endCleared(tx: Tx, clock: Clock, who: Who): Promise<number> {
  const open = await tx<{ id: string }[]>`
    select r.id from run r join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job where j.cleared order by r.id`;
  let ended = 0;
  for (const { id } of open) {
    if ((await runState(tx, id))?.endedAt !== null) continue;
    const answer = await appendIn(tx, clock, who, {
      id: uuid(),
      stream: id,
      type: 'run.ended',
      version: versionOf('run.ended'),
      happenedAt: new Date(clock()).toISOString(),
      offsetMs: 0,
      seen: null,
      body: { how: 'abandoned', countOut: null },
    });
    if (answer.status !== 201) throw new Error(`a purge that was cleared away could not be ended: ${answer.error}`);
    ended++;
  }
  return ended;
}

/**
 * Clears the demo away: it vanishes from every list. Its events stay in the record, since nothing is ever
 * removed from there; its open purges are ended, and that is an event too.
 */
export async function clearDemo(sql: Sql, clock: Clock, who: Who): Promise<void> {
  await transaction(sql, async (tx) => {
    await tx`update job set cleared = true where demo`;
    await endCleared(tx, clock, who);
    await tx`update person set cleared = true where demo`;
    await tx`update register set cleared = true where demo`;
    await tx`insert into criterion_retired (id, why, at) select distinct id, 'Part of the demo', ${new Date(clock())}::timestamptz from criterion where demo
      on conflict do nothing`;
    await tx`insert into tint_taken_back (id, reason, at) select id, 'Part of the demo', ${new Date(clock())}::timestamptz from tint_entry where demo
      on conflict do nothing`;
    await tx`delete from session where person in (select id from person where demo)`;
    await tx`select pg_notify('sentrel', '{"board":true}')`;
  });
}

/** Names of the jobs in hand. */
export const jobNames = async (db: Db): Promise<string[]> =>
  (await db<{ name: string }[]>`select name from job where not cleared order by created_at desc`).map((j) => j.name);
