/** A bath by its log: what counts since it was made up, what is out of its limits, how long its iron lasts, what is to be added. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bathEntrySchema, bathNow, toAdd, type Bath, type BathEntry } from './index';

const DAY = 86_400_000;
const T0 = Date.UTC(2026, 2, 1);
const nitric: Bath = { holds: 'nitric', volume: 0.2, percent: [20, 25], celsius: [21, 32], iron: 20, every: 7 * 86_400 };
const entry = (day: number, what: BathEntry['what'], over: Partial<BathEntry> = {}) => ({
  ...{ at: T0 + day * DAY, what, percent: null, iron: null, celsius: null, note: '', ...over },
});
const made = entry(0, 'made', { percent: 24, iron: 0, celsius: 24 });
const uses = (...days: number[]) => days.map((d) => T0 + d * DAY);
const at = (day: number) => T0 + day * DAY;

describe('a bath by its log', () => {
  it('is empty until it is made up, and again once it is dumped', () => {
    expect(bathNow(nitric, [], [], at(1)).phase).toBe('empty');
    expect(bathNow(nitric, [made], [], at(1))).toMatchObject({ phase: 'in-use', percent: 24, iron: 0, celsius: 24, out: [] });
    const dumped = [made, entry(5, 'measured', { iron: 25 }), entry(6, 'dumped')];
    expect(bathNow(nitric, dumped, uses(1, 2), at(7))).toMatchObject({ phase: 'empty', uses: 0, iron: null });
    expect(bathNow(nitric, [...dumped, { ...made, at: at(8) }], uses(1, 2, 9), at(10))).toMatchObject({ iron: 0, uses: 1, out: [] });
  });
  it.each([
    ['weak', { percent: 19 }],
    ['strong', { percent: 26 }],
    ['cold', { celsius: 18 }],
    ['hot', { celsius: 40 }],
    ['iron', { iron: 21 }],
  ] as [string, Partial<BathEntry>][])('%s is out of its limits until it is measured again', (out, over) => {
    const log = [made, entry(2, 'measured', over)];
    expect(bathNow(nitric, log, [], at(3)).out).toEqual([out]);
    const { percent, celsius, iron } = made;
    expect(bathNow(nitric, [...log, entry(4, 'topped', { percent, celsius, iron })], [], at(5)).out).toEqual([]);
  });
  it('is late when it was not measured for longer than it may be', () => {
    expect(bathNow(nitric, [made], [], at(6.9)).late).toBe(false);
    expect(bathNow(nitric, [made], [], at(7.1)).late).toBe(true);
    expect(bathNow({ ...nitric, every: null }, [made], [], at(300)).late).toBe(false);
  });
  it('its iron grows with what hangs in it: three measurements show how many more', () => {
    // One g/L for two pieces, seen by hand: 20 g/L after 40 pieces, 10 of which have hung.
    const log = [made, entry(3, 'measured', { iron: 2 }), entry(6, 'measured', { iron: 5 })];
    const hung = uses(1, 1.5, 2, 2.5, 4, 4.2, 4.4, 4.6, 4.8, 5);
    expect(bathNow(nitric, log, hung, at(6.5))).toMatchObject({ uses: 10, left: 30 });
    expect(bathNow(nitric, log.slice(0, 2), hung, at(6.5)).left).toBeNull();
    expect(bathNow({ ...nitric, iron: null }, log, hung, at(6.5)).left).toBeNull();
  });
  it('takes no entry that says nothing', () => {
    const bare = { percent: null, iron: null, celsius: null };
    expect(bathEntrySchema.safeParse({ what: 'measured', ...bare }).success).toBe(false);
    expect(bathEntrySchema.safeParse({ what: 'made', ...bare, iron: 1 }).success).toBe(false);
    expect(bathEntrySchema.safeParse({ what: 'dumped', ...bare }).success).toBe(true);
  });
});

describe('acid to add', () => {
  it('nitric by volume: 200 L from 16 to 20 % want 10 L', () => {
    // By hand: (0.16 · 200 + x) / (200 + x) = 0.20 gives x = 10.
    expect(toAdd(nitric, 16, 20)?.amount).toBeCloseTo(0.01, 9);
  });
  it('the balance closes, whatever the bath', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0.1, max: 30, noNaN: true }), (is, more) => {
        const litres = toAdd(nitric, is, is + more)?.amount ?? NaN;
        expect((nitric.volume * is + litres * 100) / (nitric.volume + litres)).toBeCloseTo(is + more, 6);
        const kg = toAdd({ holds: 'citric', volume: 0.1 }, is, is + more)?.amount ?? NaN;
        const mass = 100 * (1 + 0.0038 * is);
        expect((mass * is + kg * 100) / (mass + kg)).toBeCloseTo(is + more, 6);
      }),
    );
  });
  it('nothing where it is strong enough, and no recipe for a pickling bath', () => {
    expect(toAdd(nitric, 22, 20)).toBeNull();
    expect(toAdd({ holds: 'pickle', volume: 0.1 }, 5, 10)).toBeNull();
  });
});
