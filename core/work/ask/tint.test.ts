/** Tint asked from outside: a range of words, what narrows it, and what cannot be asked. */
import { describe, expect, it } from 'vitest';
import { bandNames, bandSchema } from '../../models/tint';
import { ask, subjects, type TintAnswer } from '.';

const question = subjects['tint']?.example as Record<string, unknown>;
const answer = (over: object = {}): TintAnswer => {
  const asked = ask('tint', { ...question, ...over });
  if (!asked.ok) throw new Error(asked.error.text);
  return asked.answer as TintAnswer;
};
const refused = (over: object) => {
  const asked = ask('tint', { ...question, ...over });
  return asked.ok ? null : asked.error;
};
const coupon = { wall: 1.65e-3, od: 0.0508, travel: 2.54e-3, current: 48, ppm: 50, dewPoint: -60, band: 'straw' };

describe('inside', () => {
  it('is every band from low to high, in words, with the film as a range; never an acceptance', () => {
    const a = answer();
    const at = (b: string | null) => bandSchema.options.indexOf(b as never);
    expect(a.bands).toEqual(bandSchema.options.slice(at(a.low), at(a.high) + 1));
    expect(a.bands).toContain(a.likely);
    expect(a.words).toContain(bandNames[a.low ?? 'grey'].toLowerCase());
    expect(a.film && a.film.low < a.film.value && a.film.value < a.film.high).toBe(true);
    expect(a.leaves).toBeNull();
    expect(a.notes.join(' ')).toMatch(/Says nothing of what will be accepted/);
    expect(JSON.stringify(a)).not.toMatch(/\bsafe\b/i);
  });
  it('a coupon of the same weld moves it to what was seen and narrows it', () => {
    const [plain, taught] = [answer(), answer({ coupon })];
    const spread = (a: TintAnswer) => (a.film ? a.film.high / a.film.low : NaN);
    expect(spread(taught)).toBeLessThan(spread(plain));
    expect(taught.film?.value).toBeGreaterThan(plain.film?.value ?? Infinity);
    expect(taught.notes[0]).toBe('Narrowed by 1 coupon of this shop in 316L.');
  });
  it('has no answer, and says why, for a metal no film model speaks of', () => {
    expect(answer({ metal: 'CuNi90/10' })).toMatchObject({ film: null, words: null, bands: [] });
  });
});

it('outside goes by where the gas leaves: given, or behind a usual cup', () => {
  expect(answer({ side: 'outside', leaves: 200 }).bands).toEqual(['bright']);
  const usual = answer({ side: 'outside' });
  expect(usual.leaves?.value).toBeGreaterThan(500);
  expect(usual.notes[0]).toContain('usual cup');
  // Gold to blue is what the trade sees of a cup alone on thin tube (common practice, no source).
  expect(usual.low).toBe('gold');
});

describe('what cannot be asked', () => {
  it.each([
    ['metal', { metal: '316X' }, /nearest name is 316/],
    ['side', { side: 'top' }, /inside or outside/],
    ['ppm', { ppm: -1 }, /less than nought/],
    ['ppm', { ppm: 'abc' }, /number of ppm/],
    ['wall', { wall: 0.03 }, /no hole left/],
    ['travel', { travel: 5 }, /metres a second/],
    ['coupon', { side: 'outside', coupon }, /inside/],
    ['coupon.band', { coupon: { ...coupon, band: 'pink' } }, /./],
    ['coupon.wall', { coupon: { ...coupon, wall: 0.03 } }, /no hole left/],
    ['coupon.colour', { coupon: { ...coupon, colour: 1 } }, /no such field/],
    ['shade', { shade: 1 }, /no such field/],
  ])('says %s', (at, over, text) => {
    const no = refused(over);
    expect(no).toMatchObject({ at });
    expect(no?.text).toMatch(text);
  });
});
