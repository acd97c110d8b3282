/**
 * The chain of heads: what every stream had come to, an hour or a closed record at a time, each row over the one before. A stream that
 * lost its tail, or was taken out whole, no longer agrees with a row that was written before; the newest row's hash can be printed.
 */
import type { Clock } from '../clock';
import type { Sql, Tx } from '../sql';
import { transaction } from '../transaction';
import { canonical, sha256 } from './chain';

const HOUR = 3_600_000;

export type Head = { n: number; at: Date; why: string; hash: string };

/** The newest row; null when there is none yet. */
export async function newestHead(db: Sql | Tx): Promise<Head | null> {
  const [row] = await db<Head[]>`select n, at, why, hash from head order by n desc limit 1`;
  return row ?? null;
}

/**
 * Writes a row over all streams that moved since the one before. It locks no stream: who holds one and comes here waits for the writer of
 * heads alone, who waits for nobody.
 * @returns null when none moved
 */
export async function writeHead(tx: Tx, at: number, why: string): Promise<Head | null> {
  await tx`select pg_advisory_xact_lock(hashtext('sentrel heads'))`;
  const moved = await tx<{ id: string; version: number; head_hash: string }[]>`
    select s.id, s.version, s.head_hash from stream s left join headed h on h.stream = s.id where s.version > coalesce(h.version, 0)`;
  if (moved.length === 0) return null;
  const last = await newestHead(tx);
  const [count] = await tx<{ streams: number }[]>`select count(*)::int as streams from stream`;
  const n = (last?.n ?? 0) + 1;
  const time = new Date(Math.max(at, last?.at.getTime() ?? 0));
  const text = canonical({
    n,
    at: time.toISOString(),
    why,
    streams: count?.streams ?? 0,
    moved: moved.map((m) => [m.id, m.version, m.head_hash]).sort((a, b) => (String(a[0]) < String(b[0]) ? -1 : 1)),
    prev: last?.hash ?? '',
  });
  const hash = sha256(text);
  await tx`insert into head (n, at, why, canonical, prev_hash, hash) values (${n}, ${time}, ${why}, ${text}, ${last?.hash ?? ''}, ${hash})`;
  await tx`
    insert into headed (stream, version) select * from unnest(${moved.map((m) => m.id)}::uuid[], ${moved.map((m) => m.version)}::int[])
    on conflict (stream) do update set version = excluded.version`;
  return { n, at: time, why, hash };
}

/** Writes the row of the hour when the last is older than that; asked every minute by every process, written once. */
export async function headOfTheHour(sql: Sql, clock: Clock): Promise<void> {
  const due = async (db: Sql | Tx) => clock() - ((await newestHead(db))?.at.getTime() ?? 0) >= HOUR;
  if (!(await due(sql))) return;
  await transaction(sql, async (tx) => {
    await tx`select pg_advisory_xact_lock(hashtext('sentrel heads'))`;
    if (await due(tx)) await writeHead(tx, clock(), 'hour');
  });
}
