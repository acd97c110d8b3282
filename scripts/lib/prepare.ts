/** First start: criteria, the two simulated monitors with keys of their own, and the demo data. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { randomBytes, randomUUID } from 'node:crypto';
import { now } from '../../db/clock';
import { seedDemo } from '../../db/demo';
import { addDevice, shipCriteria } from '../../db/registers';
import type { Sql } from '../../db/sql';

export type StandIn = { id: string; key: string; name: string; place: string };

/** The keys of the stand-ins, made at the first start and kept in a file only its owner reads. */
function standIns(file: string): StandIn[] {
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as StandIn[];
  const made = ['Monitor bay 1', 'Monitor bay 2'].map((name) => ({
    id: randomUUID(),
    key: randomBytes(24).toString('base64url'),
    name,
    place: 'vent',
  }));
  writeFileSync(file, JSON.stringify(made), { mode: 0o600 });
  return made;
}

/** @param at server time the demo is told from */
export async function prepare(
  sql: Sql,
  { demo, keyFile, at = now() }: { demo: boolean; keyFile: string; at?: number },
): Promise<StandIn[]> {
  await shipCriteria(sql);
  const made = standIns(keyFile);
  for (const d of made) await addDevice(sql, { ...d, resolution: 1, noise: 1.5 });
  const [any] = await sql`select 1 from person limit 1`;
  if (demo && !any) await seedDemo(sql, at, made[0] as StandIn);
  return made;
}

/** When the purge that this monitor measures was started, ms; null when there is none. */
export async function runningSince(sql: Sql, device: string): Promise<number | null> {
  const [run] = await sql<{ started_at: Date }[]>`select started_at from run where device = ${device} and ended_at is null`;
  return run?.started_at.getTime() ?? null;
}
