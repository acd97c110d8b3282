/** What the server adds to an event: the oxygen an arc was struck in, the digest of a purge's readings. */
import { reduceRun } from '../../core/work/record';
import type { Stored } from '../../core/work/event';
import { runNow, type AtArc, type Ended } from '../../core/work/run';
import type { Tx } from '../sql';
import { readingsDigest, readingsOf } from './readings';

/** The reading in force at a moment, and what the gate said then: of the purge as it stood, not as it stands. */
export async function atArc(tx: Tx, runEvents: readonly Stored[], at: number): Promise<AtArc | null> {
  const run = reduceRun(runEvents, at);
  if (!run) return null;
  const { gate, last } = runNow(run, await readingsOf(tx, run, at), null, at);
  return {
    reading: last && { ppm: last.ppm, at: new Date(last.at).toISOString(), ageSeconds: (at - last.at) / 1000, quality: last.quality },
    ready: gate.ready,
    by: gate.by,
    text: gate.text,
  };
}

/** SHA-256 over the readings of a purge up to its end; null when nothing measured it. */
export async function digestOf(tx: Tx, runEvents: readonly Stored[], end: number): Promise<NonNullable<Ended['digest']> | null> {
  const run = reduceRun(runEvents);
  const device = run?.started.device?.id;
  return run && device ? readingsDigest(tx, device, run.startedAt, end) : null;
}
