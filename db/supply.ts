/** What draws from each cylinder, and what the last look found: what is left now follows from it (core/basics/gases leftNow). */
import { cylinderReadingSchema, type Cylinder } from '../core/basics/gases';
import type { BoardCylinder } from '../core/work/weld';
import type { Db } from './sql';

/** Every cylinder, with the purges that have drawn from it since it was last looked at. */
export async function supplies(db: Db): Promise<BoardCylinder[]> {
  const cylinders = await db<{ id: string; label: string; body: Cylinder; look: unknown; at: Date | null }[]>`
    select r.id, r.label, r.body, c.body as look, c.at from register r
    left join lateral (select body, at from check_entry where item = r.id order by at desc limit 1) c on true
    where r.kind = 'cylinder' and not r.cleared order by r.label`;
  const runs = await db<{ run: string; cylinder: string; from: Date; to: Date | null; lines: { flow: number }[]; bottle: Date | null }[]>`
    select r.id as run, g.cylinder, r.started_at as "from", r.ended_at as "to", e.body -> 'setup' -> 'lines' as lines,
      (select max(b.happened_at) from event b where b.stream = r.id and b.type = 'run.marked' and b.body ->> 'mark' = 'bottle'
        and not exists (select 1 from event c where c.stream = b.stream and c.type = 'run.corrected' and c.body ->> 'corrects' = b.id::text)) as bottle
    from run r join event e on e.stream = r.id and e.seq = 1
      join lateral (select g.body -> 'cylinder' ->> 'id' as cylinder from weld_run wr join event g on g.stream = wr.weld and g.type = 'gas.recorded'
        where wr.run = r.id order by g.received_at desc limit 1) g on g.cylinder is not null
    where coalesce(e.body ->> 'backing', 'purge') = 'purge'
      and (r.ended_at is null or r.ended_at > (select coalesce(max(at), r.ended_at) from check_entry where item::text = g.cylinder))`;
  return cylinders.map(({ look, at, ...c }) => {
    const own = runs.filter((r) => r.cylinder === c.id);
    const seen = at?.getTime() ?? 0;
    const reading = cylinderReadingSchema.safeParse(look);
    return {
      ...c,
      look: reading.success ? { reading: reading.data, at: seen } : null,
      changed: own.some((r) => r.bottle !== null && r.bottle.getTime() > seen),
      draws: own.map((r) => ({
        run: r.run,
        flow: r.lines.reduce((s, l) => s + l.flow, 0),
        from: r.from.getTime(),
        to: r.to?.getTime() ?? null,
      })),
    };
  });
}
