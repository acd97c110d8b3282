/** The purge set-up of a spool: kept as it was last left, for its next weld and for whoever goes on. */
import type { Setup } from '../core/purge';
import type { Clock } from './clock';
import type { Db } from './sql';

export type KeptSetup = { setup: Setup; joints: Record<string, string>; version: number };

export async function setupOf(db: Db, spool: string): Promise<KeptSetup | null> {
  const [row] = await db<KeptSetup[]>`select setup, joints, version from spool_setup where spool = ${spool}`;
  return row ?? null;
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
  const rows = await db<{ id: string }[]>`select id from weld where spool = ${spool} and (summary ->> 'welded')::float > 0`;
  return rows.map((r) => r.id);
}
