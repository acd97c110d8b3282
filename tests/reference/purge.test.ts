/**
 * Purge bounds against what is published elsewhere.
 * NFPA 69, Standard on Explosion Prevention Systems, and Crowl & Louvar, Chemical Process Safety, sweep-through
 * purging: V_gas = V ln((C1 - Cs)/(C2 - Cs)).
 */
import { describe, expect, it } from 'vitest';
import { density } from '../../core/basics/gases';
import {
  concavePressure,
  flushPressure,
  holeArea,
  leakFloor,
  mixedVolumes,
  orificePressure,
  tanksVolumes,
} from '../../core/models/network';
import { boreArea, findSize, type Size } from '../../core/basics/sizes';

const size = (...args: Parameters<typeof findSize>): Size => findSize(...args) as Size;
const lpm = (x: number) => x / 60_000;
const cfh = (x: number) => (x * 0.3048 ** 3) / 3600;

describe('fully mixed', () => {
  it('Crowl & Louvar, sweep-through: 1000 ft³ from 21 % to 1.25 % with nitrogen of 0.01 % oxygen takes 2830 ft³', () => {
    expect(mixedVolumes(12_500, 100, 210_000) * 1000).toBeCloseTo(2829, -1);
  });
  it.each([
    [10_000, 3.042],
    [1000, 5.345],
    [500, 6.038],
    [100, 7.647],
    [50, 8.34],
    [20, 9.257],
    [10, 9.95],
  ])('air to %d ppm takes %d volume changes (NFPA 69 formula, argon without oxygen)', (ppm, n) =>
    expect(mixedVolumes(ppm)).toBeCloseTo(n, 3),
  );
  it.each([
    [50, 8.381],
    [20, 9.362],
    [10, 10.173],
  ])('air to %d ppm with 2 ppm in the supply takes %d', (ppm, n) => expect(mixedVolumes(ppm, 2)).toBeCloseTo(n, 3));
  it('6 m of 2 in tube at 10 L/min: 10.63 L, 8.87 min to 50 ppm (worked from the NFPA 69 formula)', () => {
    const volume = boreArea(size('inch-tube', '2')) * 6;
    expect(volume * 1000).toBeCloseTo(10.63, 2);
    expect((mixedVolumes(50) * volume) / lpm(10) / 60).toBeCloseTo(8.87, 2);
  });
  it('20 ft of NPS 4 Sch 10S at 30 CFH: 1.980 ft³, 33.0 min to 50 ppm', () => {
    const volume = boreArea(size('pipe', '4', '10S')) * 20 * 0.3048;
    expect(volume / 0.3048 ** 3).toBeCloseTo(1.98, 3);
    expect((mixedVolumes(50) * volume) / cfh(30) / 60).toBeCloseTo(33, 1);
  });
  it('NPS 6 Sch 40S between dams 300 mm apart holds 5.594 L (from its rounded millimetres)', () =>
    expect(boreArea(size('pipe', '6', '40S')) * 300).toBeCloseTo(5.594, 2));
});

describe('tanks in series', () => {
  // Levenspiel, Chemical Reaction Engineering, tanks-in-series model: F = exp(-N theta) sum (N theta)^k / k!
  // The volume changes were worked from that formula, last tank, 20.95 % to the ppm named.
  it.each([
    [1, [3.74, 5.34, 6.04, 7.65, 8.34, 9.26]],
    [2, [2.81, 3.74, 4.13, 5.02, 5.4, 5.9]],
    [3, [2.43, 3.11, 3.39, 4.04, 4.31, 4.66]],
    [5, [2.06, 2.53, 2.72, 3.15, 3.33, 3.57]],
    [10, [1.72, 2.01, 2.12, 2.38, 2.49, 2.63]],
    [20, [1.49, 1.67, 1.75, 1.91, 1.97, 2.06]],
  ])('%d tanks', (n, volumes) => {
    expect([5000, 1000, 500, 100, 50, 20].map((ppm) => Math.round(tanksVolumes(n, ppm) * 100) / 100)).toEqual(volumes);
  });
});

it('a steady leak of 1 mL/min into 10 L/min holds 20.9 ppm above the source', () => {
  expect(leakFloor(lpm(0.001), lpm(10))).toBeCloseTo(20.9, 1);
  expect(leakFloor(lpm(0.001), lpm(10), 2)).toBeCloseTo(22.9, 1);
});

describe('pressure', () => {
  // Sharp-edged orifice, Cd 0.61 (any fluid-mechanics text): dp = rho/2 (Q/(Cd A))², argon 1.661 kg/m³. Worked by hand.
  it.each([
    [4, 3, 198.5],
    [8, 4, 251.3],
    [8, 6, 49.6],
    [15, 10, 22.6],
  ])('%d L/min through %d mm hold %d Pa', (flow, mm, pascal) =>
    expect(orificePressure(lpm(flow), holeArea(mm / 1000))).toBeCloseTo(pascal, 0),
  );
  // Derived from surface tension and weight of liquid steel; no published check exists. Guards the formula against slips.
  it.each([
    [0.0254, 1.65e-3, 382, 159, 574],
    [0.0508, 1.65e-3, 242, 19, 434],
    [0.1016, 2.11e-3, 207, -78, 246],
  ])('root of %f m tube lies flush and turns concave at the derived pressures', (od, wall, top, bottom, concave) => {
    expect(Math.abs(flushPressure({ od, wall }, 0) - top)).toBeLessThan(2);
    expect(Math.abs(flushPressure({ od, wall }, Math.PI) - bottom)).toBeLessThan(2);
    expect(Math.abs(concavePressure({ od, wall }) - concave)).toBeLessThan(4);
  });
});

describe('gas density, kg/m³', () => {
  // US Standard Atmosphere 1976: dry air 1.2250 at 15 °C. Others from IUPAC molar masses, ideal gas, as in any handbook.
  it.each([
    ['air', 15, 1.225],
    ['air', 0, 1.292],
    ['argon', 0, 1.782],
    ['argon', 20, 1.661],
    ['nitrogen', 0, 1.25],
    ['helium', 0, 0.1786],
    ['argon-5h2', 15, 1.609],
    ['n2-5h2', 15, 1.13],
  ] as const)('%s at %d °C is %d', (gas, celsius, rho) => expect(Math.abs(density(gas, celsius) / rho - 1)).toBeLessThan(1e-3));
});
