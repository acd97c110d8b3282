/** What a weld is made of, once its events are folded. */
import type { DwellMark } from '../../models/dwell';
import type { ArcSpan, RunState } from '../run';
import type { PictureNow } from '../pictures';
import type { Deviation } from '../release';
import type { Stage } from '../stages';
import type { BodyOf, EventType } from './events';

export type Said<T extends EventType> = BodyOf<T> & { event: string; at: number; by: string | null };

/** A dwell of this weld, whether it is still on or not. */
export type DwellOf = {
  id: string;
  begun: Said<'dwell.begun'>;
  marks: (DwellMark & { event: string })[];
  rinsed: Said<'dwell.rinsed'> | null;
  /** it must not have been put on like that */
  faulty: boolean;
};

export type WeldState = {
  id: string;
  version: number;
  spool: string;
  number: string;
  design: BodyOf<'weld.created'>['design'];
  fitup: Said<'fitup.recorded'> | null;
  gas: Said<'gas.recorded'> | null;
  need: Said<'need.decided'> | null;
  setup: Said<'setup.recorded'> | null;
  plan: Said<'purge.planned'> | null;
  /** as it was done, said after the arc; null where nobody said */
  welded: Said<'welded.recorded'> | null;
  runs: RunState[];
  /** this weld's own arcs, over all runs */
  arcs: ArcSpan[];
  /** the parts of its runs that were this weld's own turn, ms */
  spans: { run: string; from: number; to: number | null }[];
  /** the newest look, as welded: what had been brushed before it is told so */
  look: Said<'look.recorded'> | null;
  /** the newest of each person, in the order of time */
  looks: Said<'look.recorded'>[];
  pictures: PictureNow[];
  verdict: Said<'verdict.given'> | null;
  /** how often it was welded again after a verdict */
  rewelds: number;
  /** products put on its places, rinsed off or still on */
  dwells: DwellOf[];
  /** what touched it and took no tint off */
  touches: Said<'tool.touched'>[];
  cleans: Said<'clean.recorded'>[];
  bath: Said<'passivate.started'> | null;
  /** every bath it hung in since it was welded */
  baths: Said<'passivate.started'>[];
  /** what happened to the bath that is on, or was */
  bathMarks: (DwellMark & { event: string })[];
  rinse: Said<'passivate.ended'> | null;
  /** what was done in cleaning and passivation that must not be, and how it was settled */
  deviations: Deviation[];
  skipped: Partial<Record<Stage, string>>;
  closed: Said<'record.closed'> | null;
  done: Record<Stage, boolean>;
  due: Stage | null;
  /** cut out: nothing more is due on it */
  out: boolean;
  contradictions: string[];
};
