/** What lists, thumbnails and the Board show of welds: always derived from the events, never believed over them. */
import { unseenShare, type Zone } from '../../models/criteria';
import { insideIsSeen } from '../look';
import { shareOf, type BoardCylinder, type BoardRun } from '../run';
import type { Stage } from '../stages';
import type { DwellClock } from '../dwell';
import { openClocks } from './dwells';
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
  /** was the inside truly seen all round? */
  insideSeen: boolean;
  purge: NonNullable<WeldState['plan']>['setup'] | null;
  cup: number | null;
  /** who fitted it up, and welds it; null before that */
  welder: string | null;
  /** products that are on it now, or off and not rinsed yet; not there in rows that are older than dwells */
  dwells?: DwellClock[];
  /** share of the round that has been welded: by the quarters that were peeled, or 1 once the arcs are off */
  welded: number;
};

const insideZones: readonly Zone[] = ['id-bead', 'id-haz'];

export const summarise = (s: WeldState): WeldSummary => ({
  waits: waitsFor(s),
  out: s.out,
  outcome: s.verdict?.outcome ?? null,
  why: s.verdict && s.verdict.outcome !== 'accept' && s.verdict.outcome !== 'clean' ? (s.verdict.reasons[0] ?? null) : null,
  rewelds: s.rewelds,
  design: s.design,
  gap: s.fitup && { narrowAt: s.fitup.gapNarrow.at, wideAt: s.fitup.gapWide.at },
  tints: s.look?.tints ?? [],
  insideSeen: s.look !== null && insideIsSeen(s.look.insideBy) && insideZones.every((z) => unseenShare(s.look?.tints ?? [], z) === 0),
  purge: s.plan?.setup ?? null,
  cup: s.setup?.cup ?? null,
  welder: s.fitup?.welder ?? null,
  dwells: openClocks(s),
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
/** The welds in running purges and the newest that wait for each stage (or a page of one), how many wait for what, purges that run, the cylinders they draw from, how many are done, and the server's time. */
export type BoardData = {
  welds: BoardWeld[];
  counts: Partial<Record<Stage, number>>;
  /** what the reader fitted up and did not finish, the newest first */
  mine: BoardWeld[];
  runs: BoardRun[];
  /** welds with a product on, the longest on first */
  dwelling: BoardWeld[];
  /** bays with a bottle in which no purge runs */
  free: string[];
  cylinders: BoardCylinder[];
  done: number;
  now: number;
};

/** Rows of waiting welds on a page of one stage. */
export const BOARD_PAGE = 60;

/** What a weld waits for, in words that follow its number. */
export const waitsAs: Record<Stage, string> = {
  fitup: 'for fit-up',
  gas: 'for gas',
  setup: 'for its torch',
  purge: 'for a purge',
  weld: 'for its arc off, its hold or its count',
  look: 'for a look',
  clean: 'for cleaning',
  passivate: 'for passivation',
  record: 'for its record to be closed',
};

/** What stands open longest shows first: hot work, then what is judged, then what is prepared. */
export const waitsInOrder: readonly Stage[] = ['weld', 'look', 'clean', 'passivate', 'purge', 'setup', 'gas', 'fitup', 'record'];

const plain = new Set(['Fit-up', 'Gas check', 'Torch set-up', 'Purge', 'Look', 'Cleaning', 'Passivation', 'Closing the record']);
/** Does its group say already what it waits for? */
export const waitsPlainly = ({ summary }: Pick<BoardWeld, 'summary'>): boolean => plain.has(summary.waits);
