import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alloys } from '../../basics/materials';
import { findSize, type Size } from '../../basics/sizes';
import { closing, closingOf, closingPressure, closingWords, pressureWindow, ventAtPressure } from './closing';
import { needOptions } from '../need';
import { startingSetup } from '../setup';

const lpm = (x: number) => x / 60_000;
const hole = (mm: number) => ({ area: (Math.PI / 4) * (mm / 1000) ** 2 });
const two = findSize('inch-tube', '2') as Size;

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
        const c = closing(two.od, two.wall, lpm(flow), [hole(6)], 1e-3, 'argon', school, 1);
        const shut = (bore: number) =>
          closingPressure(lpm(flow), { vents: [{ area: (Math.PI / 4) * bore ** 2 }], gapWidth: 0, wall: two.wall }, 0, 'argon');
        expect(shut(c.vent.least)).toBeCloseTo(c.window.most, 0);
        expect(shut(c.vent.most)).toBeCloseTo(c.window.least, 0);
        expect(c.window.aim).toBeGreaterThanOrEqual(c.window.least);
        expect(c.window.aim).toBeLessThanOrEqual(c.window.most);
      }),
    );
  });
  it('a wind asks for more inside; the school that shapes the bead aims higher', () => {
    expect(pressureWindow(two.od, two.wall, 'least', 4).least).toBeGreaterThan(pressureWindow(two.od, two.wall, 'least', 0).least);
    expect(pressureWindow(two.od, two.wall, 'shape', 0).aim).toBeGreaterThan(pressureWindow(two.od, two.wall, 'least', 0).aim);
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

describe('is a purge needed', () => {
  const ask = (family: 'austenitic' | 'titanium', foodContact: boolean, price: number | null = 10) =>
    needOptions({ criterion: { id: 'X', foodContact }, family, flow: lpm(8), fill: 120, weld: 90, hold: 60, price });
  it('sets three ways beside each other with gas, time and money', () => {
    const [full, backing, none] = ask('austenitic', false);
    expect(full?.gas).toBeCloseTo(lpm(8) * 270, 9);
    expect(full?.money).toBeCloseTo(lpm(8) * 2700, 9);
    expect([full?.speaks, backing?.speaks, none?.speaks]).toEqual(['for', 'mind', 'mind']);
    expect(backing?.gas as number).toBeLessThan(full?.gas as number);
    expect(none?.gas).toBe(0);
    expect(ask('austenitic', false, null)[0]?.money).toBeNull();
  });
  it('speaks against leaving it out where the inside must be bright, and says that the WPS may be void', () => {
    for (const [family, food] of [
      ['titanium', false],
      ['austenitic', true],
    ] as const) {
      const [, backing, none] = ask(family, food);
      expect([backing?.speaks, none?.speaks]).toEqual(['against', 'against']);
      for (const o of [backing, none]) expect(o?.given.join(' ')).toMatch(/void the WPS/);
    }
    expect(alloys['Ti-2'].family).toBe('titanium');
  });
});
