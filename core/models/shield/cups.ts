/**
 * Cups: number is sixteenths of an inch of bore. Flows follow the Reynolds number in the bore: at least 600 (and 0.3 m/s), about 1100, at
 * most 0.9 of where the stream breaks up (Q [CFH] = 2.12 n Re/1000; the numbers are a judgement, not a measurement).
 */
import { figure, input, type Figure } from '../../basics/figure';
import { cupBore, longestGap, NU, streamOf } from './cover';

const CFH = 0.3048 ** 3 / 3600;

export const cups = [4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20] as const;

const [LEAST, USUAL] = [600, 1100] as const;
/** Slowest gas in the bore that still stands against a breath of air, m/s. */
const LEAST_SPEED = 0.3;
const byReynolds = (n: number, re: number) => (re * Math.PI * cupBore(n) * NU) / 4;

/** Flow window of a cup, m³/s: too little below, stirs above. */
export function flowWindow(n: number, lens: boolean, screen: boolean): { low: number; usual: number; high: number; re: number } {
  const re = lens ? Math.round(0.9 * streamOf(lens, screen)) : 1500;
  const speed = LEAST_SPEED * (Math.PI / 4) * cupBore(n) ** 2;
  return { low: Math.max(byReynolds(n, LEAST), speed), usual: byReynolds(n, USUAL), high: byReynolds(n, re), re };
}

/** Torch flow for a cup: low, usual, high. @param screen an extra screen upon the lens */
export function cupFlow(n: number, lens: boolean, screen = false): Figure {
  const { low, usual, high, re } = flowWindow(n, lens, screen);
  return figure({
    label: `Torch flow for cup ${n}`,
    quantity: 'flow',
    ...{ value: usual, low, high },
    kind: 'rule',
    formula: `Reynolds number in the bore 600 (and 0.3 m/s), 1100, ${re}`,
    source: 'Cup rule of docs/physics.md; a judgement. Trade charts agree within their spread (common practice, no source)',
    inputs: [input('Bore', 'length', cupBore(n))],
    note: 'Too little leaves colour; too much pushes the puddle and draws in air. Prove the cover on scrap.',
  });
}

/** Widest cup that holds its gas together without a lens. A judgement. */
const WIDEST_PLAIN = 12;

/**
 * Longest stick-out for a cup, m: lens the bore or three quarters of the largest stand-off; with an extra screen a third more than the
 * bore, as the trade has 1 in for a no. 12 (common practice, no source); plain three electrodes or 0.8 of the largest stand-off.
 */
export function stickOut(n: number, lens: boolean, electrode: number, screen = false): Figure {
  const screened = lens && screen;
  // The stand-off is taken at the flow the trade gives: that of Reynolds 1100, and 1300 without a lens.
  const gap = longestGap({ cup: n, lens, screens: screened ? 1 : 0, flow: byReynolds(n, lens ? USUAL : 1300) });
  const value = screened
    ? Math.min((4 / 3) * cupBore(n), 0.75 * gap)
    : lens
      ? Math.min(cupBore(n), 0.75 * gap)
      : n > WIDEST_PLAIN
        ? null
        : Math.min(3 * electrode, 0.8 * gap);
  return figure({
    label: 'Longest stick-out',
    quantity: 'length',
    value,
    kind: 'rule',
    formula: screened
      ? 'The smaller of 4/3 of the bore and 3/4 of the largest stand-off with a screen'
      : lens
        ? 'The smaller of the bore and 3/4 of the largest stand-off'
        : 'The smaller of three electrodes and 0.8 of the largest stand-off',
    source: 'Cup rule of docs/physics.md; a judgement',
    inputs: [input('Cup', 'count', n), input('Electrode', 'length', electrode)],
    caution: value === null ? 'A cup this wide wants a lens.' : '',
  });
}

/** Cup to start with for a wall and alloy: wide where colour must not come. */
export const startingCup = (od: number, titanium: boolean): number => (titanium ? 14 : od < 0.03 ? 8 : 12);

/** CFH to m³/s, for the table checks. */
export const cfh = (x: number): number => x * CFH;
