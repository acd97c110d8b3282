import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  cylinderContent,
  left,
  leftNow,
  meterState,
  meterVerdict,
  readingRefusal,
  readsOff,
  setPoint,
  supplyAdvice,
  type Cylinder,
  type CylinderReading,
} from './index';

const steel: Cylinder = { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: '' };
const liquid: Cylinder = { ...steel, form: 'liquid', water: 0.18 };
const reading = (barGauge: number, over: Partial<CylinderReading> = {}): CylinderReading => ({
  pascal: barGauge * 1e5,
  celsius: 15,
  level: null,
  changed: false,
  ...over,
});
const DAY = 86_400_000;
const meter = { checkMeter: null, at: 'hose end' as const };

it('a meter that shows 30 where the check meter has 20 reads half too high: 25.5 for 17', () => {
  expect(readsOff(20 / 30)).toBe('Reads 50 % high');
  expect(setPoint(17, 20 / 30)).toBeCloseTo(25.5, 9);
  expect(readsOff(25 / 20)).toBe('Reads 20 % low');
  const cfh = 0.3048 ** 3 / 3600;
  const after = (days: number, ...checks: [number, number, number][]) =>
    meterVerdict(
      meterState(
        checks.map(([reading, checkReading, day]) => ({ ...meter, reading, checkReading, when: day * DAY })),
        days * DAY,
      ),
      17 * cfh,
      'inch',
    );
  expect(after(1, [30 * cfh, 20 * cfh, 0])).toBe('Reads 50 % high: set 25.5 for 17 CFH');
  expect(after(9, [20 * cfh, 20 * cfh, 0], [20 * cfh, 16 * cfh, 8])).toBe('Reads 25 % high: set 21.3 for 17 CFH');
  expect(after(1, [20 * cfh, 19 * cfh, 0])).toBe('Agrees: set 17.9 for 17 CFH');
  expect(after(1, [20 * cfh, 20 * cfh, 0])).toBe('Agrees: it shows what flows');
  expect([after(1), after(40, [20 * cfh, 15 * cfh, 0])]).toEqual(['Not checked yet', 'Its check is too old']);
});

describe('what is left', () => {
  it('falls with the pressure, rises with the cold it was read in, and is nothing at the least pressure', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 6, max: 295, noNaN: true }),
        fc.double({ min: 0.5, max: 5, noNaN: true }),
        fc.integer({ min: -20, max: 45 }),
        (p, more, t) => {
          expect(cylinderContent('argon', 0.05, (p + more) * 1e5, t)).toBeGreaterThan(cylinderContent('argon', 0.05, p * 1e5, t));
          expect(cylinderContent('argon', 0.05, p * 1e5, t - 5)).toBeGreaterThan(cylinderContent('argon', 0.05, p * 1e5, t));
        },
      ),
    );
    expect(left(steel, reading(5))).toBe(0);
    expect(left(steel, reading(2))).toBe(0);
    expect(left(steel, null)).toBeNull();
    expect(left(liquid, reading(0, { level: 0.5 }))).toBeCloseTo(0.5 * 180 * 0.837, 6);
  });
  it('refuses a reading that cannot be, and takes it when the cylinder was changed', () => {
    expect(readingRefusal(steel, null, reading(260))).toMatch(/above the rating/);
    expect(readingRefusal(steel, reading(80), reading(120))).toMatch(/More gas than at the last reading/);
    expect(readingRefusal(steel, reading(80), reading(120, { changed: true }))).toBeNull();
    // Warmed in the sun: more pressure, the same gas.
    expect(readingRefusal(steel, reading(100, { celsius: 5 }), reading(108, { celsius: 25 }))).toBeNull();
    expect(readingRefusal(steel, reading(80), reading(60))).toBeNull();
    expect(readingRefusal(liquid, null, reading(0))).toMatch(/level/);
  });
  it('warns before a root would run dry, and says after how many welds to change', () => {
    const one = 1.33e-4 * (240 + 150);
    expect(supplyAdvice(one / 2, one, 3, 0, 'metric')).toMatchObject({ enough: false, welds: 0 });
    expect(supplyAdvice(one * 2.5, one, 3, 0, 'metric').text).toMatch(/Enough for 2 of 3/);
    expect(supplyAdvice(one * 30, one, 3, 1e-4, 'metric')).toMatchObject({ enough: true, seconds: (one * 30) / 1e-4 });
    expect(supplyAdvice(null, one, 1, 0, 'metric').text).toMatch(/read the gauge/);
  });
});

describe('meters', () => {
  const check = (factor: number, day: number) => ({
    reading: 1e-4,
    checkReading: factor * 1e-4,
    checkMeter: null,
    at: 'hose end' as const,
    when: day * DAY,
  });
  it.each([
    ['never checked', [], 0, 'unchecked'],
    ['a good one', [check(1.02, 0), check(0.98, 10)], 11, 'good'],
    ['one that reads high', [check(0.8, 10)], 11, 'off'],
    ['one that drifts', [check(1, 0), check(0.94, 4), check(0.88, 8)], 9, 'drifting'],
    ['one checked long ago', [check(1, 0)], 60, 'unchecked'],
  ] as const)('%s', (_what, checks, day, state) => expect(meterState(checks, day * DAY).state).toBe(state));
  it('a wanted flow is set higher on a meter that reads high', () => {
    const s = meterState([check(0.8, 0)], DAY);
    expect(s.text).toMatch(/Reads 25 % high/);
    expect(setPoint(8e-3 / 60, s.factor)).toBeCloseTo(1e-2 / 60, 9);
  });
});

describe('what should be left in a cylinder now', () => {
  const full = { pascal: 1.5e7, celsius: 15, level: null, changed: false };
  const c = { gas: 'argon' as const, lot: null, form: 'cylinder' as const, water: 0.05, rated: 2e7, station: '' };
  const had = left(c, full) as number;
  it('is what the last look found, less what was drawn since it', () => {
    const draws = [
      { flow: 1e-4, from: 0, to: 50_000 }, // before the look: in it already
      { flow: 1e-4, from: 80_000, to: 120_000 }, // 20 s of it after
      { flow: 2e-4, from: 150_000, to: null },
    ];
    const now = leftNow(c, { reading: full, at: 100_000 }, draws, 200_000);
    expect(now?.left).toBeCloseTo(had - 1e-4 * 20 - 2e-4 * 50, 9);
    expect(now?.dryIn).toBeCloseTo((now?.left ?? 0) / 2e-4, 6);
  });
  it('is unknown before a look and after a changed bottle; liquid boils off by itself (handbooks, 1.5 to 2 % a day)', () => {
    expect(leftNow(c, null, [], 0)).toBeNull();
    expect(leftNow(c, { reading: full, at: 0 }, [], 1, true)).toBeNull();
    const vessel = { ...c, form: 'liquid' as const, water: 0.18 };
    const half = { ...full, level: 0.5 };
    const day = leftNow(vessel, { reading: half, at: 0 }, [], 86_400_000)?.left as number;
    const lost = ((left(vessel, half) as number) - day) / (left(vessel, { ...half, level: 1 }) as number);
    expect(lost).toBeGreaterThan(0.015);
    expect(lost).toBeLessThan(0.02);
  });
});
