/** Registers, criteria and devices: plain rows. */
import { v7 as uuid } from 'uuid';
import { inShopTime } from '../core/work/shop';
import { registerSchema, type ItemUse, type NewRegisterItem, type RegisterItem } from '../core/work/registers';
import { now as serverNow, type Clock } from './clock';
import { sift } from './rows';
import { shop } from './shop';
import { bathsNow } from './baths';
import { toolPasts } from './tools';
import type { Db, Sql } from './sql';
import { transaction } from './transaction';

type Row = {
  id: string;
  kind: string;
  label: string;
  body: unknown;
  expires: string | null;
  version: number;
  retired: boolean;
  why: string | null;
};
const read =
  (today: string) =>
  (r: Row): RegisterItem | null => {
    const known = registerSchema.safeParse(r);
    if (!known.success) return null;
    const retired = r.retired ? { why: r.why ?? '' } : null;
    return { ...known.data, id: r.id, version: r.version, retired, over: r.expires !== null && r.expires < today };
  };
const columns = (db: Db) => db`r.id, r.kind, r.label, r.body, to_char(r.expires, 'YYYY-MM-DD') as expires, r.version,
  r.retired_at is not null as retired, r.retired_why as why`;
const rows = (db: Db) => db<Row[]>`select ${columns(db)} from register r where not r.cleared order by r.kind, r.label`;

/** Today in the shop, as 2027-03-01. */
export const today = async (db: Db, now: number): Promise<string> => inShopTime(new Date(now).toISOString(), await shop(db)).slice(0, 10);

/** All that can be read of the registers, retired items too; `unreadItems` names the rest. */
export const wholeRegister = async (db: Db, now = serverNow()): Promise<RegisterItem[]> => {
  const [all, day, pasts, baths] = await Promise.all([rows(db), today(db, now), toolPasts(db), bathsNow(db, now)]);
  return sift(all, read(day)).good.map((i) => {
    const [past, bath] = [pasts.get(i.id), baths.get(i.id)];
    return { ...i, ...(past && { past }), ...(bath && { bath }) };
  });
};
/**
 * What can be picked: all but the retired.
 * @param record a weld, whose own papers stand in the list though they were retired since: its entries can be recorded again
 */
export async function registerItems(db: Db, record?: string, now = serverNow()): Promise<RegisterItem[]> {
  const [all, own] = await Promise.all([
    wholeRegister(db, now),
    record ? db<{ item: string }[]>`select item from register_use where stream = ${record}` : [],
  ]);
  return all.filter((i) => !i.retired || own.some((o) => o.item === i.id));
}
/** Items that are kept and cannot be read here. */
export const unreadItems = async (db: Db): Promise<{ kind: string; label: string }[]> =>
  sift(await rows(db), read('0000-00-00')).passedOver.map(({ kind, label }) => ({ kind, label }));

/** What the registers say of some items, by id. */
export async function itemsById(db: Db, ids: readonly string[]): Promise<Map<string, RegisterItem>> {
  if (ids.length === 0) return new Map();
  const found = await db<Row[]>`select ${columns(db)} from register r where r.id in ${db([...ids])}`;
  return new Map(sift(found, read('0000-00-00')).good.map((i) => [i.id, i]));
}

/** Adds an item, or returns the id of the one of that kind and label. */
export async function addRegisterItem(db: Db, item: NewRegisterItem, demo = false): Promise<{ id: string; had: boolean }> {
  const id = uuid();
  const [row] = await db<{ id: string }[]>`
    insert into register (id, kind, label, body, expires, demo)
    values (${id}, ${item.kind}, ${item.label}, ${db.json(item.body)}, ${item.expires ?? null}, ${demo})
    on conflict (kind, label) do update set cleared = false where register.cleared returning id`;
  if (row) return { id: row.id, had: row.id !== id };
  const [had] = await db<{ id: string }[]>`select id from register where kind = ${item.kind} and label = ${item.label}`;
  return { id: had?.id ?? '', had: true };
}

type Changed = { ok: true; version: number } | { ok: false; status: 404 | 409; error: string };
const gone: Changed = { ok: false, status: 404, error: 'There is no such item.' };

/**
 * Sets an item right. Where a record names it, what it said until now is kept as a version; what no record names is simply written over.
 * @param seen the version the writer had before them: two at once do not write over each other
 */
export async function changeItem(
  sql: Sql,
  clock: Clock,
  by: string | null,
  id: string,
  seen: number,
  item: NewRegisterItem,
): Promise<Changed> {
  return transaction(sql, async (tx): Promise<Changed> => {
    const [is] = await tx<
      { kind: string; version: number }[]
    >`select kind, version from register where id = ${id} and not cleared for update`;
    if (!is || is.kind !== item.kind) return gone;
    if (is.version !== seen)
      return { ok: false, status: 409, error: `Somebody changed ${item.label} meanwhile. Open it again and look at what it says now.` };
    const [other] = await tx`select 1 from register where kind = ${item.kind} and label = ${item.label} and id <> ${id}`;
    if (other) return { ok: false, status: 409, error: `${item.label} is on the list already.` };
    const [named] = await tx`select 1 where exists (select from register_use where item = ${id})
      or exists (select from check_entry where item = ${id} or body ->> 'checkMeter' = ${id}) or exists (select from run where cylinder = ${id})`;
    if (named)
      await tx`insert into register_version (item, version, label, body, expires, until, by_person)
        select id, version, label, body, expires, ${new Date(clock())}, ${by} from register where id = ${id}`;
    await tx`update register set label = ${item.label}, body = ${tx.json(item.body)}, expires = ${item.expires ?? null}, version = version + 1
      where id = ${id}`;
    return { ok: true, version: seen + 1 };
  }).catch((error: unknown): Changed => {
    // Another of that name came between the look and the write.
    if ((error as { code?: string }).code === '23505') return { ok: false, status: 409, error: `${item.label} is on the list already.` };
    throw error;
  });
}

/** Takes an item off the shelf, or puts it back: what is retired is no longer offered, and stays in every record. @param why null: back */
export async function retireItem(db: Db, clock: Clock, id: string, why: string | null): Promise<boolean> {
  const changed = await db`update register set retired_at = ${why === null ? null : new Date(clock())}, retired_why = ${why}
    where id = ${id} and not cleared`;
  return changed.count > 0;
}

/** Where an item is used, and how it read before. */
export async function itemUse(db: Db, id: string): Promise<ItemUse | null> {
  const [is] = await db<{ kind: string }[]>`select kind from register where id = ${id} and not cleared`;
  if (!is) return null;
  const [welds, versions] = await Promise.all([
    db<(ItemUse['welds'][number] & { all: number })[]>`
      select w.id, w.number, s.number as spool, j.name as job, (count(*) over ())::int as all
      from register_use u join weld w on w.id = u.stream join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
      where u.item = ${id} and not j.cleared order by w.updated_at desc limit 100`,
    db<
      { version: number; label: string; body: unknown; expires: string | null; until: Date; by: string | null }[]
    >`select v.version, v.label, v.body, to_char(v.expires, 'YYYY-MM-DD') as expires, v.until, p.name as by
      from register_version v left join person p on p.id = v.by_person where v.item = ${id} order by v.version desc`,
  ]);
  return {
    welds: welds.map(({ id: weld, number, spool, job }) => ({ id: weld, number, spool, job })),
    all: welds[0]?.all ?? 0,
    before: versions.map(({ body, until, ...v }) => ({
      ...v,
      item: registerSchema.safeParse({ kind: is.kind, label: v.label, body }).data ?? null,
      until: until.toISOString(),
    })),
  };
}
