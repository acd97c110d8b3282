/** Words that stand on a drawing cover neither it nor each other; oxygen as dots; a line of readings on its scale. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  areaOf,
  boxesAlong,
  gapBand,
  crownPpm,
  dotPath,
  place,
  sideScene,
  snug,
  traceOf,
  traceScale,
  traceY,
  type Box,
  type Dots,
} from './index';
import { startingSetup } from '../setup';
import { findSize, type Size } from '../../basics/sizes';

const apart = (a: Box, b: Box) => a.x + a.w <= b.x + 0.5 || b.x + b.w <= a.x + 0.5 || a.y + a.h <= b.y + 0.5 || b.y + b.h <= a.y + 0.5;

describe('labels on a drawing', () => {
  const two = findSize('inch-tube', '2') as Size;
  it('stand inside the picture, clear of a tube and of each other, while there is room', () => {
    const scene = sideScene(startingSetup(two), { ...snug(980, 430, 150, 90), whole: true });
    const tube = scene.pipes.flatMap((p) => boxesAlong(p.points, p.inner + 16));
    const at = scene.joints[0] as { x: number; y: number };
    fc.assert(
      fc.property(
        fc.array(fc.record({ w: fc.integer({ min: 40, max: 200 }), h: fc.integer({ min: 18, max: 50 }) }), { minLength: 1, maxLength: 5 }),
        (sizes) => {
          const labels = sizes.map((s, i) => ({ id: String(i), at, ways: [90, -90, 60, -60, 120, -120, 0, 180], ...s }));
          const placed = place(labels, { width: 980, height: 430 }, tube);
          expect(placed.map((p) => p.id)).toEqual(labels.map((l) => l.id));
          for (const [i, p] of placed.entries()) {
            expect(p.x >= 0 && p.y >= 0 && p.x + p.w <= 980 && p.y + p.h <= 430).toBe(true);
            for (const t of tube) expect(apart(p, t)).toBe(true);
            for (const q of placed.slice(0, i)) expect(apart(p, q)).toBe(true);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('take the least covered place where there is none free', () => {
    const full: Box[] = [{ x: 0, y: 0, w: 300, h: 200 }];
    expect(place([{ id: 'a', at: { x: 150, y: 100 }, w: 50, h: 20, ways: [90] }], { width: 300, height: 200 }, full)).toHaveLength(1);
  });
});

describe('oxygen as dots', () => {
  const dots: Dots = {
    x: Float32Array.from({ length: 100 }, (_, i) => i),
    y: Float32Array.from({ length: 100 }, (_, i) => i),
    edge: Int32Array.from({ length: 100 }, () => 0),
    from: Float32Array.from({ length: 100 }, (_, i) => 0.02 + (0.96 * i) / 99),
  };
  const count = (ppm: number) => dotPath(dots, [ppm], 50, () => null).split('M').length - 1;
  it('all in air, none at the limit, and a like share for every decade between', () => {
    expect([count(209_500), count(50), count(10)]).toEqual([100, 0, 0]);
    const steps = [100_000, 10_000, 1000, 100].map(count);
    expect(steps).toEqual([...steps].sort((a, b) => b - a));
    const apart = steps.slice(1).map((n, i) => (steps[i] as number) - n);
    expect(Math.max(...apart) - Math.min(...apart)).toBeLessThanOrEqual(2);
  });
  it('where air lies over the stream the dots stay above it and not below', () => {
    const crown = { level: 50, above: true, ppm: 200_000 };
    const kept = dotPath(dots, [10], 50, () => ({ at: crown, bore: 100 }));
    const heights = [...kept.matchAll(/M[\d.]+ ([\d.]+)/g)].map((m) => Number(m[1]));
    expect(heights.length).toBeGreaterThan(20);
    expect(Math.max(...heights)).toBeLessThan(50);
    expect(crownPpm(crown, 60, 100)).toBe(0);
    // Of a light gas the air lies below.
    expect(crownPpm({ ...crown, above: false }, 60, 100)).toBeGreaterThan(0);
  });
});

describe('the last minutes as a line', () => {
  it('breaks where readings were missing, is cut at its edge, and keeps the limit in sight', () => {
    const readings = [0, 1, 2, 40, 41].map((s) => ({ at: s * 1000, ppm: 100 / (s + 1) }));
    const scale = traceScale(
      readings.map((r) => r.ppm),
      50,
    );
    const f = { from: 1000, to: 60_000, width: 100, height: 100, ...scale };
    const line = traceOf(readings, f);
    expect(line.map((s) => s.length)).toEqual([2, 2]);
    expect(traceY(f, 50)).toBeGreaterThan(0);
    expect(traceY(f, 50)).toBeLessThan(100);
    expect(traceY(f, scale.low)).toBe(100);
    expect(areaOf(line, 100).split('Z')).toHaveLength(3);
  });
});

describe('an uneven gap around the clock', () => {
  /** drawn thickness by hour: outer radius less inner */
  const thickness = (narrowAt: number, wideAt: number) => {
    const [outer = [], inner = []] = gapBand(0, 0, 50, narrowAt, wideAt, 1, 5)
      .split('Z')
      .filter(Boolean)
      .map((ring) => [...ring.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => Math.hypot(Number(m[1]), Number(m[2]))));
    const back = [...inner].reverse();
    return (hour: number) => (outer[hour * 8] ?? 0) - (back[hour * 8] ?? 0);
  };
  it('is thinnest and thickest where it was measured, wherever that is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), (narrowAt, wideAt) => {
        fc.pre(narrowAt !== wideAt);
        const at = thickness(narrowAt, wideAt);
        expect(at(narrowAt)).toBeCloseTo(1, 1);
        expect(at(wideAt)).toBeCloseTo(5, 1);
        for (let h = 0; h <= 12; h++) {
          expect(at(h)).toBeGreaterThan(0.9);
          expect(at(h)).toBeLessThan(5.1);
        }
      }),
    );
  });
});
