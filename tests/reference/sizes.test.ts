/**
 * Sizes against published plain-end masses of ASME B36.10M/B36.19M, lb/ft (carbon-steel density): 10.69 (D - t) t.
 * The masses are recalled apart from the dimensions, so agreement is some check of both; neither was read from the standard here.
 */
import { describe, expect, it } from 'vitest';
import { boreArea, findSize, sizesOf, type Size } from '../../core/basics/sizes';

const size = (...args: Parameters<typeof findSize>): Size => findSize(...args) as Size;

it.each([
  ['2', '40', 3.66],
  ['4', '40', 10.8],
  ['6', '40', 18.99],
  ['8', '40', 28.58],
  ['2', '10S', 2.64],
  ['12', 'STD', 49.61],
  ['24', 'STD', 94.71],
  ['10', '80', 64.49],
] as const)('NPS %s Sch %s has %d lb/ft', (nps, schedule, mass) => {
  const { od, wall } = size('pipe', nps, schedule);
  const [D, t] = [od / 0.0254, wall / 0.0254];
  expect(10.69 * (D - t) * t).toBeCloseTo(mass, 1);
});

describe('schedules that look alike', () => {
  // ASME B36.10M and B36.19M: the S schedules part from the plain ones at these sizes.
  const wall = (nps: string, s: string) => findSize('pipe', nps, s)?.wall;
  it('40S is 40 to NPS 10 and not at 12; 80S is 80 to NPS 8 and not at 10', () => {
    for (const nps of ['1/2', '1', '2', '4', '6', '8', '10']) expect(wall(nps, '40S')).toBe(wall(nps, '40'));
    expect(wall('12', '40S')).not.toBe(wall('12', '40'));
    for (const nps of ['1', '4', '8']) expect(wall(nps, '80S')).toBe(wall(nps, '80'));
    expect(wall('10', '80S')).not.toBe(wall('10', '80'));
  });
  it('1/8 to 3/8 have no 5S, and 60 begins at NPS 8', () => {
    expect(['1/8', '1/4', '3/8'].map((n) => findSize('pipe', n, '5S'))).toEqual([null, null, null]);
    expect(sizesOf('pipe').find((s) => s.schedule === '60')?.nominal).toBe('8');
  });
  it('NPS is the outside diameter in inches from 14 up, and not below', () => {
    expect(size('pipe', '14', 'STD').od).toBeCloseTo(14 * 0.0254, 9);
    expect(size('pipe', '1', '10S').od).toBeCloseTo(0.0334, 4);
  });
});

// ASME BPE part DT / ASTM A270 and EN 10357 series A, dimensions from memory; litres per metre follow from them: the same memory on
// both sides, so this guards against slips and proves nothing.
it.each([
  ['inch-tube', '1/2', 0.069],
  ['inch-tube', '1', 0.384],
  ['inch-tube', '2', 1.772],
  ['inch-tube', '3', 4.174],
  ['inch-tube', '4', 7.448],
  ['inch-tube', '6', 16.94],
] as const)('%s %s holds %d L/m (a guard against slips)', (series, nominal, litres) =>
  expect(boreArea(size(series, nominal)) * 1000).toBeCloseTo(litres, 2),
);

it('DN 50 is 53, 60.3 mm by school: no series stands for another', () => {
  expect(size('metric-tube', '50').od).toBe(0.053);
  expect(size('iso-tube', '50').od).toBeCloseTo(0.0603, 9);
});
