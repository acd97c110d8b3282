/** Fields as data: what is typed comes back as what it was, what cannot be is said, and nothing is invented. Common sense, no source. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  beyond,
  choice,
  flag,
  hour,
  moment,
  number,
  optional,
  quantity,
  readForm,
  readSoFar,
  ref,
  several,
  when,
  within,
  words,
  writeForm,
} from './index';

const gap = quantity('length', 'Gap', { most: { value: 0.01, says: 'Wider than any gap.' } });
const flow = quantity('flow', 'Flow', { zero: false, most: 5e-3 });
const rods = [
  { id: 'r1', label: 'ER316L' },
  { id: 'r2', label: 'ER308L' },
];
const table = {
  gap,
  at: hour('At'),
  filler: flag('With filler'),
  rod: when(
    (f) => f['filler'] === true,
    ref('Rod', rods, (r) => r.label),
  ),
  note: words('Note', { least: 3, says: 'Say more.', most: 10 }),
  ph: number('pH', { most: 14, says: 'pH is from 0 to 14.' }),
  chloride: optional(quantity('dissolved', 'Chloride', { most: 100 })),
  side: choice('Side', { inside: 'inside', outside: 'outside' }),
  metals: several('Metals', { steel: 'Steel', titanium: 'Titanium' }),
};
const typed = {
  gap: '1/32 in',
  at: '6',
  filler: false,
  rod: '',
  note: 'as seen',
  ph: '6,5',
  chloride: '',
  side: 'inside',
  metals: ['steel'],
};

describe('a form', () => {
  it('is read in SI, each field in its own way', () => {
    const read = readForm(table, typed, 'metric');
    expect(read).toEqual({
      ok: true,
      values: {
        ...{ at: 6, filler: false, rod: null, note: 'as seen', ph: 6.5, chloride: null, side: 'inside', metals: ['steel'] },
        gap: expect.closeTo(0.0254 / 32, 9) as number,
      },
    });
  });

  it.each([
    ['gap', '20 mm', 'Wider than any gap.'],
    ['gap', '-1', '-1 is below zero.'],
    ['gap', 'wide', '"wide" is not a length. Type a number, such as 5/32 in or 4 mm.'],
    ['at', '', 'Choose one.'],
    ['at', '13', 'Choose one.'],
    ['note', 'no', 'Say more.'],
    ['note', 'far too long a note', 'At most 10 letters.'],
    ['ph', '15', 'pH is from 0 to 14.'],
    ['ph', '', 'pH is from 0 to 14.'],
    ['chloride', '101', 'More than 100 ppm. Check the unit.'],
    ['side', 'both', 'Choose one.'],
  ])('says what is wrong with %s = "%s" at that field alone', (name, text, says) => {
    expect(readForm(table, { ...typed, [name]: text }, 'metric')).toEqual({ ok: false, errors: { [name]: says } });
    expect(readSoFar(table, { ...typed, [name]: text }, 'metric')).not.toHaveProperty(name);
  });

  it('asks for a rod only with filler, and knows one that is gone', () => {
    expect(readForm(table, { ...typed, filler: true }, 'metric')).toEqual({ ok: false, errors: { rod: 'Choose one.' } });
    expect(readForm(table, { ...typed, filler: true, rod: 'r9' }, 'metric')).toEqual({
      ok: false,
      errors: { rod: 'That one is no longer there. Choose another.' },
    });
    expect(readForm(table, { ...typed, filler: true, rod: 'r2' }, 'metric')).toMatchObject({ ok: true, values: { rod: rods[1] } });
  });

  it('is empty where nothing is known: nothing seen is filled in', () => {
    const empty = writeForm(table, {}, 'inch');
    expect(empty).toEqual({ gap: '', at: '', filler: false, rod: '', note: '', ph: '', chloride: '', side: '', metals: [] });
    const read = readForm(table, empty, 'inch');
    expect(read.ok ? [] : Object.keys(read.errors)).toEqual(['gap', 'at', 'note', 'ph', 'side']);
  });

  it('says what speaks against two fields together at one of them, and only when both can be read', () => {
    const two = { low: quantity('length', 'Low'), high: quantity('length', 'High') };
    const across = [
      { of: ['low', 'high'], at: 'low', says: (v: { low: number; high: number }) => (v.low > v.high ? 'Too low.' : null) },
    ] as const;
    expect(readForm(two, { low: '3 mm', high: '2 mm' }, 'metric', across)).toEqual({ ok: false, errors: { low: 'Too low.' } });
    expect(readForm(two, { low: '2 mm', high: '2 mm' }, 'metric', across)).toMatchObject({ ok: true });
    const [bad] = [readForm(two, { low: '3 mm', high: 'x' }, 'metric', across)];
    expect(bad.ok ? [] : Object.keys(bad.errors)).toEqual(['high']);
  });
});

describe('a quantity', () => {
  it('written in either system comes back as it was, to the digits that are shown', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-4, max: 0.009, noNaN: true }), fc.constantFrom('inch' as const, 'metric' as const), (x, system) => {
        const back = gap.read(gap.write(x, system), system);
        // Three figures after the comma, of an inch at the most.
        expect(back.ok && Math.abs(back.value - x)).toBeLessThan(0.0005 * 0.0254 + 1e-9);
      }),
    );
  });

  it('is limited alike where it is typed, where it is judged, and by the schema of its event', () => {
    const schema = within(flow);
    fc.assert(
      fc.property(fc.double({ min: -0.01, max: 0.02, noNaN: true }), (x) => {
        expect(beyond(flow, x) === null).toBe(schema.safeParse(x).success);
        const read = flow.read(`${(x * 6e4).toFixed(12)} L/min`, 'metric');
        // At the very limit the digits of the text decide.
        if (Math.abs(x) > 1e-9 && Math.abs(x - 5e-3) > 1e-9) expect(read.ok).toBe(schema.safeParse(x).success);
      }),
    );
    expect(flow.shape.most?.says).toBe('More than 300 L/min. Check the unit.');
  });

  it('takes a bare number in the unit of its field: a dwell in minutes, air in percent', () => {
    expect(quantity('time', 'Dwell', { bare: 'min' }).read('20', 'inch')).toEqual({ ok: true, value: 1200 });
    expect(quantity('oxygen', 'Air', { bare: '%' }).read('20.9', 'inch')).toEqual({ ok: true, value: 209_000 });
    const asTyped = gap.read('0.25', 'inch');
    expect(asTyped.ok && asTyped.value).toBeCloseTo(0.25 * 0.0254, 9);
  });
});

describe('a moment', () => {
  const at = Date.parse('2026-03-01T12:00:00Z');
  const done = moment('Done on', 'Give the day and hour.', () => at);
  it('is one that has been', () => {
    expect(done.read('2026-03-01T11:59:00Z', 'metric')).toEqual({ ok: true, value: '2026-03-01T11:59:00.000Z' });
    for (const t of ['2026-03-01T12:01:00Z', '', 'yesterday'])
      expect(done.read(t, 'metric')).toEqual({ ok: false, error: 'Give the day and hour.' });
  });
});
