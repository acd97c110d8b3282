/** Looks at cylinders, meters and monitors; prices. */
import { left, meterState, readingRefusal, type MeterCheck } from '../core/basics/gases';
import { checkSchema, checksOf, pricesSchema, type Check, type NewCheck, type Prices, type RegisterItem } from '../core/work/registers';
import type { Clock } from './clock';
import { sift } from './rows';
import type { Db, Sql } from './sql';
import { transaction } from './transaction';

type Row = { id: string; item: string; kind: Check['kind']; body: unknown; at: Date; by_person: string | null };
const read = (r: Row): Check | null => {
  const known = checkSchema.safeParse({ id: r.id, item: r.item, kind: r.kind, body: r.body });
  return known.success ? { ...known.data, when: r.at.getTime(), by: r.by_person } : null;
};

const newest = (db: Db) => db<Row[]>`
    select id, item, kind, body, at, by_person from (
      select *, row_number() over (partition by item order by at desc) as n from check_standing
    ) newest where n <= 40 order by at`;

/** The newest checks of every item, at most forty an item. What cannot be read is passed over; `unreadChecks` says what that was. */
export const checks = async (db: Db): Promise<Check[]> => sift(await newest(db), read).good;

export type UnreadCheck = { id: string; item: string; when: number };
/** Checks that are kept and cannot be read here: of which item, and when. */
export const unreadChecks = async (db: Db): Promise<UnreadCheck[]> =>
  sift(await newest(db), read).passedOver.map((r) => ({ id: r.id, item: r.item, when: r.at.getTime() }));

/**
 * Takes a check back that was entered wrongly; it stays and counts for nothing. Taken back twice is taken back once.
 * @returns false when there is no such check
 */
export async function takeBackCheck(sql: Db, clock: Clock, by: string | null, id: string, reason: string): Promise<boolean> {
  if (!(await sql`select 1 from check_entry where id = ${id}`).length) return false;
  await sql`insert into check_taken_back (id, reason, at, by_person) values (${id}, ${reason}, ${new Date(clock())}, ${by}) on conflict do nothing`;
  return true;
}

/** Inserts a check; a repeat adds nothing. */
export async function addCheck(
  db: Db,
  check: Pick<NewCheck, 'id' | 'item' | 'kind'> & { body: unknown },
  by: string | null,
  at: Date,
): Promise<void> {
  await db`insert into check_entry (id, item, kind, body, at, by_person) values (${check.id}, ${check.item}, ${check.kind}, ${db.json(check.body as never)}, ${at}, ${by}) on conflict (id) do nothing`;
}

/**
 * Takes a check, or says why it cannot be right.
 * @returns what is worth knowing of it, or the refusal
 */
export async function takeCheck(
  sql: Sql,
  clock: Clock,
  by: string | null,
  check: NewCheck,
): Promise<{ ok: true; note: string } | { ok: false; status: 404 | 422; error: string }> {
  return transaction(sql, async (tx) => {
    if ((await tx`select 1 from check_entry where id = ${check.id}`).length) return { ok: true, note: '' };
    if (check.kind === 'monitor') {
      if (!(await tx`select 1 from device where id = ${check.item} for update`).length)
        return { ok: false, status: 404, error: 'There is no such monitor.' };
      await addCheck(tx, check, by, new Date(clock()));
      return { ok: true, note: '' };
    }
    const [item] = await tx<
      RegisterItem[]
    >`select id, kind, label, body from register where id = ${check.item} and kind = ${check.kind} for update`;
    if (!item) return { ok: false, status: 404, error: `There is no such ${check.kind}.` };
    const before = sift(
      await tx<Row[]>`select id, item, kind, body, at, by_person from check_standing where item = ${check.item} order by at`,
      read,
    ).good;
    let note = '';
    if (check.kind === 'cylinder' && item.kind === 'cylinder') {
      const last = checksOf(before, 'cylinder', check.item).at(-1);
      const refusal = readingRefusal(item.body, last?.body ?? null, check.body);
      if (refusal) return { ok: false, status: 422, error: refusal };
      note = left(item.body, check.body) === 0 ? 'Empty: nothing more can be drawn from it. Change it.' : '';
    }
    if (check.kind === 'meter') {
      if (check.body.checkMeter === check.item)
        return { ok: false, status: 422, error: 'A meter is not checked against itself. Pick the check meter that was held beside it.' };
      const ratio = check.body.checkReading / check.body.reading;
      if (ratio > 4 || ratio < 0.25)
        return { ok: false, status: 422, error: 'The two readings are more than four times apart. Check the unit of each.' };
      note = await checkMeterNote(tx, check.body, clock());
    }
    await addCheck(tx, check, by, new Date(clock()));
    return { ok: true, note };
  });
}

/** A check meter that is itself unchecked proves little: said, and taken. */
async function checkMeterNote(db: Db, body: MeterCheck, now: number): Promise<string> {
  if (body.checkMeter === null) return 'The check meter is not registered: nobody can say how good it is.';
  const own = sift(
    await db<Row[]>`select id, item, kind, body, at, by_person from check_standing where item = ${body.checkMeter} order by at`,
    read,
  ).good;
  const state = meterState(
    checksOf(own, 'meter', body.checkMeter).map((c) => ({ ...c.body, when: c.when })),
    now,
  );
  return state.state === 'unchecked' ? 'The check meter is itself unchecked. Taken, with that said.' : '';
}

export async function prices(db: Db): Promise<Prices | null> {
  const [row] = await db<{ value: unknown }[]>`select value from setting where key = 'prices'`;
  return row ? (pricesSchema.safeParse(row.value).data ?? null) : null;
}

export async function setPrices(db: Db, value: Prices): Promise<void> {
  await db`insert into setting (key, value) values ('prices', ${db.json(value)}) on conflict (key) do update set value = excluded.value`;
}
