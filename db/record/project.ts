/** The rows beside the record, written from the reduced state in the transaction of the event. SQL looks them up and interprets nothing. */
import { totalFlow } from '../../core/models/setup';
import { summarise, type WeldState } from '../../core/work/record';
import type { Foretold, RunState } from '../../core/work/run';
import type { Tx } from '../sql';
import { weldTint } from '../../core/work/tint';
import { writeWeldTint } from '../tint';
import { writeBathUses } from '../baths';
import { writeTouches } from '../tools';
import { weldRecord } from './stored';

export async function writeWeld(tx: Tx, s: WeldState, at: Date): Promise<void> {
  await tx`update weld set due = ${s.due ?? 'done'}, summary = ${tx.json(summarise(s))}, version = ${s.version}, updated_at = ${at} where id = ${s.id}`;
  await writeWeldTint(tx, s.id, weldTint(s), at);
  await writeTouches(tx, s);
  await writeBathUses(tx, s);
}

const time = (ms: number | null): Date | null => (ms === null ? null : new Date(ms));

export async function writeRun(tx: Tx, s: RunState): Promise<void> {
  const { cylinder, setup, backing } = s.started;
  const flow = backing === 'purge' ? totalFlow(setup) : 0;
  await tx`update run set gas = ${setup.gas}, version = ${s.version}, started_at = ${new Date(s.startedAt)}, ended_at = ${time(s.endedAt)},
    bottle_at = ${time(s.bottleAt)}, flow = ${flow} where id = ${s.id}`;
  if (s.foretold) await writeForetold(tx, s.id, s.foretold, time(s.endedAt) ?? new Date(s.startedAt));
  // A purge of the first version did not say what it drew from: that is found once, from what its welds said.
  if (cylinder !== undefined) await tx`update run set cylinder = ${cylinder?.id ?? null} where id = ${s.id}`;
  else await tx`update run set cylinder = ${await cylinderSaid(tx, s)} where id = ${s.id} and cylinder is null`;
}

/** What is kept of a purge for looks over many: what was foretold and what came; null where there was too little to say. */
export async function writeForetold(tx: Tx, run: string, is: Foretold | null, at: Date): Promise<void> {
  await tx`insert into run_foretold (run, at, body) values (${run}, ${at}, ${is === null ? null : tx.json(is)})
    on conflict (run) do update set body = excluded.body, at = excluded.at`;
}

/** The cylinder of the newest gas check of the welds it serves; null when none names one. */
async function cylinderSaid(tx: Tx, s: RunState): Promise<string | null> {
  let newest: { at: number; cylinder: string | null } | null = null;
  for (const weld of s.started.welds) {
    const gas = (await weldRecord(tx, weld))?.state.gas;
    if (gas && gas.at >= (newest?.at ?? -Infinity)) newest = { at: gas.at, cylinder: gas.cylinder?.id ?? null };
  }
  return newest?.cylinder ?? null;
}
