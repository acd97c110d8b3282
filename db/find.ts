/** Anything by a few letters of its name: welds, spools, people, and what the registers hold. */
import type { Found } from '../core/work/find';
import type { Db } from './sql';

const MOST = 12;

/**
 * @param text as typed; a few letters from anywhere in the name
 * @returns those whose name begins so first, then the newest; at most a dozen
 */
export async function find(db: Db, text: string): Promise<Found[]> {
  const letters = text.replace(/[\\%_]/g, String.raw`\$&`);
  const [any, begins] = [`%${letters}%`, `${letters}%`];
  return db<Found[]>`
    select kind, label, about, href from (
      (select 'weld' as kind, w.number as label, s.number || ', ' || j.name || '; ' || (w.summary ->> 'waits') as about, '/welds/' || w.id as href,
          w.updated_at as at
        from weld w join spool s on s.id = w.spool join line l on l.id = s.line join job j on j.id = l.job
        where not j.cleared and w.number ilike ${any} order by (w.number ilike ${begins}) desc, w.updated_at desc limit ${MOST})
      union all
      (select 'spool', s.number, l.name || ', ' || j.name, '/welds/' || (
          select w.id from weld w where w.spool = s.id order by (w.due = 'done'), w.ordinal limit 1), j.created_at
        from spool s join line l on l.id = s.line join job j on j.id = l.job
        where not j.cleared and s.number ilike ${any} and exists (select 1 from weld w where w.spool = s.id)
        order by (s.number ilike ${begins}) desc, j.created_at desc limit ${MOST})
      union all
      (select r.kind, r.label, '', case when r.kind in ('cylinder', 'meter') then '/gas#' else '/registers#' end || r.id, '-infinity'::timestamptz
        from register r where not r.cleared and r.label ilike ${any} order by r.label limit ${MOST})
      union all
      (select 'person', p.name, p.stamp, '/people', '-infinity'::timestamptz
        from person p where not p.cleared and (p.name ilike ${any} or p.stamp ilike ${any}) order by p.name limit ${MOST})
    ) found order by (label ilike ${begins}) desc, at desc, label limit ${MOST}`;
}
