/** What lists, thumbnails and the board show of welds and runs: always derived from the events, never believed over them. */
import type { Cylinder, CylinderReading, Draw } from '../../basics/gases';
import type { Gate } from './gate';
import type { Alarm } from './alarms';
import { waitsFor } from './lines';
import { shareOf } from './tape';
import type { WeldState } from './reduce';
import type { RunState } from './run';

/** What a list or a thumbnail shows of a weld. */
export type WeldSummary = {
  waits: string;
  out: boolean;
  outcome: string | null;
  rewelds: number;
  design: WeldState['design'];
  gap: { narrowAt: number; wideAt: number } | null;
  tints: NonNullable<WeldState['look']>['tints'];
  purge: NonNullable<WeldState['plan']>['setup'] | null;
  cup: number | null;
  /** share of the round that has been welded: by the quarters that were peeled, or 1 once the arcs are off */
  welded: number;
};

export const summarise = (s: WeldState): WeldSummary => ({
  waits: waitsFor(s),
  out: s.out,
  outcome: s.verdict?.outcome ?? null,
  rewelds: s.rewelds,
  design: s.design,
  gap: s.fitup && { narrowAt: s.fitup.gapNarrow.at, wideAt: s.fitup.gapWide.at },
  tints: s.look?.tints ?? [],
  purge: s.plan?.setup ?? null,
  cup: s.setup?.cup ?? null,
  welded: s.done.weld ? 1 : shareOf(s.runs.at(-1)?.tape[s.id]?.welded ?? []),
});

export type RunSummary = Pick<RunState, 'phase' | 'openedBy' | 'closing' | 'at' | 'fillingSince' | 'holdSince' | 'startedAt' | 'tacks'> & {
  /** since when the arc is on, ms */
  arcSince: number | null;
  band: RunState['started']['band'] | null;
  rules: RunState['started']['rules'];
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
  band: s.started.band ?? null,
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

export type BoardWeld = {
  id: string;
  number: string;
  spoolId: string;
  spool: string;
  line: string;
  job: string;
  due: string;
  summary: WeldSummary;
  updatedAt: string;
};
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
  alarms: Alarm[];
};
export type BoardCylinder = {
  id: string;
  label: string;
  body: Cylinder;
  look: { reading: CylinderReading; at: number } | null;
  changed: boolean;
  draws: (Draw & { run: string })[];
};
/** Welds that wait, purges that run, the cylinders they draw from, how many are done, and the server's time. */
export type BoardData = { welds: BoardWeld[]; runs: BoardRun[]; cylinders: BoardCylinder[]; done: number; now: number };
