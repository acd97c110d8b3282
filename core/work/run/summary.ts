/** What lists and the Board show of a purge and of what it draws from: always derived from the events, never believed over them. */
import type { Cylinder, CylinderReading, Draw } from '../../basics/gases';
import type { Alarm } from './alarms';
import type { Gate, Reading } from './gate';
import type { Remains } from './remains';
import type { RunState } from './state';
import type { Started } from './started';

export type RunSummary = Pick<RunState, 'phase' | 'openedBy' | 'closing' | 'at' | 'fillingSince' | 'holdSince' | 'startedAt' | 'tacks'> & {
  /** since when the arc is on, ms */
  arcSince: number | null;
  band: Started['band'];
  gas: Started['setup']['gas'];
  rules: Started['rules'];
  planned: number | null;
  device: { id: string; label: string } | null;
  place: string;
  monitorChecked: boolean;
  welds: string[];
};

export const summariseRun = (s: RunState): RunSummary => ({
  phase: s.phase,
  openedBy: s.openedBy,
  closing: s.closing,
  at: s.at,
  arcSince: s.phase === 'welding' ? (s.arcs.at(-1)?.on ?? null) : null,
  band: s.started.band,
  gas: s.started.setup.gas,
  fillingSince: s.fillingSince,
  holdSince: s.holdSince,
  startedAt: s.startedAt,
  tacks: s.tacks,
  rules: s.started.rules,
  planned: s.started.planned,
  device: s.started.device,
  place: s.started.place,
  monitorChecked: s.started.monitorChecked,
  welds: s.started.welds,
});

export type BoardRun = {
  id: string;
  spool: string;
  job: string;
  /** the bay it stands in */
  station: string;
  welds: { id: string; number: string }[];
  summary: RunSummary;
  gate: Gate;
  last: { ppm: number; at: number } | null;
  /** the readings of the last minutes, few enough to draw small */
  recent: Reading[];
  alarms: Alarm[];
  /** how long it still takes, learnt from its readings; null where nothing says it */
  remains: Remains | null;
};

/** A cylinder, what the last look found, and what has drawn from it since. */
export type BoardCylinder = {
  id: string;
  label: string;
  body: Cylinder;
  look: { reading: CylinderReading; at: number } | null;
  /** a bottle was changed since that look */
  changed: boolean;
  draws: (Draw & { run: string })[];
};

/** The cylinder a purge draws from: what its start said, or what was found for those that did not say. */
export const supplyOf = <C extends Pick<BoardCylinder, 'id' | 'draws'>>(run: RunState, cylinders: readonly C[]): C | null =>
  (run.started.cylinder === undefined
    ? cylinders.find((c) => c.draws.some((d) => d.run === run.id))
    : cylinders.find((c) => c.id === run.started.cylinder?.id)) ?? null;
