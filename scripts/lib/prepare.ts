/** First start: criteria, the simulated devices with keys of their own, and the demo data. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { randomBytes, randomUUID } from 'node:crypto';
import type { DeviceKind } from '../../core/devices';
import { now } from '../../db/clock';
import { seedDemo } from '../../db/demo';
import { addDevice } from '../../db/devices';
import { shipCriteria } from '../../db/registers';
import type { Sql } from '../../db/sql';

export type StandIn = { id: string; key: string; name: string };
type Card = { kind: DeviceKind; place: 'vent' | ''; station: string; resolution: number; noise: number; top: number };

/** The simulated devices that ship with Sentrel, as a shop would register them. */
const cards: Record<string, Card> = {
  'Monitor bay 1': { kind: 'oxygen-monitor', place: 'vent', station: 'bay 1', resolution: 1, noise: 1.5, top: 250_000 },
  'Monitor bay 2': { kind: 'oxygen-monitor', place: 'vent', station: 'bay 2', resolution: 1, noise: 1.5, top: 250_000 },
  'Flow meter bay 2': { kind: 'flow-meter', place: '', station: 'bay 2', resolution: 0.05, noise: 0.02, top: 30 },
  'Foot switch bay 2': { kind: 'foot-switch', place: '', station: 'bay 2', resolution: 0, noise: 0, top: 1 },
  'Clamp bay 2': { kind: 'current-clamp', place: '', station: 'bay 2', resolution: 1, noise: 1, top: 300 },
};
export const cardOf = (standIn: StandIn): Card => cards[standIn.name] as Card;

/** The keys of the stand-ins, made at the first start and kept in a file only its owner reads. */
function standIns(file: string): StandIn[] {
  const had = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as StandIn[]) : [];
  const made = Object.keys(cards).map(
    (name) => had.find((d) => d.name === name) ?? { id: randomUUID(), key: randomBytes(24).toString('base64url'), name },
  );
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
  for (const d of made) await addDevice(sql, { ...d, ...cardOf(d) });
  const [any] = await sql`select 1 from person limit 1`;
  if (demo && !any) await seedDemo(sql, at, made[0] as StandIn);
  return made;
}

/** When the purge that this monitor measures was started, ms; null when there is none. */
export async function runningSince(sql: Sql, device: string): Promise<number | null> {
  const [run] = await sql<{ started_at: Date }[]>`select started_at from run where device = ${device} and ended_at is null`;
  return run?.started_at.getTime() ?? null;
}
