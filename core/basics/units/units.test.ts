import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quantitySchema } from '../figure';
import { clock, duration, format, formatFraction, parseNumber, parseQuantity, show, timed, unitsOf } from './index';

const value = (text: string, quantity: Parameters<typeof parseQuantity>[1], system: 'inch' | 'metric' = 'inch') => {
  const p = parseQuantity(text, quantity, system);
  if (!p.ok) throw new Error(p.error);
  return p.value;
};
const error = (text: string, quantity: Parameters<typeof parseQuantity>[1]) => {
  const p = parseQuantity(text, quantity, 'inch');
  return p.ok ? null : p.error;
};

describe('reading what was typed', () => {
  it.each([
    ['5/32', 0.00396875],
    ['1-1/2 in', 0.0381],
    ['1 1/2"', 0.0381],
    ['.065', 0.001651],
    ['4 mm', 0.004],
    ['0,5 mm', 0.0005],
    ['0,125 mm', 0.000125],
    ['2 ft', 0.6096],
  ])('%s is a length', (text, metres) => expect(value(text, 'length')).toBeCloseTo(metres, 9));

  it('takes a bare number in the units of the reader', () => {
    expect(value('10', 'length', 'metric')).toBeCloseTo(0.01, 12);
    expect(value('35', 'flow')).toBeCloseTo(value('35 cfh', 'flow', 'metric'), 15);
    expect(value('35', 'flow', 'metric')).toBeCloseTo(35e-3 / 60, 12);
  });

  it('knows ppm and percent for each other', () => {
    expect(value('0.02 %', 'oxygen')).toBeCloseTo(value('200 ppm', 'oxygen'), 9);
  });

  it.each([
    ['ten', 'length', /not a length/],
    ['-3 cfh', 'flow', /below zero/],
    ['5 bananas', 'flow', /no unit for a flow.*L\/min/],
    ['', 'oxygen', /Enter an oxygen reading/],
    ['1/0', 'length', /not a length/],
    ['1,000 mm', 'length', /not a length/],
    ['NaN', 'oxygen', /not an oxygen reading/],
    ['-300 C', 'temperature', /lower than it can be/],
  ] as const)('refuses %s with a reason', (text, quantity, reason) => expect(error(text, quantity)).toMatch(reason));

  it.each([
    ['0.00 %', 'oxygen', 100],
    ['20.9 %', 'oxygen', 1000],
    ['48 ppm', 'oxygen', 1],
    ['5/64 in', 'length', 0.0254 / 64],
    ['1.65 mm', 'length', 1e-5],
    ['20 °C', 'temperature', 1],
  ] as const)('%s says in which step it was read', (text, quantity, step) => {
    const p = parseQuantity(text, quantity, 'metric');
    expect(p.ok && p.step).toBeCloseTo(step, 9);
  });
  it('takes a bare number in the unit of its field: 20 of a dwell is minutes, 20.9 of an air check percent', () => {
    const bare = (text: string, quantity: 'time' | 'oxygen', unit: string) => {
      const p = parseQuantity(text, quantity, 'inch', 0, unit);
      return p.ok && p.value;
    };
    expect([bare('20', 'time', 'min'), bare('90 s', 'time', 'min')]).toEqual([1200, 90]);
    expect([bare('20.9', 'oxygen', '%'), bare('4 ppm', 'oxygen', '%')]).toEqual([209_000, 4]);
  });
  it('takes a time as a counter reads', () => {
    const time = (text: string) => parseQuantity(text, 'time', 'metric', 0, 'min');
    for (const seconds of [60, 247, 1200, 4350, 35_999])
      expect(time(show(seconds, 'time', 'metric'))).toMatchObject({ ok: true, value: seconds });
    expect(time('20:00')).toMatchObject({ value: 1200 });
    for (const wrong of ['4:7', '4:70', '1:2:3', '4:07 h', ':30']) expect(time(wrong).ok, wrong).toBe(false);
  });
  it('refuses more digits than anybody reads, and what is written as a power', () => {
    expect(error('12345678901234567', 'length')).toMatch(/more digits than anybody can read/);
    expect(error('1e16', 'length')).toMatch(/"1e16" is not a length/);
    expect(error('abc', 'dissolved')).toMatch(/"abc" is not a concentration/);
  });
  it('reads back what it shows, for every quantity and unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...quantitySchema.options),
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        fc.integer({ min: 0, max: 9 }),
        (quantity, x, pick) => {
          const units = unitsOf(quantity);
          const unit = units[pick % units.length] ?? '';
          const p = parseQuantity(`${x.toFixed(4)} ${unit}`, quantity, 'metric');
          expect(p.ok).toBe(true);
        },
      ),
    );
  });
});

describe('showing', () => {
  it('writes inches as fractions where they are fractions', () => {
    expect(show(0.00396875, 'length', 'inch')).toBe('5/32 in');
    expect(show(0.0381, 'length', 'inch')).toBe('1-1/2 in');
    expect(formatFraction(0.333)).toBeNull();
    expect(formatFraction(0)).toBe('0');
  });
  it('says a long time with its unit', () => {
    expect([timed(67), timed(4003), duration(42), duration(247), duration(3600), duration(86_400)]).toEqual([
      '1:07 min',
      '1:06:43 h',
      '42 s',
      '4:07 min',
      '1 h',
      '24 h',
    ]);
    expect(show(4003, 'time', 'inch')).toBe('1:06:43 h');
  });
  it('counts like a counter', () => {
    expect([clock(0), clock(67), clock(3725), clock(-5)]).toEqual(['0:00', '1:07', '1:02:05', '0:00']);
  });
  it('reads oxygen in percent from one percent up', () => {
    expect(format(209_500, 'oxygen', 'metric')).toEqual({ number: '20.9', unit: '%' });
    expect(format(48, 'oxygen', 'metric')).toEqual({ number: '48', unit: 'ppm' });
  });
  it('never shows a number that is none', () => expect(show(NaN, 'flow', 'inch')).toBe('–'));
  it('parses mixed fractions and nothing else', () => {
    // Three digits after a comma part thousands, unless a nought stands before it.
    expect([parseNumber('1,000'), parseNumber('12,500'), parseNumber('0,012'), parseNumber('-0,125')]).toEqual([null, null, 0.012, -0.125]);
    expect([parseNumber('1-1/2'), parseNumber('-1/4'), parseNumber('1/2/3'), parseNumber('1e5')]).toEqual([1.5, -0.25, null, null]);
  });
});
