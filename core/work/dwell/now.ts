/** A dwell as it stands now: what a clock on page, bench and Board shows of it. */
import { clock } from '../../basics/units';
import { dwelling, type DwellMark, type DwellRule, type Dwelling } from '../../models/dwell';

/** What a clock needs, wherever it hangs. */
export type DwellClock = DwellRule & {
  /** the event that put it on */
  id: string;
  side: 'inside' | 'outside' | 'both';
  product: string;
  /** it pickles or cleans, or passivates what is clean */
  does: 'pickles' | 'passivates';
  /** may it dry out? What hangs in a bath, or is fed from a pad, does not. */
  dries: boolean;
  marks: DwellMark[];
};
export type DwellNow = Dwelling & {
  /** said first: what is to be done, the worst first */
  call: 'wet' | 'again' | 'overdue' | 'due' | 'rinse' | null;
  /** the one figure: s, and what it counts */
  figure: string;
  of: string;
};
export const callNames: Record<Exclude<DwellNow['call'], null>, string> = {
  overdue: 'Take it off now',
  wet: 'Wet it again',
  again: 'Dried out: rinse it off, put it on again',
  due: 'May come off',
  rinse: 'Rinse, and measure the runoff',
};

/** Marks that make sense on a product as it stands, the likely one first. */
export const marksFor = ({ dries, wetWithin }: Pick<DwellClock, 'dries' | 'wetWithin'>, { phase, call }: DwellNow): DwellMark['what'][] =>
  phase === 'off'
    ? []
    : phase !== 'on'
      ? ['on']
      : !dries && wetWithin === null
        ? ['off']
        : call === 'wet'
          ? ['wet', 'off', 'dried']
          : ['off', 'wet', 'dried'];

/** @param now server time, ms */
export function dwellNow(d: DwellClock, now: number): DwellNow {
  const is = dwelling(d.marks, d, now);
  const call =
    is.phase === 'dried'
      ? 'again'
      : is.phase === 'off'
        ? 'rinse'
        : is.due === 'overdue'
          ? 'overdue'
          : is.wetLeft === 0
            ? 'wet'
            : is.due === 'due'
              ? 'due'
              : null;
  const [figure, of] =
    is.phase === 'off'
      ? [clock(is.on), 'it was on']
      : is.phase !== 'on'
        ? ['0:00', 'not on']
        : is.due === 'early'
          ? [clock(is.left ?? 0), 'until it may come off']
          : d.most === null
            ? [clock(is.on - d.least), 'over its time']
            : is.due === 'due'
              ? [clock(d.most - is.on), 'until it has to be off']
              : [clock(is.on - d.most), 'too long'];
  return { ...is, call, figure, of };
}
