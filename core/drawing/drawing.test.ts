import fc from 'fast-check';
import { expect, it } from 'vitest';
import { atHour, hourOf, sector, squeeze, taped, unsqueeze } from './index';

it('twelve is at the top, three to the right, and an hour is found again where it was drawn', () => {
  expect(atHour(0, 0, 1, 12).y).toBeCloseTo(-1, 9);
  expect(atHour(0, 0, 1, 3).x).toBeCloseTo(1, 9);
  fc.assert(
    fc.property(fc.double({ min: 0.01, max: 12, noNaN: true }), (h) => {
      expect(hourOf(5, 7, atHour(5, 7, 40, h))).toBeCloseTo(h, 6);
    }),
  );
});
it('the squeeze of the Side view is strictly increasing and can be read back', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 30, noNaN: true }), fc.double({ min: 1e-4, max: 1, noNaN: true }), (m, more) => {
      expect(unsqueeze(squeeze(m))).toBeCloseTo(m, 9);
      expect(squeeze(m + more)).toBeGreaterThan(squeeze(m));
    }),
  );
  expect([squeeze(-1), unsqueeze(-1)]).toEqual([0, 0]);
});
it('a drag is rounded to what a tape measure gives', () => {
  expect([0.0154, 0.2231, 1.234].map(taped).map((x) => Number(x.toFixed(4)))).toEqual([0.015, 0.225, 1.25]);
});
it('a sector goes the long way round when it is more than half', () => {
  expect(sector(0, 0, 1, 2, 12, 3)).toContain('0 0 1');
  expect(sector(0, 0, 1, 2, 12, 9)).toContain('0 1 1');
  expect(sector(0, 0, 1, 2, 12, 12).match(/M/g)).toHaveLength(2);
});
