/** A run and what was measured on it, for its readings, its chart and its file. */
import type { Reading, FlowReading, RunState } from '../../core/work/run';
import { now } from '../../db/clock';
import { runState } from '../../db/record/stored';
import { flowsSince, logReadings, readingsSince } from '../../db/record/readings';
import { db } from './db';

export const flowMeterOf = (run: RunState): string | null => run.started.listens?.find((d) => d.kind === 'flow-meter')?.id ?? null;

/** Monitors that listen beside the one the gate goes by. */
export const besideOf = (run: RunState): string[] => run.started.listens.filter((d) => d.kind === 'oxygen-monitor').map((d) => d.id);

export const NO_RUN = 'There is no such purge.';
export const runOf = (id: string): Promise<RunState | null> => runState(db(), id);

/** Oxygen of the monitor, or of the newest logger's file when there was none; and the measured flow. */
export async function measured(run: RunState): Promise<{ readings: Reading[]; flows: FlowReading[] }> {
  const [device, meter, log] = [run.started.device?.id, flowMeterOf(run), run.logs.at(-1)?.log];
  const to = run.endedAt ?? now();
  const readings = device ? await readingsSince(db(), device, run.startedAt, to, 20_000) : [];
  return {
    readings: readings.length || !log ? readings : await logReadings(db(), log),
    flows: meter ? await flowsSince(db(), meter, run.startedAt, to) : [],
  };
}
