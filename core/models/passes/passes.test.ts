/** How a joint is welded: a way covers its seam once, whichever it is; tacks, quarters and pulses are what they are called. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arcHours, inArc, ROUND, type Seam } from '../../basics/seam';
import { closedGap, legEnds, legsOf, legsText, meanOf, peakOf, sharesOf, tackAmps, tackPlaces, waysOn } from './index';

const straight: Seam = { kind: 'straight', length: 0.6 };
const tube = { alloy: '316L' as const, wall: 1.65e-3, od: 0.0508, travel: 1.8e-3, amps: 45, arcLength: 1.5e-3 };

describe('a way', () => {
  it('covers the seam once and whole, however it goes', () => {
    const seams = fc.constantFrom<Seam>(ROUND, straight, { kind: 'straight', length: 0.08 });
    fc.assert(
      fc.property(seams, fc.nat(5), fc.integer({ min: 1, max: 12 }), fc.boolean(), (seam, n, start, counter) => {
        const ways = waysOn(seam);
        const legs = legsOf(ways[n % ways.length] ?? 'round', start, seam, counter);
        expect(legs.reduce((s, l) => s + arcHours(l.arc), 0)).toBeCloseTo(12, 6);
        for (let q = 0; q < 48; q++) expect(legs.filter((l) => inArc(l.arc, (q + 0.5) / 4))).toHaveLength(1);
        for (const { arc } of legs) if (seam.kind === 'straight') expect(arc.from % 12).toBeLessThan(arc.to);
      }),
    );
  });
  it('begins where it is told to, but for a back-step, which runs into its start', () => {
    for (const way of waysOn(ROUND))
      for (const start of [1, 6, 12]) {
        const [first] = legsOf(way, start, ROUND);
        if (first) expect((way === 'back-step' ? legEnds(first)[1] : legEnds(first)[0]) % 12).toBeCloseTo(start % 12, 9);
      }
  });
  it('by quarters from the bottom is as the trade says it: 6 to 3, 3 to 12, 6 to 9, 9 to 12 (common practice, no source)', () => {
    expect(legsText(legsOf('quarters', 6, ROUND), ROUND, 'metric')).toBe('6 to 3, 3 to 12, 6 to 9, 9 to 12');
    expect(legsText(legsOf('quarters', 6, ROUND, true), ROUND, 'metric')).toBe('6 to 9, 9 to 12, 6 to 3, 3 to 12');
  });
  it('opposite or by skips never goes on beside its last arc', () => {
    for (const way of ['opposite', 'skip'] as const)
      legsOf(way, 6, ROUND).forEach((l, i, all) => {
        const before = all[i - 1];
        if (before) expect(legEnds(before)[1] % 12).not.toBeCloseTo(legEnds(l)[0] % 12, 6);
      });
  });
});

describe('current round a tube', () => {
  const how = { hold: 'fixed', axis: 'level', counter: false } as const;
  it('falls as its own heat comes round, and over the top; a turned tube has no top', () => {
    const fixed = sharesOf(tube, 'quarters', 6, ROUND, how).map((l) => l.share);
    expect(fixed[0]).toBe(1);
    expect(fixed[1]).toBeLessThan(fixed[0] ?? 0);
    expect(fixed[3]).toBeLessThan(fixed[1] ?? 0);
    const turned = sharesOf(tube, 'round', 12, ROUND, { ...how, hold: 'turned' }).map((l) => l.share);
    expect(turned[0]).toBeGreaterThan(0.99);
    expect(turned.every((x, i) => i === 0 || x <= (turned[i - 1] ?? 0) + 1e-9)).toBe(true);
    expect(turned[3]).toBeLessThan(0.95);
    for (const s of [...fixed, ...turned]) expect(s).toBeGreaterThan(0.6);
  });
  it('takes nothing off along a straight seam', () =>
    expect(sharesOf({ ...tube, od: null }, 'back-step', 12, straight, how).every((l) => l.share === 1)).toBe(true));
});

describe('tacks', () => {
  it('sit evenly, the start midway between two; along a straight seam one at either end', () => {
    expect(tackPlaces(4, 6, ROUND)).toEqual([1.5, 4.5, 7.5, 10.5]);
    expect(tackPlaces(3, 12, ROUND)).toEqual([2, 6, 10]);
    expect(tackPlaces(5, 12, straight)).toEqual([0, 3, 6, 9, 12]);
    expect(tackPlaces(0, 6, ROUND)).toEqual([]);
  });
  it('a burst is about double (common practice, no source)', () => {
    expect(tackAmps('burst', 45)).toBe(90);
    expect(tackAmps('short', 45)).toBe(45);
  });
});

describe('a pulse', () => {
  it('its mean lies between background and peak, and gives its peak back', () => {
    const share = fc.double({ min: 0.01, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.double({ min: 1, max: 300, noNaN: true }), share, share, (peak, background, on) => {
        const mean = meanOf({ peak, background, on });
        expect(mean).toBeGreaterThanOrEqual(peak * background * (1 - 1e-9));
        expect(mean).toBeLessThanOrEqual(peak * (1 + 1e-9));
        expect(peakOf(mean, { background, on })).toBeCloseTo(peak, 6);
      }),
    );
  });
});

it('a gap that closed on the way asks for amps there, where the root is open', () => {
  const gap = { narrow: 1e-3, narrowAt: 11, wide: 3e-3 };
  expect(closedGap(gap, true, ROUND)?.text).toBe('Gap closed at 11: more amps there, not the grinder.');
  expect(closedGap({ ...gap, narrow: 2.8e-3 }, true, ROUND)).toBeNull();
  expect(closedGap(gap, false, ROUND)).toBeNull();
});
