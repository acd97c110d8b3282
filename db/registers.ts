/** Registers, criteria and devices: plain rows. */
import { v7 as uuid } from 'uuid';
import { current, shipped, type Criterion } from '../core/models/criteria';
import { registerSchema, type NewRegisterItem, type RegisterItem } from '../core/work/registers';
import { sift } from './rows';
import type { Db } from './sql';

type Row = { id: string; kind: string; label: string; body: unknown };
const item = (r: Row): RegisterItem | null => {
  const known = registerSchema.safeParse(r);
  return known.success ? { ...known.data, id: r.id } : null;
};
const rows = (db: Db) => db<Row[]>`select id, kind, label, body from register where not cleared order by kind, label`;

/** What can be read of the registers; `unreadItems` names the rest. */
export const registerItems = async (db: Db): Promise<RegisterItem[]> => sift(await rows(db), item).good;
/** Items that are kept and cannot be read here. */
export const unreadItems = async (db: Db): Promise<{ kind: string; label: string }[]> => sift(await rows(db), item).passedOver;

/** What the registers say of some items, by id. */
export async function itemsById(db: Db, ids: readonly string[]): Promise<Map<string, RegisterItem>> {
  if (ids.length === 0) return new Map();
  const found = await db<Row[]>`select id, kind, label, body from register where id in ${db([...ids])}`;
  return new Map(sift(found, item).good.map((i) => [i.id, i]));
}

/** Adds an item, or returns the id of the one of that kind and label. */
export async function addRegisterItem(db: Db, item: NewRegisterItem, demo = false): Promise<{ id: string; had: boolean }> {
  const id = uuid();
  const [row] = await db<{ id: string }[]>`
    insert into register (id, kind, label, body, demo) values (${id}, ${item.kind}, ${item.label}, ${db.json(item.body)}, ${demo})
    on conflict (kind, label) do update set cleared = false where register.cleared returning id`;
  if (row) return { id: row.id, had: row.id !== id };
  const [had] = await db<{ id: string }[]>`select id from register where kind = ${item.kind} and label = ${item.label}`;
  return { id: had?.id ?? '', had: true };
}

/** The newest version of every criterion. */
export async function criteria(db: Db): Promise<Criterion[]> {
  const rows = await db<{ body: Criterion }[]>`select distinct on (id) body from criterion order by id, version desc`;
  return rows.map((r) => r.body);
}

/** Puts the shipped criteria in place; one that is there stays as it is. */
export async function shipCriteria(db: Db): Promise<void> {
  for (const c of [...shipped, ...current])
    await db`insert into criterion (id, version, body) values (${c.id}, ${c.version}, ${db.json(c)}) on conflict do nothing`;
}
