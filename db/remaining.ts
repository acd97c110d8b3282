/** What was foretold of purges and what came, and what of it a shop has taken over for the next ones. */
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { versionOf } from '../core/work/record';
import { foretoldSchema, type Foretold } from '../core/work/run';
import type { Prior } from '../core/models/remaining';
import type { Clock } from './clock';
import { appendIn } from './record/append';
import { sift } from './rows';
import { writeForetold } from './record/project';
import type { Db, Sql } from './sql';
import { transaction } from './transaction';

/** A purge that has ended, was measured, and was not held against what was foretold of it yet; the newest of all. */
export async function notForetold(db: Db): Promise<string | null> {
  const [row] = await db<{ id: string }[]>`
    select r.id from run r join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job
    where r.ended_at is not null and r.device is not null and not j.cleared and not exists (select 1 from run_foretold f where f.run = r.id)
    order by r.ended_at desc limit 1`;
  return row?.id ?? null;
}

/** Keeps what was foretold of a purge and what came, once; null where there was too little to say. */
export async function keepForetold(sql: Sql, clock: Clock, run: string, is: Foretold | null): Promise<void> {
  const at = new Date(clock());
  await transaction(sql, async (tx) => {
    await tx`select 1 from run where id = ${run} for no key update`;
    if ((await tx`select 1 from run_foretold where run = ${run}`).length) return;
    if (is === null) return writeForetold(tx, run, null, at);
    const answer = await appendIn(
      tx,
      clock,
      { person: null, identified: 'remaining time' },
      {
        ...{ id: uuid(), stream: run, type: 'run.foretold', version: versionOf('run.foretold') },
        ...{ happenedAt: at.toISOString(), offsetMs: 0, seen: null, body: is },
      },
    );
    if (answer.status !== 201) throw new Error(`purge ${run}: ${answer.error}`);
  });
}

/** So many of the newest purges are looked over. */
const NEWEST = 200;

/** What was foretold of the newest purges, newest first. */
export async function foretoldOver(db: Db): Promise<(Foretold & { run: string })[]> {
  const rows = await db<{ run: string; body: unknown }[]>`
    select f.run, f.body from run_foretold f join run r on r.id = f.run join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job
    where f.body is not null and not j.cleared order by r.started_at desc limit ${NEWEST}`;
  return sift(rows, ({ run, body }) => {
    const known = foretoldSchema.safeParse(body);
    return known.success ? { ...known.data, run } : null;
  }).good;
}

const kind = z.object({ median: z.number().positive(), spread: z.number().positive() });
export const priorSchema = z.object({
  pace: z.object({ mean: z.number(), sd: z.number().positive(), unchecked: z.number().positive() }),
  leak: z.object({ tight: kind, wrong: kind, share: z.number().min(0).max(1) }),
}) satisfies z.ZodType<Prior>;

/** A prior of the shop's own: for set-ups like those it was learnt on, from so many purges. */
export type ShopPrior = { id: string; unchecked: boolean; body: Prior; purges: number; at: number; by: string | null };

/** The priors that stood at a time, at most one of each kind of set-up. @param at ms; now when left out */
export async function shopPriors(db: Db, at = Infinity): Promise<ShopPrior[]> {
  const then = Number.isFinite(at) ? new Date(at).toISOString() : 'infinity';
  const rows = await db<{ id: string; unchecked: boolean; body: unknown; purges: number; at: Date; by_person: string | null }[]>`
    select distinct on (p.unchecked) p.id, p.unchecked, p.body, p.purges, p.at, p.by_person
    from purge_prior p left join purge_prior_undone u on u.id = p.id
    where p.at <= ${then}::text::timestamptz and (u.id is null or u.at > ${then}::text::timestamptz) order by p.unchecked, p.at desc, p.id`;
  return sift(rows, (r) => {
    const body = priorSchema.safeParse(r.body);
    return body.success
      ? { id: r.id, unchecked: r.unchecked, body: body.data, purges: r.purges, at: r.at.getTime(), by: r.by_person }
      : null;
  }).good;
}

/** Takes a prior over; sent twice it is kept once. @returns false where its id was used for something else */
export async function takePrior(
  db: Db,
  clock: Clock,
  by: string | null,
  p: Pick<ShopPrior, 'id' | 'unchecked' | 'body' | 'purges'>,
): Promise<boolean> {
  await db`insert into purge_prior (id, unchecked, body, purges, at, by_person)
    values (${p.id}, ${p.unchecked}, ${db.json(p.body)}, ${p.purges}, ${new Date(clock())}, ${by}) on conflict (id) do nothing`;
  return (await db`select 1 from purge_prior where id = ${p.id} and unchecked = ${p.unchecked} and body = ${db.json(p.body)}`).length > 0;
}

/** @returns false when there is no such one */
export async function undoPrior(db: Db, clock: Clock, by: string | null, id: string): Promise<boolean> {
  if (!(await db`select 1 from purge_prior where id = ${id}`).length) return false;
  await db`insert into purge_prior_undone (id, at, by_person) values (${id}, ${new Date(clock())}, ${by}) on conflict do nothing`;
  return true;
}
