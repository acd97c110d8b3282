/** A row of the chemistry: what it speaks of, how strictly, and what mends it where it was done all the same. */
import { alloys, type AlloyFamily } from '../../basics/materials';
import type { Situation } from './steps';

/** never: not to be planned, a deviation when done; reason: goes, with a reason; warn: goes. */
export type Level = 'never' | 'reason' | 'warn';
/** What settles a deviation: a test for free iron that passed, the skin pickled off, the same step done again rightly; always a referral. */
export type Mend = 'iron-test' | 'pickle' | 'again';
export type Breach = { id: string; level: Level; text: string; mends: readonly Mend[] };

export type Row<Step> = {
  id: string;
  level: Level;
  mends?: readonly Mend[];
  /** of these methods only */
  methods?: readonly string[];
  /** on these metals only */
  families?: readonly AlloyFamily[];
  /** inside what cannot be rinsed and seen only */
  closed?: true;
  when?: (step: Step, s: Situation) => boolean;
  text: (step: Step, s: Situation) => string;
};

export const degrees = (celsius: number | null): string => `${Math.round(celsius ?? 0)} °C`;

const order: readonly Level[] = ['never', 'reason', 'warn'];

/** What the rows say of a step on a weld, the worst first. */
export const judge = <Step extends object>(rows: readonly Row<Step>[], step: Step, s: Situation): Breach[] => {
  const method = 'method' in step ? (step.method as string) : null;
  const families = s.alloys.map((a) => alloys[a].family);
  return rows
    .filter(
      (r) =>
        (!r.methods || (method !== null && r.methods.includes(method))) &&
        (!r.families || families.some((f) => r.families?.includes(f))) &&
        (!r.closed || !s.insideReachable) &&
        (!r.when || r.when(step, s)),
    )
    .map((r) => ({ id: r.id, level: r.level, text: r.text(step, s), mends: r.mends ?? [] }))
    .sort((x, y) => order.indexOf(x.level) - order.indexOf(y.level));
};
