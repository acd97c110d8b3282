import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { bore, seriesSchema, sizesOf } from '../../basics/sizes';
import { concavePressure } from '../network';
import { closing, closingOf, closingPressure, closingWords, marginWords, pressureWindow, ventAtPressure, type Closing } from './closing';
import { startingSetup } from '../setup';

const lpm = (x: number) => x / 60_000;
const hole = (mm: number) => ({ area: (Math.PI / 4) * (mm / 1000) ** 2 });
const two = findSize('inch-tube', '2') as Size;
const root2 = { od: two.od, wall: two.wall };

describe('closing the gap', () => {
  it('never lowers the pressure; opening the vent never raises it; more flow never lowers it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 12, noNaN: true }),
        fc.double({ min: 2, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 0.15, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (mm, flow, open, gap) => {
          const p = (v: number, q: number, l: number) =>
            closingPressure(lpm(q), { vents: [hole(v)], gapWidth: gap / 1000, wall: 1.65e-3 }, l, 'argon');
          expect(p(mm, flow, open * 0.8)).toBeGreaterThanOrEqual(p(mm, flow, open) - 1e-9);
          expect(p(mm * 1.2, flow, open)).toBeLessThanOrEqual(p(mm, flow, open) + 1e-9);
          expect(p(mm, flow * 1.2, open)).toBeGreaterThanOrEqual(p(mm, flow, open) - 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('the vent it asks for keeps the pressure in the window', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 25, noNaN: true }), fc.constantFrom('least', 'shape' as const), (flow, school) => {
        const c = closing({ ...root2, gap: 1e-3 }, lpm(flow), [hole(6)], 'argon', school, 1);
        const shut = (bore: number) =>
          closingPressure(lpm(flow), { vents: [{ area: (Math.PI / 4) * bore ** 2 }], gapWidth: 0, wall: two.wall }, 0, 'argon');
        expect(c.ventWanted).not.toBeNull();
        expect(shut(c.ventWanted ?? 0)).toBeGreaterThan(c.window.least);
        expect(shut(c.ventWanted ?? 0)).toBeLessThan(c.window.most);
        expect(c.window.aim).toBeGreaterThanOrEqual(c.window.least);
        expect(c.window.aim).toBeLessThanOrEqual(c.window.most);
      }),
    );
  });
  it('a wind asks for more inside; the school that shapes the bead aims higher', () => {
    expect(pressureWindow(root2, 'least', 4).least).toBeGreaterThan(pressureWindow(root2, 'least', 0).least);
    expect(pressureWindow(root2, 'shape', 0).aim).toBeGreaterThan(pressureWindow(root2, 'least', 0).aim);
  });
  it('says the step to take before closing, and nothing when all is well', () => {
    const s = startingSetup(two);
    const words = (mm: number) => {
      const c = closingOf({ ...s, vents: [{ id: 'v1', on: 'd2', height: 'high', bore: mm / 1000 }] }, 1e-3, 'least');
      return c && closingWords(c, 'metric');
    };
    expect(words(6)).toBeNull();
    expect(words(3)).toMatch(/Before closing/);
    expect(words(2)).toMatch(/Before closing open the vent.*blow the last/);
    expect(words(20)).toMatch(/too large/);
    expect(closingOf({ ...s, vents: [] }, 1e-3, 'least')).toBeNull();
    expect(ventAtPressure(lpm(8), 50, 'argon')).toBeCloseTo(0.006, 3);
  });
});

