/** The purge set-up of a spool: kept as it was last left, for its next weld and for whoever goes on. */
import { setupSchema, type Setup } from '../core/models/setup';
import type { Clock } from './clock';
import type { Db } from './sql';

export type KeptSetup = { setup: Setup; joints: Record<string, string>; version: number };

export async function setupOf(db: Db, spool: string): Promise<KeptSetup | null> {
  const [row] = await db<KeptSetup[]>`select setup, joints, version from spool_setup where spool = ${spool}`;
  // One that cannot be read is as none: the planner starts anew, and keeps over the version that is there.
  const known = row && setupSchema.safeParse(row.setup);
  return row && known?.success ? { ...row, setup: known.data } : null;
}

/**
 * Keeps a set-up over the version that was seen.
 * @returns its new version, or null when somebody else kept another meanwhile
 */
export async function keepSetup(
  db: Db,
  clock: Clock,
  by: string | null,
  spool: string,
  kept: { setup: Setup; weld: string; seen: number },
): Promise<number | null> {
  const joints = kept.setup.joint === null ? {} : { [kept.weld]: kept.setup.joint };
  const at = new Date(clock());
  if (kept.seen === 0) {
    const [row] = await db<{ version: number }[]>`
      insert into spool_setup (spool, setup, joints, by_person, updated_at) values (${spool}, ${db.json(kept.setup)}, ${db.json(joints)}, ${by}, ${at})
      on conflict do nothing returning version`;
    return row?.version ?? null;
  }
  const [row] = await db<{ version: number }[]>`
    update spool_setup set setup = ${db.json(kept.setup)}, joints = joints || ${db.json(joints)}::jsonb, version = version + 1, by_person = ${by}, updated_at = ${at}
    where spool = ${spool} and version = ${kept.seen} returning version`;
  return row?.version ?? null;
}

/** Is there such a spool, and is the weld on it? */
export async function isOnSpool(db: Db, spool: string, weld: string): Promise<boolean> {
  return (await db`select 1 from weld where id = ${weld} and spool = ${spool}`).length > 0;
}

/** Welds of a spool whose welding is behind them. */
export async function weldedOn(db: Db, spool: string): Promise<string[]> {
  const rows = await db<{ id: string }[]>`select id from weld where spool = ${spool} and (summary ->> 'welded')::float >= 1`;
  return rows.map((r) => r.id);
}

export type RunningPurge = { id: string; numbers: string[]; flow: number; gas: Setup['gas']; cylinder: string | null; bay: string };

/** The purges that run now: what each lets out, the cylinder it draws from, and the bay of that or of its monitor. */
export async function running(db: Db): Promise<RunningPurge[]> {
  const rows = await db<(Omit<RunningPurge, 'bay'> & { station: string | null; device: string | null })[]>`
    select r.id, r.flow, r.cylinder, c.body ->> 'station' as station, d.name as device, r.gas,
      array(select w.number from weld_run wr join weld w on w.id = wr.weld where wr.run = r.id order by w.ordinal) as numbers
    from run r join spool s on s.id = r.spool join line l on l.id = s.line join job j on j.id = l.job
      left join register c on c.id = r.cylinder left join device d on d.id = r.device
    where r.ended_at is null and not j.cleared order by r.started_at`;
  return rows.map(({ station, device, ...r }) => ({ ...r, bay: station || device || 'no bay named' }));
}

export type WeldsLeft = { spool: number; job: number };

/** How many welds of a spool, and of its job, still wait for their arc. */
export async function weldsLeftOn(db: Db, spool: string): Promise<WeldsLeft> {
  const [row] = await db<WeldsLeft[]>`
    select count(*) filter (where w.spool = ${spool})::int as spool, count(*)::int as job
    from weld w join spool s on s.id = w.spool join line l on l.id = s.line
    where l.job = (select l2.job from spool s2 join line l2 on l2.id = s2.line where s2.id = ${spool}) and w.due in ('fitup', 'gas', 'setup', 'purge')`;
  return row ?? { spool: 0, job: 0 };
}
