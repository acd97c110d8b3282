/** Acceptance criteria: shipped ones, and a shop's own in versions; none is ever written over. */
import { current, isOwn, isTemplate, nextVersion, shipped, type Criterion, type Edited, type Made } from '../core/models/criteria';
import type { Clock } from './clock';
import type { Db, Sql } from './sql';
import { transaction } from './transaction';

/** Puts the shipped criteria in place; one that is there stays as it is. */
export async function shipCriteria(db: Db): Promise<void> {
  for (const c of [...shipped, ...current])
    await db`insert into criterion (id, version, body) values (${c.id}, ${c.version}, ${db.json(c)}) on conflict do nothing`;
}

export type Retired = { why: string };
export type Shelved = Criterion & { retired: Retired | null };

/** The newest version of every criterion, retired ones too. */
export async function allCriteria(db: Db): Promise<Shelved[]> {
  const found = await db<{ body: Criterion; why: string | null }[]>`
    select distinct on (c.id) c.body, r.why from criterion c left join criterion_retired r on r.id = c.id order by c.id, c.version desc`;
  return found.map(({ body, why }) => ({ ...body, retired: why === null ? null : { why } }));
}

/** What can be picked for new work: the newest versions, without what is retired. */
export const criteria = async (db: Db): Promise<Criterion[]> =>
  (await allCriteria(db)).filter((c) => c.retired === null).map(({ retired: _, ...c }) => c);

/** Every version of one, newest first. */
export async function criterionVersions(db: Db, id: string): Promise<Criterion[]> {
  const found = await db<{ body: Criterion }[]>`select body from criterion where id = ${id} order by version desc`;
  return found.map((r) => r.body);
}

/** How many welds were entered under each version of a criterion. */
export async function criterionUse(db: Db, id: string): Promise<Record<number, number>> {
  const found = await db<{ version: number; welds: number }[]>`
    select (w.summary #>> '{design,criterion,version}')::int as version, count(*)::int as welds
    from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
    where w.summary #>> '{design,criterion,id}' = ${id} and not j.cleared group by 1`;
  return Object.fromEntries(found.map((r) => [r.version, r.welds]));
}

type Kept = { ok: true; criterion: Criterion } | { ok: false; status: 404 | 409 | 422; error: string };

/**
 * Keeps a next version of a shop's own scheme, or a copy of another under a new name.
 * @param from what it is made from, in the version its maker had before them
 * @param id of the new one: the same for a next version
 */
export async function keepCriterion(
  sql: Sql,
  clock: Clock,
  maker: { id: string; name: string; stamp: string },
  { from, id, edited, why }: { from: { id: string; version: number }; id: string; edited: Edited; why: string },
  demo = false,
): Promise<Kept> {
  return transaction(sql, async (tx): Promise<Kept> => {
    // One writer at a time: whoever comes second has seen an older version.
    await tx`select pg_advisory_xact_lock(hashtext('criterion'))`;
    const versions = await criterionVersions(tx, from.id);
    const before = versions.find((c) => c.version === from.version);
    if (!before) return { ok: false, status: 404, error: `There is no ${from.id} version ${from.version}.` };
    if (id === from.id) {
      if (!isOwn(before))
        return { ok: false, status: 422, error: `${id} ships with Sentrel. Copy it under a name of your own, and edit that.` };
      if (versions[0]?.version !== from.version)
        return { ok: false, status: 409, error: `Somebody kept version ${versions[0]?.version} meanwhile. Open it again and look at what it says now.` }; // prettier-ignore
    } else if ((await tx`select 1 from criterion where lower(id) = lower(${id})`).length)
      return { ok: false, status: 409, error: `There is a scheme ${id} already. Take another name.` };
    const made: Made = { by: maker.id, name: `${maker.name} (${maker.stamp})`, when: new Date(clock()).toISOString(), why };
    const criterion = nextVersion(before, id, edited, made);
    await tx`insert into criterion (id, version, body, demo) values (${id}, ${criterion.version}, ${tx.json(criterion)}, ${demo})`;
    return { ok: true, criterion };
  });
}

/** Takes a scheme off the shelf, or puts it back. Welds under it keep it. @param why null: back @returns false when there is no such one */
export async function retireCriterion(db: Db, clock: Clock, by: string | null, id: string, why: string | null): Promise<boolean> {
  if (!(await db`select 1 from criterion where id = ${id}`).length) return false;
  if (why === null) await db`delete from criterion_retired where id = ${id}`;
  else
    await db`insert into criterion_retired (id, why, at, by_person) values (${id}, ${why}, ${new Date(clock())}, ${by})
      on conflict (id) do nothing`;
  return true;
}

/** Why a scheme cannot head new work; null when it can. Welds that were entered under it go on. */
export async function unfitForNew(db: Db, { id, version }: { id: string; version: number }): Promise<string | null> {
  const [row] = await db<{ body: Criterion; why: string | null }[]>`
    select c.body, r.why from criterion c left join criterion_retired r on r.id = c.id where c.id = ${id} and c.version = ${version}`;
  if (!row) return `There is no criterion ${id} version ${version}.`;
  if (isTemplate(row.body))
    return `${id} is a template and decides nothing by itself. Copy it under Criteria, and stand for the copy by name.`;
  return row.why === null ? null : `${id} is retired: ${row.why}. Choose another.`;
}
