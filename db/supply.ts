/** What draws from each cylinder, and what the last look found: what is left now follows from it (core/basics/gases leftNow). */
import { cylinderReadingSchema, cylinderSchema } from '../core/basics/gases';
import type { BoardCylinder } from '../core/work/run';
import { sift } from './rows';
import type { Db } from './sql';

/** Every cylinder that is in use, with the purges that have drawn from it since it was last looked at. */
export async function supplies(db: Db): Promise<BoardCylinder[]> {
  const cylinders = await db<{ id: string; label: string; body: unknown; look: unknown; at: Date | null }[]>`
    select r.id, r.label, r.body, c.body as look, c.at from register r
    left join lateral (select body, at from check_standing where item = r.id order by at desc limit 1) c on true
    where r.kind = 'cylinder' and not r.cleared
      and (r.retired_at is null or exists (select from run where run.cylinder = r.id and run.ended_at is null)) order by r.label`;
  const known = sift(cylinders, (c) => {
    const body = cylinderSchema.safeParse(c.body);
    return body.success ? { ...c, body: body.data } : null;
  }).good;
  const looks = known.map((c) => ({ id: c.id, at: (c.at ?? new Date(0)).toISOString() }));
  const runs = await db<{ run: string; cylinder: string; from: Date; to: Date | null; flow: number; bottle: Date | null }[]>`
    select r.id as run, r.cylinder, r.started_at as "from", r.ended_at as "to", r.flow, r.bottle_at as bottle
    from jsonb_to_recordset(${db.json(looks)}) as look(id uuid, at timestamptz)
      join run r on r.cylinder = look.id and (r.ended_at is null or r.ended_at > look.at)
    where r.flow > 0 order by r.started_at`;
  return known.map(({ look, at, ...c }) => {
    const own = runs.filter((r) => r.cylinder === c.id);
    const seen = at?.getTime() ?? 0;
    const reading = cylinderReadingSchema.safeParse(look);
    return {
      ...c,
      look: reading.success ? { reading: reading.data, at: seen } : null,
      changed: own.some((r) => r.bottle !== null && r.bottle.getTime() > seen),
      draws: own.map((r) => ({ run: r.run, flow: r.flow, from: r.from.getTime(), to: r.to?.getTime() ?? null })),
    };
  });
}
