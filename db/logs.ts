/** A logger's file read in beside a run: parsed here again, kept line by line, once however often it is sent. */
import { createHash } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { LoggerRead } from '../core/work/devices';
import { versionOf } from '../core/work/record';
import { appendIn, type Who } from './record/append';
import type { Clock } from './clock';
import { runState } from './record/stored';
import type { Sql } from './sql';

export const fileHash = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * @param read what core made of the file @param text the file itself, for its hash
 * @returns 'repeat' when this run has this file already
 */
export async function addLog(
  sql: Sql,
  clock: Clock,
  who: Who,
  run: string,
  { name, text, read }: { name: string; text: string; read: LoggerRead },
): Promise<{ ok: true; status: 'taken' | 'repeat' } | { ok: false; status: number; error: string }> {
  const [first, last] = [read.readings[0], read.readings.at(-1)];
  if (!first || !last) return { ok: false, status: 422, error: 'There is no reading in it.' };
  const sha256 = fileHash(text);
  return sql.begin(async (tx) => {
    // The lock on the run's stream: the same file sent twice at once is one.
    if (!(await tx`select 1 from stream where id = ${run} and kind = 'run' for update`).length)
      return { ok: false, status: 404, error: 'There is no such purge.' };
    const state = await runState(tx, run);
    if (state?.logs.some((l) => l.sha256 === sha256)) return { ok: true, status: 'repeat' };
    const log = uuid();
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
        unit: read.unit,
        readings: read.readings.length,
        dropped: read.dropped.length,
        from: new Date(first.at).toISOString(),
        to: new Date(last.at).toISOString(),
      },
    });
    if (answer.status !== 201) return { ok: false, status: answer.status, error: answer.error ?? 'Not taken.' };
    for (let i = 0; i < read.readings.length; i += 5000)
      await tx`insert into log_reading ${tx(read.readings.slice(i, i + 5000).map((r) => ({ log, line: r.line, at: new Date(r.at), raw: r.raw, ppm: r.ppm })))}`;
    return { ok: true, status: 'taken' };
  });
}