describe('the root of pipe: only the root pass melts', () => {
  // Worked by hand from the formulas of network/root (derived, no published check exists): Pa at 12, 3 and 6 o'clock.
  it.each([
    ['2', '40', 0, [545, 342, 139]],
    ['3', '40S', 0, [508, 305, 102]],
    ['8', '10S', 0, [461, 258, 55]],
    ['24', 'STD', 0, [442, 239, 36]],
    ['3', '40S', 3.2e-3, [451, 248, 45]],
    ['24', 'STD', 3.2e-3, [385, 182, -21]],
  ] as const)('%s in schedule %s, gap %f m', (nominal, schedule, gap, limits) => {
    const size = findSize('pipe', nominal, schedule) as Size;
    [0, Math.PI / 2, Math.PI].forEach((angle, i) =>
      expect(Math.abs(concavePressure({ od: size.od, wall: size.wall, gap }, angle) - (limits[i] as number))).toBeLessThan(2),
    );
  });
  it('is continuous where a wall no longer melts through', () =>
    expect(concavePressure({ od: 0.0889, wall: 3.0001e-3 })).toBeCloseTo(concavePressure({ od: 0.0889, wall: 2.9999e-3 }), 0));
  it('says that there is no margin at 6, and what is done about it; never that it cannot be done', () => {
    const size = findSize('pipe', '24', 'STD') as Size;
    const c = closingOf(startingSetup(size), 3.2e-3, 'least') as Closing;
    expect(c.window).toMatchObject({ at: 12, noMargin: true });
    expect(marginWords(c)).toMatch(/No margin at 6 o'clock: a heavier root there, rod kept in. Weld uphill, close at 12/);
    expect(marginWords(closingOf(startingSetup(two), 1e-3, 'least') as Closing)).toBeNull();
  });
});

describe('closing, over every size of the tables', () => {
  const sizes = seriesSchema.options.flatMap((s) => sizesOf(s));
  const every = (f: (size: Size) => void) => {
    expect(sizes.length).toBeGreaterThan(80);
    sizes.forEach(f);
  };
  it('a new set-up is not red', () =>
    every((size) => {
      for (const gap of [0, 1e-3, 3.2e-3]) {
        const c = closingOf(startingSetup(size), gap, 'least');
        expect(c && [c.warning, c.blows], `${size.series} ${size.nominal} ${size.schedule} gap ${gap}`).toEqual([null, false]);
      }
    }));
  it('never advises what is not finite, opens to less than now, closes to more, or turns below what a meter is set to', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...sizes),
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        fc.array(fc.double({ min: 0.5, max: 25, noNaN: true }), { minLength: 1, maxLength: 3 }),
        fc.constantFrom(0, 1e-3, 3.2e-3),
        fc.constantFrom('least', 'shape'),
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.constantFrom('argon', 'helium', 'nitrogen'),
        (size, flow, holes, gap, school, wind, gas) => {
          const joint = { od: size.od, wall: size.wall, gap };
          const c = closing(joint, lpm(flow), holes.map(hole), gas, school, wind);
          for (const x of [c.window.least, c.window.aim, c.window.most, ...c.steps.flatMap((s) => [s.pascal, s.push])])
            expect(Number.isFinite(x)).toBe(true);
          expect(c.window.aim).toBeGreaterThanOrEqual(c.window.least);
          expect(c.window.aim).toBeLessThanOrEqual(c.window.most);
          if (c.ventWanted !== null) expect(c.ventWanted).toBeLessThanOrEqual(bore(size));
          if (c.flowWanted !== null) expect(c.flowWanted).toBeGreaterThanOrEqual(lpm(2));
          if (c.warning === 'open-vent') expect(c.ventWanted).toBeGreaterThan(c.ventNow);
          if (c.warning === 'smaller-vent') expect(c.ventWanted).toBeLessThan(c.ventNow);
          if (c.warning === 'lower-flow') expect(c.flowWanted).toBeLessThan(lpm(flow));
          for (const words of [closingWords(c, 'metric'), closingWords(c, 'inch'), marginWords(c)])
            if (words !== null) expect(words).not.toMatch(/NaN|Infinity|null|undefined|–|(?<!\d)-\d|impossible/);
        },
      ),
      { numRuns: 400 },
    ));
  it('what it advises is enough: with that vent, or that flow, nothing more is asked for', () =>
    every((size) => {
      const s = startingSetup(size);
      for (const flow of [lpm(4), lpm(8), lpm(16.5)]) {
        const tight = { ...s, lines: [{ id: 'l1', flow }], vents: s.vents.map((v) => ({ ...v, bore: v.bore / 2 })) };
        const c = closingOf(tight, 0, 'least');
        if (!c || c.warning === null) continue;
        const mended =
          c.warning === 'lower-flow'
            ? { ...tight, lines: [{ id: 'l1', flow: c.flowWanted ?? 0 }] }
            : { ...tight, vents: tight.vents.map((v) => ({ ...v, bore: c.ventWanted ?? 0 })) };
        expect(closingOf(mended, 0, 'least')?.warning, `${size.series} ${size.nominal} ${size.schedule} ${c.warning}`).toBeNull();
      }
    }));
});
