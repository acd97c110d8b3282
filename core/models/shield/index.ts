/**
 * Torch cup and flow. Cup number is sixteenths of an inch of bore. Flows follow the Reynolds number in the
 * bore: at least 600 (and 0.3 m/s), about 1100, at most 1800 with a lens and 1500 without
 * (Q [CFH] = 2.12 n Re/1000; flow numbers are a judgement, not a measurement).
 */
import { figure, input, type Figure } from '../../basics/figure';

const INCH = 0.0254;
const CFH = 0.3048 ** 3 / 3600;
const NU = 1.34e-5; // argon, m²/s, from memory

export const cups = [4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20] as const;

/** Largest stand-off, in, at which the cover still spans the bore: with a lens, and plain. Computed from a mixing-layer rule. */
const furthest: Record<number, [number, number | null]> = {
  4: [0.48, 0.16],
  5: [0.6, 0.2],
  6: [0.73, 0.24],
  7: [0.85, 0.28],
  8: [0.97, 0.32],
  9: [1.09, 0.36],
  10: [1.21, 0.41],
  11: [1.33, 0.45],
  12: [1.45, 0.49],
  13: [1.57, null],
  14: [1.69, null],
  15: [1.81, null],
  16: [1.93, null],
  17: [2.06, null],
  18: [2.18, null],
  19: [2.3, null],
  20: [2.42, null],
};

/** Largest stand-off under a lens with a screen, m: where the cover falls to the bore at the usual flow. */
const furthestWithScreen = (n: number): number => (cupBore(n) * 4 * 1100) / 1480;

/** Bore of a cup, m. */
export const cupBore = (n: number): number => (n / 16) * INCH;

/** Reynolds number of argon in the bore at a flow, m³/s. */
export const reynolds = (n: number, flow: number): number => (4 * flow) / (Math.PI * cupBore(n) * NU);

/** Highest Reynolds number in the bore before the stream breaks up: 0.9 of where it does; a screen upon the lens holds it longest. */
const mostReynolds = (lens: boolean, screen: boolean): number => (!lens ? 1500 : screen ? 2070 : 1800);

/**
 * Width of the cover under a lens with an extra screen, m: where the layer on the plate is as thin as the air that has come in,
 * r²(gap - D/2 + r) = D³ Re/1480 beyond the bore. Band ±20 %.
 * @param gap cup to work, m
 */
export function coverWithScreen(n: number, gap: number, re = 1100): number {
  const d = cupBore(n);
  const most = (d ** 3 * re) / 1480;
  let [near, far] = [0, 4 * d];
  for (let i = 0; i < 60; i++) {
    const r = (near + far) / 2;
    if (r ** 2 * (gap - d / 2 + r) < most) near = r;
    else far = r;
  }
  return near + far;
}

/** Torch flow for a cup: low, usual, high. @param screen an extra screen upon the lens */
export function cupFlow(n: number, lens: boolean, screen = false): Figure {
  const byRe = (re: number) => (re * Math.PI * cupBore(n) * NU) / 4;
  const bySpeed = 0.3 * (Math.PI / 4) * cupBore(n) ** 2;
  return figure({
    label: `Torch flow for cup ${n}`,
    quantity: 'flow',
    value: byRe(1100),
    low: Math.max(byRe(600), bySpeed),
    high: byRe(mostReynolds(lens, screen)),
    kind: 'rule',
    formula: 'Reynolds number in the bore 600 (and 0.3 m/s), 1100, ' + String(mostReynolds(lens, screen)),
    source: 'Cup rule of docs/physics.md; a judgement. Trade charts agree within their spread (common practice, no source)',
    inputs: [input('Bore', 'length', cupBore(n))],
    note: 'Too little leaves colour; too much pushes the puddle and draws in air. Prove the cover on scrap.',
  });
}

/**
 * Longest stick-out for a cup, m: lens the bore or three quarters of the largest stand-off; with an extra screen a third more than the
 * bore, as the trade has 1 in for a no. 12 (common practice, no source); plain three electrodes or 0.8 of the largest stand-off.
 */
export function stickOut(n: number, lens: boolean, electrode: number, screen = false): Figure {
  const [withLens, plain] = furthest[n] ?? [0, null];
  const screened = lens && screen;
  const value = screened
    ? Math.min((4 / 3) * cupBore(n), 0.75 * furthestWithScreen(n))
    : lens
      ? Math.min(cupBore(n), 0.75 * withLens * INCH)
      : plain === null
        ? null
        : Math.min(3 * electrode, 0.8 * plain * INCH);
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
