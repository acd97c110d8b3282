import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gapAlong, ruleBands, ruleOf, ruleTicks } from './index';

describe('a seam on a rule', () => {
  it('a place is found again under its point, and nothing lies beyond an edge', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 6, noNaN: true }), fc.double({ min: 0, max: 12, noNaN: true }), (aspect, at) => {
        const rule = ruleOf(aspect);
        expect(rule.at(rule.x(at))).toBeCloseTo(at, 9);
        expect([rule.at(-50), rule.at(rule.width + 50)]).toEqual([0, 12]);
      }),
    );
  });
  it('each band is under its own middle, between two the nearer one, none far below', () => {
    const rule = ruleOf(2);
    for (const [name, [top, bottom]] of Object.entries(ruleBands)) expect(rule.band((top + bottom) / 2)).toBe(name);
    expect(rule.band(50.5)).toBe('od-haz');
    expect(rule.band(180)).toBeNull();
  });
  it('numbers as a rule has them: round, few, from edge to edge', () => {
    expect(ruleTicks(0.4, 'metric').numbered.map((m) => Math.round(m * 1000))).toEqual([0, 50, 100, 150, 200, 250, 300, 350, 400]);
    expect(ruleTicks(0.6096, 'inch').numbered.map((m) => Number((m / 0.0254).toFixed(3)))).toEqual([0, 3, 6, 9, 12, 15, 18, 21, 24]);
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 20, noNaN: true }),
        fc.constantFrom('metric' as const, 'inch' as const),
        (length, system) => {
          const { numbered, fine } = ruleTicks(length, system);
          expect(numbered.length).toBeLessThanOrEqual(10);
          expect(numbered.at(-1)).toBeLessThanOrEqual(length + 1e-9);
          expect(fine).toBeLessThanOrEqual(length);
        },
      ),
    );
  });
  it('a gap is thick where it is wide', () => {
    const rule = ruleOf(2);
    const ys = (d: string) => d.match(/[\d.]+ [\d.]+/g)?.map((p) => p.split(' ').map(Number)) ?? [];
    const thickness = (d: string, x: number) => {
      const at = ys(d)
        .filter(([px]) => Math.abs((px ?? 0) - x) < 0.01)
        .map(([, y]) => y ?? 0);
      return Math.max(...at) - Math.min(...at);
    };
    const d = gapAlong(rule, 80, 12, 0, 1, 6);
    expect(thickness(d, rule.left)).toBeCloseTo(6, 2);
    expect(thickness(d, rule.right)).toBeCloseTo(1, 2);
  });
});
