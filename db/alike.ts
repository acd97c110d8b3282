/** The last weld alike: what a weld may take over from it. */
import { carriedFrom, isAlike, type Carried, type WeldState } from '../core/work/record';
import { weldRecord } from './record/stored';
import type { Db } from './sql';

/** Looked at before it is given up: lists know sizes and metals, only the record knows the rest. */
const TRIED = 3;

/** From the same spool where there is one, else from the same line; the newest first. */
export async function carriedFor(db: Db, { id, spool, design }: Pick<WeldState, 'id' | 'spool' | 'design'>): Promise<Carried | null> {
  const found = await db<{ id: string; same: boolean }[]>`
    select w.id, w.spool = ${spool} as same from weld w join spool s on s.id = w.spool
    where s.line = (select line from spool where id = ${spool}) and w.id <> ${id} and coalesce(w.due, '') not in ('fitup', 'gas')
      and w.summary -> 'design' ->> 'joint' = ${design.joint} and w.summary -> 'design' ->> 'alloyA' = ${design.alloyA}
      and w.summary -> 'design' ->> 'alloyB' = ${design.alloyB} and (w.summary -> 'design' -> 'size' ->> 'od')::float = ${design.size.od}
    order by same desc, w.updated_at desc limit ${TRIED}`;
  for (const { id: other, same } of found) {
    const last = (await weldRecord(db, other))?.state;
    if (last && isAlike(last.design, design)) return carriedFrom(last, same);
  }
  return null;
}
