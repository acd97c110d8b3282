/** A range as a procedure gives it: read in any unit, one end or two, and written back as it was. */
import { describe, expect, it } from 'vitest';
import { spanOf, type Span } from './index';

const length = spanOf('length', 'Wall');
const amps = spanOf('current', 'Amps');
const heat = spanOf('heat', 'Heat input');
const of = (f: typeof length, typed: string, system: 'inch' | 'metric' = 'inch'): Span | null | string => {
  const r = f.read(typed, system);
  return r.ok ? r.value : r.error;
};

describe('read', () => {
  it.each([
    ['1/16 to 3/16 in', 0.0015875, 0.0047625],
    ['1-1/2 in to 4 in', 0.0381, 0.1016],
    ['1.6 - 4.8 mm', 0.0016, 0.0048],
    ['1.6 to 4.8 mm', 0.0016, 0.0048],
    ['to 5 mm', null, 0.005],
    ['from 2 in', 0.0508, null],
  ])('%s', (typed, low, high) => {
    const read = of(length, typed) as Span;
    for (const [end, want] of [
      [read.low, low],
      [read.high, high],
    ] as const)
      if (want === null) expect(end).toBeNull();
      else expect(end).toBeCloseTo(want, 9);
  });
  it('heat in kilojoules for a millimetre or an inch: 25.4 of these are one of those', () => {
    const [mm, inch] = [of(heat, 'to 1 kJ/mm') as Span, of(heat, 'to 25.4 kJ/in') as Span];
    expect(mm.high).toBe(1e6);
    expect(inch.high).toBeCloseTo(1e6, 3);
  });
  it('nothing is nothing said', () => expect(of(amps, ' ')).toBeNull());
});
it.each(['abc', '40', '75 to 40 A', '-4 to 10 A', '40-75', '1e9 to 2', '40 to 75 mm', 'to', '40 to 75 to 90'])(
  '"%s" is said at its field',
  (typed) => expect(typeof of(amps, typed)).toBe('string'),
);
it.each([
  { low: 40, high: 75 },
  { low: null, high: 75 },
  { low: 40, high: null },
])('%o comes back as it was written', (span) => expect(of(amps, String(amps.write(span, 'metric')), 'metric')).toEqual(span));
