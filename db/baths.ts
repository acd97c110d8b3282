/** Baths of the shop: what hung in them, beside the record and written from it, and what their logs make of them now. */
import { bathNow, bathSchema, type BathNow } from '../core/models/bath';
import type { WeldState } from '../core/work/record';
import { checkSchema, type CheckOf } from '../core/work/registers';
import { sift } from './rows';
import type { Db, Tx } from './sql';

/** Every use by a weld, anew: what was taken back is gone with it. */
export async function writeBathUses(tx: Tx, s: WeldState): Promise<void> {
  const rows = [...s.baths, ...s.dwells.map((d) => d.begun)].flatMap((b) =>
    b.tank ? [{ event: b.event, bath: b.tank.id, weld: s.id, at: new Date(b.at) }] : [],
  );
  await tx`delete from bath_use where weld = ${s.id} ${rows.length ? tx`and event not in ${tx(rows.map((r) => r.event))}` : tx``}`;
  for (const r of rows) await tx`insert into bath_use ${tx(r)} on conflict (event) do update set bath = excluded.bath, at = excluded.at`;
}

type Entry = CheckOf<'bath'>;
export type BathUse = { weld: string; number: string; at: number };
/** The newest uses of one bath with the welds, at most so many. */
export async function bathUses(db: Db, bath: string, most = 60): Promise<BathUse[]> {
  const rows = await db<{ weld: string; number: string; at: Date }[]>`
    select u.weld, w.number, u.at from bath_use u join weld w on w.id = u.weld where u.bath = ${bath} order by u.at desc limit ${most}`;
  return rows.map((r) => ({ ...r, at: r.at.getTime() }));
}

/** The log of one bath, or of all, oldest first. What cannot be read is passed over. */
export async function bathLogs(db: Db, bath?: string): Promise<Entry[]> {
  const rows = await db<{ id: string; item: string; body: unknown; at: Date; by_person: string | null }[]>`
    select id, item, body, at, by_person from check_standing where kind = 'bath' ${bath ? db`and item = ${bath}` : db``} order by at`;
  return sift(rows, (r): Entry | null => {
    const known = checkSchema.safeParse({ id: r.id, item: r.item, kind: 'bath', body: r.body });
    return known.success && known.data.kind === 'bath' ? { ...known.data, when: r.at.getTime(), by: r.by_person } : null;
  }).good;
}

/** What every bath is now, by its log and what hung in it. @param now ms */
export async function bathsNow(db: Db, now: number): Promise<Map<string, BathNow>> {
  const [items, logs, uses] = await Promise.all([
    db<{ id: string; body: unknown }[]>`select id, body from register where kind = 'bath' and not cleared`,
    bathLogs(db),
    db<{ bath: string; at: Date }[]>`select bath, at from bath_use order by at`,
  ]);
  return new Map(
    items.flatMap(({ id, body }): [string, BathNow][] => {
      const bath = bathSchema.safeParse(body);
      if (!bath.success) return [];
      const log = logs.filter((e) => e.item === id).map((e) => ({ ...e.body, at: e.when }));
      const hung = uses.filter((u) => u.bath === id).map((u) => u.at.getTime());
      return [[id, bathNow(bath.data, log, hung, now)]];
    }),
  );
}
