/** A procedure's ranges: every edge of every one, what is essential, and how it is said. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { against, outsideText, rowIds, spanRows, type Ranges, type SpanId, type Value } from './index';

const spans = Object.keys(spanRows) as SpanId[];
const ends: Record<SpanId, [number, number]> = {
  ...{ amps: [40, 75], volts: [8, 12], travel: [1e-3, 3e-3], heat: [1e5, 6e5], interpass: [10, 150], flow: [1e-4, 3e-4] },
  ...{ purgeFlow: [1e-4, 3e-4], cup: [8, 16], thickness: [1.2e-3, 3.3e-3], od: [12.7e-3, 0.1] },
};
const one = (id: SpanId, value: number): Value => ({ of: id, value, at: null });
const inside = (ranges: Ranges, v: Value) => against(ranges, [], [v], 'metric')[0]?.inside;

describe.each(spans)('%s', (id) => {
  const [low, high] = ends[id];
  it('is inside from end to end, and outside just beyond either', () => {
    const both: Ranges = { [id]: { low, high } };
    for (const x of [low, (low + high) / 2, high]) expect(inside(both, one(id, x))).toBe(true);
    for (const x of [low * 0.99, high * 1.01, 0, high * 50]) expect(inside(both, one(id, x))).toBe(false);
  });
  it('with one end alone has no other', () => {
    expect(inside({ [id]: { low, high: null } }, one(id, high * 1000))).toBe(true);
    expect(inside({ [id]: { low: null, high } }, one(id, 0))).toBe(true);
    expect(inside({ [id]: { low: null, high } }, one(id, high * 1.01))).toBe(false);
  });
  it('of which it says nothing is not judged', () => expect(against({}, rowIds, [one(id, 1)], 'metric')).toEqual([]));
});

it('what was typed in inches is no hair outside of its own end', () => {
  // 3/16 in, stored, against 4.7625 mm as a metric reader entered it: 4.76 mm.
  expect(inside({ thickness: { low: null, high: 4.76e-3 } }, one('thickness', (3 / 16) * 0.0254))).toBe(true);
});

it('lists: what is not on one is outside; without filler is a filler of its own', () => {
  const ranges: Ranges = { process: ['tig'], filler: ['none', 'ER316L'], gas: ['argon'], position: ['5G'], backing: ['purge'] };
  const values: Value[] = [
    { of: 'process', value: 'stick', at: 'cap' },
    { of: 'filler', value: 'none', at: null },
    { of: 'gas', value: 'argon', at: null },
    { of: 'position', value: '2G', at: null },
    { of: 'backing', value: 'none', at: null },
  ];
  const found = against(ranges, ['process'], values, 'metric');
  expect(found.map((v) => [v.id, v.inside])).toEqual([
    ['process-cap', false],
    ['position', false],
    ['backing', false],
    ['filler', true],
    ['gas', true],
  ]);
  expect(outsideText(found[0] as (typeof found)[0], 'W-1 revision 2')).toBe(
    'Process, cap: Stick; W-1 revision 2 gives TIG by hand. An essential variable.',
  );
});

it('essential ones outside come first, then what is outside, then the rest: nothing is lost on the way', () => {
  fc.assert(
    fc.property(fc.subarray(spans), fc.subarray(spans), fc.double({ min: 0, max: 200, noNaN: true }), (given, essential, x) => {
      const ranges: Ranges = Object.fromEntries(given.map((id) => [id, { low: ends[id][0], high: ends[id][1] }]));
      const found = against(
        ranges,
        essential,
        spans.map((id) => one(id, x)),
        'inch',
      );
      expect(found.map((v) => v.of).sort()).toEqual([...given].sort());
      const rank = found.map((v) => (v.inside ? 2 : v.essential ? 0 : 1));
      expect([...rank].filter((r) => r < 2)).toEqual([...rank].filter((r) => r < 2).sort((a, b) => a - b));
      expect(rank.indexOf(2) === -1 || rank.slice(rank.indexOf(2)).every((r) => r === 2)).toBe(true);
    }),
  );
});
