/** What teaches the tint model, and what many welds show of it and of the eyes that graded them. */
import {
  tintEntrySchema,
  weldTintSchema,
  type EyePair,
  type NewTintEntry,
  type SeenCase,
  type TintEntry,
  type WeldTint,
} from '../core/work/tint';
import type { AlloyId } from '../core/basics/materials';
import type { Clock } from './clock';
import { sift } from './rows';
import type { Db, Sql, Tx } from './sql';

type Row = { id: string; kind: string; alloy: string; body: unknown; at: Date; by_person: string | null };
const read = (r: Row): TintEntry | null => {
  const known = tintEntrySchema.safeParse({ id: r.id, kind: r.kind, alloy: r.alloy, body: r.body });
  return known.success ? { ...known.data, when: r.at.getTime(), by: r.by_person } : null;
};

/** Entries that stand, oldest first. @param alloy of one metal only */
export async function tintEntries(db: Db, alloy?: AlloyId): Promise<TintEntry[]> {
  const rows = await db<Row[]>`select id, kind, alloy, body, at, by_person from tint_standing
    ${alloy ? db`where alloy = ${alloy}` : db``} order by at, id`;
  return sift(rows, read).good;
}

/** Keeps an entry; sent twice it is kept once. @returns false where its id was used for something else */
export async function addTintEntry(db: Db, e: NewTintEntry, by: string | null, at: Date, demo = false): Promise<boolean> {
  await db`insert into tint_entry (id, kind, alloy, body, at, by_person, demo)
    values (${e.id}, ${e.kind}, ${e.alloy}, ${db.json(e.body)}, ${at}, ${by}, ${demo}) on conflict (id) do nothing`;
  const [same] =
    await db`select 1 from tint_entry where id = ${e.id} and kind = ${e.kind} and alloy = ${e.alloy} and body = ${db.json(e.body)}`;
  return same !== undefined;
}

/** Takes an entry back; it stays and counts for nothing. @returns false when there is no such one */
export async function takeBackTint(sql: Sql, clock: Clock, by: string | null, id: string, reason: string): Promise<boolean> {
  if (!(await sql`select 1 from tint_entry where id = ${id}`).length) return false;
  await sql`insert into tint_taken_back (id, reason, at, by_person) values (${id}, ${reason}, ${new Date(clock())}, ${by}) on conflict do nothing`;
  return true;
}

/** Writes what is kept of a weld for looks over many, or takes it away. */
export async function writeWeldTint(tx: Tx, weld: string, is: WeldTint | null, at: Date): Promise<void> {
  if (is === null) await tx`delete from weld_tint where weld = ${weld}`;
  else
    await tx`insert into weld_tint (weld, at, body) values (${weld}, ${at}, ${tx.json(is)})
      on conflict (weld) do update set at = excluded.at, body = excluded.body`;
}

/** So many of the newest welds are looked over. */
const NEWEST = 200;

/** The newest welds that were looked at: what the model can be held against, and who saw what. */
export async function tintOver(db: Db): Promise<{ cases: SeenCase[]; pairs: EyePair[] }> {
  const rows = await db<{ weld: string; number: string; body: unknown; dew: number | null }[]>`
    select t.weld, w.number, t.body, (r.body -> 'frostPoint')::float8 as dew
    from weld_tint t join weld w on w.id = t.weld join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
      left join register r on r.id = (t.body #>> '{case,lot}')::uuid and jsonb_typeof(r.body -> 'frostPoint') = 'number'
    where not j.cleared order by t.at desc limit ${NEWEST}`;
  const good = sift(rows, (r) => {
    const known = weldTintSchema.safeParse(r.body);
    return known.success ? { ...r, body: known.data } : null;
  }).good;
  return {
    cases: good.flatMap(({ weld, number, body, dew }) => (body.case ? [{ ...body.case, weld, number, dewPoint: dew }] : [])),
    pairs: good.flatMap((r) => r.body.pairs),
  };
}

/** People who have looked at what their own eye does. */
export const eyesOpened = async (db: Db): Promise<string[]> =>
  (await db<{ person: string }[]>`select person from eye_opened`).map((r) => r.person);
export async function openEye(db: Db, clock: Clock, person: string): Promise<void> {
  await db`insert into eye_opened (person, at) values (${person}, ${new Date(clock())}) on conflict do nothing`;
}
