/** First start: criteria, the simulated devices with keys of their own, and the demo data. */
import { randomBytes, randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { DeviceKind } from '../../core/work/devices';
import { now } from '../../db/clock';
import { seedDemo } from '../../db/demo';
import { addDevice } from '../../db/devices';
import { shipCriteria } from '../../db/criteria';
import type { Sql } from '../../db/sql';
import { readWhole, writeWhole } from './files';

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

const keysSchema = z.array(z.object({ id: z.uuid(), key: z.string().min(8), name: z.string() }));

/**
 * The keys of the stand-ins, made at the first start and kept in a file only its owner reads. Where that was lost the devices that
 * the database knows by these names get another key: what they measured stays theirs.
 */
async function standIns(sql: Sql, file: string): Promise<StandIn[]> {
  const had = readWhole(file, keysSchema) ?? [];
  const known = await sql<{ id: string; name: string }[]>`
    select id, name from device where name in ${sql(Object.keys(cards))} and revoked_at is null and not cleared`;
  const made = Object.keys(cards).map((name) => {
    const id = known.find((d) => d.name === name)?.id;
    return (
      had.find((d) => d.name === name && (id === undefined || d.id === id)) ?? {
        id: id ?? randomUUID(),
        key: randomBytes(24).toString('base64url'),
        name,
      }
    );
  });
  writeWhole(file, JSON.stringify(made));
  return made;
}

/** @param at server time the demo is told from */
export async function prepare(
  sql: Sql,
  { demo, keyFile, at = now() }: { demo: boolean; keyFile: string; at?: number },
): Promise<StandIn[]> {
  await shipCriteria(sql);
  const made = await standIns(sql, keyFile);
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
