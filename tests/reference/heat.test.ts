/** Heat against what is printed elsewhere, its own limits, and a run that shares none of its formulas. "From memory": recalled without the page open. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alloySchema, isTitanium, type AlloyId } from '../../core/basics/materials';
import {
  arcVoltage,
  currentFor,
  finitePlate,
  heatOf,
  interpassTime,
  lambertW,
  limitOf,
  netPowerOf,
  passesCool,
  penetrating,
  poolOf,
  riseAt,
  riseField,
  scaledK0,
  tailOf,
  thickPlate,
  thinPlate,
  TooCold,
  type Course,
  type Source,
} from '../../core/models/heat';
import { weldOnPlate } from './plate';

const INCH = 0.0254;
const ipm = (x: number) => (x * INCH) / 60;
const source: Source = { q: 400, v: 3e-3, k: 22, a: 5e-6, d: 2e-3 };

describe('tabulated and handbook values', () => {
  it.each([
    [0.1, 2.4270690247],
    [1, 0.4210244382],
    [2, 0.1138938727],
    [5, 0.0036910983],
    [10, 1.778006232e-5],
  ])('K0(%d), Abramowitz and Stegun table 9.8', (x, k0) => expect((Math.exp(-x) * scaledK0(x)) / k0).toBeCloseTo(1, 6));
  it('Lambert W: the omega constant, and its own equation (Corless 1996)', () => {
    expect(lambertW(1)).toBeCloseTo(0.5671432904, 9);
    for (const x of [0, 1e-6, 0.3, 7, 1e4]) expect(lambertW(x) * Math.exp(lambertW(x))).toBeCloseTo(x, 6);
  });
  // Welding handbook examples after Adams 1958, from memory: k 0.028 W/mmK, rho c 0.0044 J/mm3K, start 25 °C.
  const steel = { k: 28, a: 28 / 4.4e6 };
  const rate = (at: (behind: number) => number, v: number, rise: number) => {
    let [lo, hi] = [1e-3, 5];
    for (let i = 0; i < 60; i++) {
      const mid = (lo + hi) / 2;
      if (at(mid) > rise) lo = mid;
      else hi = mid;
    }
    return ((at(lo * 0.999) - at(lo * 1.001)) / (0.002 * lo)) * v;
  };
  it('cooling at 550 °C of 750 J/mm on 6 mm as thin plate: 7.17 K/s; on very thick plate 64.65 K/s', () => {
    const v = 0.02;
    const s = { q: 750e3 * v, v, ...steel, d: 6e-3 };
    expect(rate((x) => thinPlate(s, -x, 0), v, 525)).toBeCloseTo(7.17, 1);
    expect(rate((x) => thickPlate(s, -x, 0), v, 525)).toBeCloseTo(64.65, 0);
  });
  it('peak temperature beside 720 J/mm on 5 mm, a fast weld: 0.242 H/(d rho c) over the distance (Adams 1958)', () => {
    const v = 0.05;
    const s = { q: 720e3 * v, v, ...steel, d: 5e-3 };
    const peak = (y: number) => Math.max(...Array.from({ length: 4000 }, (_, i) => thinPlate(s, -i * 2e-3 - 1e-4, y)));
    for (const y of [0.02, 0.04]) expect(peak(y) / ((0.242 * 720e3) / (5e-3 * 4.4e6 * y))).toBeCloseTo(1, 2);
  });
});

describe('limits', () => {
  it('a plate is thin far behind the arc and thick near it: the series of cosines goes over into both, and is the sum of images', () => {
    expect(finitePlate(source, -0.03, 0) / thinPlate(source, -0.03, 0)).toBeCloseTo(1, 4);
    const deep = { ...source, d: 0.06 };
    expect(finitePlate(deep, -3e-3, 1e-3) / thickPlate(deep, -3e-3, 1e-3)).toBeCloseTo(1, 2);
    const images = (z: number) =>
      Array.from({ length: 4001 }, (_, i) => thickPlate(source, -3e-3, 1e-3, z - 2 * source.d * (i - 2000))).reduce((a, b) => a + b, 0);
    for (const z of [0, 1e-3, 2e-3]) expect(finitePlate(source, -3e-3, 1e-3, z) / images(z)).toBeCloseTo(1, 4);
  });
  it('an arc that hardly moves is a stationary one', () => {
    const slow = { ...source, v: 1e-7, h: 40 };
    const r = 0.01;
    const mu = Math.sqrt(slow.h / (slow.k * slow.d));
    const still = (slow.q / (2 * Math.PI * slow.k * slow.d)) * Math.exp(-mu * r) * scaledK0(mu * r);
    expect(thinPlate(slow, -r, 0) / still).toBeCloseTo(1, 3);
    expect(thickPlate({ ...source, v: 1e-9 }, 0, r) / (source.q / (2 * Math.PI * source.k * r))).toBeCloseTo(1, 5);
  });
  const course: Course = { q: () => 400, v: 3e-3, k: 22, rc: 22 / 5e-6, d: 2e-3, h: 40, sigma: 5e-5, turn: null, off: Infinity };
  it('once settled, the field of every moment is the field that travels; and heat is kept where none is lost', () => {
    for (const [ahead, aside] of [
      [-0.03, 0],
      [-0.02, 6e-3],
      [4e-3, 2e-3],
    ] as const)
      expect(riseAt(course, 1.2 + ahead, aside, 400) / thinPlate({ ...source, h: 40 }, ahead, aside)).toBeCloseTo(1, 2);
    const kept = { ...course, h: 0, off: 10 };
    const axis = (from: number, to: number, n: number) => Float64Array.from({ length: n }, (_, i) => from + ((i + 0.5) * (to - from)) / n);
    const { rise } = riseField(kept, axis(-0.17, 0.2, 370), axis(-0.17, 0.17, 340), 60);
    const held = rise.reduce((a, b) => a + b, 0) * 1e-6 * kept.d * kept.rc;
    expect(held / (400 * 10)).toBeCloseTo(1, 2);
  });
  it('a tube wide enough is a plate; a narrow one comes round to its own heat', () => {
    const at = (turn: number | null) => riseAt({ ...course, sigma: 1.2e-3, turn }, 0.086, 1e-3, 30);
    expect(at(2) / at(null)).toBeCloseTo(1, 9);
    expect(at(Math.PI * 0.0254)).toBeGreaterThan(at(null) + 20);
  });
});

describe('against an explicit nonlinear finite-difference run', () => {
  it.each([
    ['304L', 1.65e-3, 6, 1.5e-3, 280, 0.28, 0.05, 1e-3],
    ['Ti-2', 1.6e-3, 4, 1.5e-3, 427, 0.19, 0.05, 1e-3],
  ] as const)('%s, wall %d m, %d in/min: the tail is as long, -10 to +10 %%', (alloy, wall, inches, back, limit, along, aside, cell) => {
    const travel = ipm(inches);
    const { pool, tail } = heatOf({ alloy, wall, od: null, travel, by: { back } });
    const line = weldOnPlate({ alloy, wall, travel, netPower: pool.netPower, sigma: 1.1e-3, along, aside, cell });
    const hot = Math.max(...line.filter((p) => p.celsius > limit).map((p) => p.behind));
    expect(hot).toBeGreaterThan(0.03);
    expect(tail.length / hot).toBeGreaterThan(0.9);
    expect(tail.length / hot).toBeLessThan(1.1);
  });
});

describe('figures of the trade, common practice, no source', () => {
  /** Travel at which a current just melts this wall as wide at the back as the wall is thick, in/min. */
  const travelFor = (alloy: AlloyId, wall: number, amps: number) => {
    let [lo, hi] = [0.5, 40];
    for (let i = 0; i < 30; i++) {
      const mid = (lo + hi) / 2;
      if (penetrating({ alloy, wall, travel: ipm(mid), arcLength: 1.5e-3, start: 20 }, wall).current < amps) lo = mid;
      else hi = mid;
    }
    return lo;
  };
  it.each([
    ['0.050 in 321 at 50 A', '321', 0.05, 50, 8, 13],
    ['3 in by 0.065 in at 55 to 65 A', '304L', 0.065, 60, 6, 11],
    ['0.078 in at 65 A', '409', 0.078, 65, 4, 8],
  ] as const)('%s: a travel a hand or a turntable keeps', (_, alloy, mils, amps, least, most) => {
    const travel = travelFor(alloy, mils * INCH, amps);
    expect(travel).toBeGreaterThan(least);
    expect(travel).toBeLessThan(most);
  });
  it('one ampere for each thousandth of an inch is for about 10 in/min; at 4 in/min it is much', () => {
    for (const mils of [35, 50, 65]) {
      const amps = (inches: number) =>
        penetrating({ alloy: '304L', wall: (mils / 1000) * INCH, travel: ipm(inches), arcLength: 1.5e-3, start: 20 }, 1.5e-3).current /
        mils;
      expect(amps(10)).toBeGreaterThan(0.8);
      expect(amps(10)).toBeLessThan(1.1);
      expect(amps(4)).toBeLessThan(0.8);
    }
  });
  it('too few amps mean more heat in all, hotter for longer; the faster weld drags the longer tail', () => {
    const at = (inches: number) => heatOf({ alloy: '304L', wall: 1.65e-3, od: null, travel: ipm(inches), by: { back: 1.5e-3 } });
    const [slow, fast] = [at(4), at(10)];
    expect(slow.pool.current).toBeLessThan(fast.pool.current);
    expect(slow.input).toBeGreaterThan(fast.input);
    expect(slow.tail.time).toBeGreaterThan(fast.tail.time);
    expect(slow.tail.halfWidth).toBeGreaterThan(fast.tail.halfWidth);
    expect(slow.tail.length).toBeLessThan(fast.tail.length);
  });
  it('a tube is welded on with less at the end of its turn than at the start: 5 to 25 %, the smaller the more', () => {
    const end = (od: number, wall: number) => heatOf({ alloy: '316L', wall, od, travel: ipm(5), by: { back: wall } }).ring?.endPower ?? 0;
    expect(end(0.0127, 1.24e-3)).toBeGreaterThan(0.75);
    expect(end(0.0127, 1.24e-3)).toBeLessThan(end(0.0254, 1.65e-3));
    expect(end(0.0254, 1.65e-3)).toBeLessThan(end(0.0762, 1.65e-3));
    expect(end(0.0762, 1.65e-3)).toBeLessThan(0.98);
  });
  it('post-purge of 30 to 60 s holds a hygienic tube until its ring no longer colours', () => {
    const ring = (od: number) => heatOf({ alloy: '316L', wall: 1.65e-3, od, travel: ipm(6), by: { back: 1.65e-3 } }).ring?.below.value ?? 0;
    for (const od of [0.0254, 0.0508, 0.0762]) {
      expect(ring(od)).toBeGreaterThan(30);
      expect(ring(od)).toBeLessThan(60);
    }
  });
  it('6 in schedule 40 cools to 175 °C between passes in some minutes, and longer after every pass', () => {
    const seam = { alloy: '316L' as const, wall: 7.11e-3, travel: 1.5e-3 };
    const first = interpassTime(seam, [7.5e5], [0], 175);
    expect(first).toBeGreaterThan(120);
    expect(first).toBeLessThan(600);
    const waits = passesCool(seam, 7.5e5, 4, 175);
    expect(waits).toHaveLength(3);
    expect((waits[1] as number) > (waits[0] as number) && (waits[2] as number) > (waits[1] as number)).toBe(true);
  });
});

