/** A logger's file read in beside a run: parsed here again, kept line by line, once however often it is sent. */
import { createHash } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { LoggerTable } from '../core/work/devices';
import { versionOf } from '../core/work/record';
import { appendIn, type Who } from './record/append';
import type { Clock } from './clock';
import { runState } from './record/stored';
import type { Sql, Tx } from './sql';
import { transaction } from './transaction';

export const fileHash = (text: string): string => createHash('sha256').update(text).digest('hex');

type Kept = { ok: true; status: 'taken' | 'repeat' } | { ok: false; status: number; error: string };
/** Takes back the lines that were written before it was known. */
class NotKept extends Error {
  constructor(readonly kept: Kept) {
    super();
  }
}

/**
 * @param table what core made of the file @param sha256 of the file itself (fileHash)
 * @returns 'repeat' when this run has this file already
 */
export async function addLog(
  sql: Sql,
  clock: Clock,
  who: Who,
  run: string,
  { name, sha256, table }: { name: string; sha256: string; table: LoggerTable },
): Promise<Kept> {
  const [first, last] = [table.at[0], table.at.at(-1)];
  if (first === undefined || last === undefined) return { ok: false, status: 422, error: 'There is no reading in it.' };
  const log = uuid();
  const had = async (db: Sql | Tx) => ((await runState(db, run))?.logs ?? []).some((l) => l.sha256 === sha256);
  if (await had(sql)) return { ok: true, status: 'repeat' };
  try {
    return await transaction(sql, async (tx) => {
      // The lines before any lock: a long file takes seconds to write, and nobody who marks waits for it.
      for (let i = 0; i < table.line.length; i += LINES) await writeLines(tx, log, table, i);
      // The lock on the run's stream: the same file sent twice at once is one.
      if (!(await tx`select 1 from stream where id = ${run} and kind = 'run' for no key update`).length)
        throw new NotKept({ ok: false, status: 404, error: 'There is no such purge.' });
      if (await had(tx)) throw new NotKept({ ok: true, status: 'repeat' });
      const answer = await appendIn(tx, clock, who, {
        id: uuid(),
        stream: run,
        type: 'run.logged',
        version: versionOf('run.logged'),
        happenedAt: new Date(clock()).toISOString(),
        offsetMs: 0,
        seen: null,
        body: {
          log,
          name,
          sha256,
          unit: table.unit,
          readings: table.line.length,
          dropped: table.dropped,
          from: new Date(first).toISOString(),
          to: new Date(last).toISOString(),
        },
      });
      if (answer.status !== 201) throw new NotKept({ ok: false, status: answer.status, error: answer.error ?? 'Not taken.' });
      return { ok: true, status: 'taken' };
    });
  } catch (e) {
    if (e instanceof NotKept) return e.kept;
    throw e;
  }
}

/** Lines of one statement. */
const LINES = 20_000;
function writeLines(tx: Tx, log: string, { line, at, raw, ppm }: LoggerTable, from: number): Promise<unknown> {
  const cut = (column: Int32Array | Float64Array) => [...column.subarray(from, from + LINES)];
  return tx`insert into log_reading (log, line, at, raw, ppm)
    select ${log}::uuid, * from unnest(${cut(line)}::int[], ${cut(at).map((ms) => new Date(ms).toISOString())}::text[]::timestamptz[],
      ${cut(raw)}::float8[], ${cut(ppm)}::float8[])`;
}
