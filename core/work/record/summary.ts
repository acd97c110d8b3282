/** What lists, thumbnails and the Board show of welds: always derived from the events, never believed over them. */
import { shareOf, type BoardCylinder, type BoardRun } from '../run';
import type { Stage } from '../stages';
import { waitsFor } from './lines';
import type { WeldState } from './state';

/** What a list or a thumbnail shows of a weld. */
export type WeldSummary = {
  waits: string;
  out: boolean;
  outcome: string | null;
  /** why it was referred, welded again or cut out, the first reason; null when it was not, or is not judged */
  why: string | null;
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
  why: s.verdict && s.verdict.outcome !== 'accept' && s.verdict.outcome !== 'clean' ? (s.verdict.reasons[0] ?? null) : null,
  rewelds: s.rewelds,
  design: s.design,
  gap: s.fitup && { narrowAt: s.fitup.gapNarrow.at, wideAt: s.fitup.gapWide.at },
  tints: s.look?.tints ?? [],
  purge: s.plan?.setup ?? null,
  cup: s.setup?.cup ?? null,
  welded: s.done.weld ? 1 : shareOf(s.runs.at(-1)?.tape[s.id]?.welded ?? []),
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
/** The first of the welds that wait, how many wait for what, purges that run, the cylinders they draw from, how many are done, and the server's time. */
export type BoardData = {
  welds: BoardWeld[];
  counts: Partial<Record<Stage, number>>;
  runs: BoardRun[];
  cylinders: BoardCylinder[];
  done: number;
  now: number;
};