describe('for every alloy', () => {
  it.each(alloySchema.options)('%s: bead, current and tail stand to each other as they must', (alloy) => {
    const wall = 2e-3;
    const h = heatOf({ alloy, wall, od: 0.06, travel: 2e-3, by: { back: 2e-3 } });
    expect(h.limit).toBe(isTitanium(alloy) ? 427 : 280);
    expect(h.pool.top).toBeGreaterThan(h.pool.back);
    expect(poolOf({ alloy, wall, travel: 2e-3, arcLength: 1.5e-3, start: 20 }, h.pool.current).back).toBeCloseTo(2e-3, 5);
    expect(h.tail.time * 2e-3).toBeCloseTo(h.tail.length, 9);
    expect(h.ring?.below.value).toBeGreaterThan(h.crater.value);
    expect(h.ring?.preheatAtClosing).toBeGreaterThan(h.ring?.preheatAt270 ?? Infinity);
  });
  it('more heat never shortens the time above; a higher limit never lengthens it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...alloySchema.options),
        fc.double({ min: 5e-4, max: 0.01, noNaN: true }),
        fc.double({ min: 5e-4, max: 0.01, noNaN: true }),
        fc.double({ min: 2e4, max: 1e6, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (alloy, wall, travel, heat, more) => {
          const at = (h: number, limit: number) => tailOf({ alloy, wall, travel, heat: h, limit, loss: 40 }).time;
          const limit = limitOf(alloy);
          expect(at(heat * more, limit)).toBeGreaterThanOrEqual(at(heat, limit) * (1 - 1e-9));
          expect(at(heat, limit * more)).toBeLessThanOrEqual(at(heat, limit) * (1 + 1e-9));
        },
      ),
      { numRuns: 60, seed: 16 },
    );
  });
  it('a current is found again from its power; one that does not melt through says which would', () => {
    for (const amps of [8, 30, 60, 200]) expect(currentFor(netPowerOf(amps, 1.5e-3), 1.5e-3)).toBeCloseTo(amps, 6);
    expect(arcVoltage(60, 1.5e-3)).toBeCloseTo(9.435, 3);
    const cold = () => heatOf({ alloy: '316L', wall: 1.65e-3, od: null, travel: 2.54e-3, by: { current: 20 } });
    expect(cold).toThrow(TooCold);
    const needed = penetrating({ alloy: '316L', wall: 1.65e-3, travel: 2.54e-3, arcLength: 1.5e-3, start: 20 }, 0).current;
    expect(poolOf({ alloy: '316L', wall: 1.65e-3, travel: 2.54e-3, arcLength: 1.5e-3, start: 20 }, needed * 1.02).back).toBeGreaterThan(0);
    expect(poolOf({ alloy: '316L', wall: 1.65e-3, travel: 2.54e-3, arcLength: 1.5e-3, start: 20 }, needed * 0.98).back).toBe(0);
  });
});
