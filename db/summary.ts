/** Writes the summary rows beside the record. */
import { summarise, summariseRun, type RunState, type WeldState } from '../core/work/weld';
import type { Tx } from './sql';

export async function writeWeld(tx: Tx, s: WeldState, at: Date): Promise<void> {
  await tx`update weld set due = ${s.due ?? 'done'}, summary = ${tx.json(summarise(s))}, version = ${s.version}, updated_at = ${at} where id = ${s.id}`;
}

export async function writeRun(tx: Tx, s: RunState): Promise<void> {
  await tx`update run set summary = ${tx.json(summariseRun(s))}, version = ${s.version}, ended_at = ${s.endedAt === null ? null : new Date(s.endedAt)} where id = ${s.id}`;
}
