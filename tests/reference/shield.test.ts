/** Cover and trailing shields against figures of the trade (common practice, no source), their own limits, and the command that asks for them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heatOf, type HeatAsked } from '../../core/models/heat';
import { cfh, coverOf, cups, flowWindow, longestGap, shieldOf, travelMost, type Trailing } from '../../core/models/shield';
import { ask, subjects, type CoverAnswer, type HeatAnswer, type ShieldAnswer } from '../../core/work/ask';

const INCH = 0.0254;
const ipm = (x: number) => (x * INCH) / 60;
const twelve = { cup: 12, lens: true, screens: 0, gap: 0.01, flow: cfh(28) };

const titanium = (wall: number, inches: number): HeatAsked => ({
  alloy: 'Ti-2',
  wall,
  od: null,
  travel: ipm(inches),
  by: { back: 0.9 * wall },
});
const shielded = (asked: HeatAsked, trailing: Trailing | null, cover = coverOf(twelve)) =>
  shieldOf({ alloy: asked.alloy, wall: asked.wall, travel: asked.travel, heat: heatOf(asked, { ring: false }), cover, trailing });

describe('cover, as the trade has it', () => {
  it('no. 12 with lens and an added screen covers about 1 in from 1 in away at 25 CFH', () =>
    expect((2 * coverOf({ cup: 12, lens: true, screens: 1, gap: INCH, flow: cfh(25) }).aside) / INCH).toBeCloseTo(1, 1));
  it('a no. 7 with lens from 1 in away covers less than its bore, and colours titanium; plain it covers next to nothing', () => {
    const seven = { cup: 7, screens: 0, gap: INCH, flow: cfh(16) };
    expect((2 * coverOf({ ...seven, lens: true }).aside) / INCH).toBeLessThan(7 / 16);
    expect((2 * coverOf({ ...seven, lens: false }).aside) / INCH).toBeLessThan(0.1);
  });
  it('too much gas stirs: a no. 8 covers less at 40 than at 25 CFH', () => {
    const at = (flow: number) => coverOf({ cup: 8, lens: true, screens: 0, gap: INCH / 2, flow: cfh(flow) }).aside;
    expect(at(40)).toBeLessThan(at(25));
    expect(at(8)).toBeLessThan(at(20));
  });
  it('a torch that leans covers less behind it; a narrow tube loses the gas beyond 60 degrees', () => {
    expect(coverOf({ ...twelve, tilt: 15 }).behind).toBeLessThan(0.85 * coverOf(twelve).behind);
    expect(coverOf({ ...twelve, od: 0.0127 }).behind).toBeLessThan(0.0067);
  });
  it('shrinks with the gap, grows with the bore, up to its longest gap', () => {
    fc.assert(
      fc.property(fc.constantFrom(...cups), fc.boolean(), fc.double({ min: 1e-3, max: 0.05, noNaN: true }), (cup, lens, gap) => {
        const flow = flowWindow(cup, lens, false).usual;
        const at = (g: number, n = cup) => coverOf({ cup: n, lens, screens: 0, gap: g, flow }).aside;
        expect(at(gap * 1.2)).toBeLessThanOrEqual(at(gap) + 1e-12);
        const most = longestGap({ cup, lens, screens: 0, flow });
        expect(at(most * 0.98) >= at(most * 1.02)).toBe(true);
      }),
      { numRuns: 60, seed: 16 },
    );
  });
});

describe('trailing shields on titanium, as the trade has it', () => {
  it('a 3 in shield serves to about 1/8 in by its length, at a hand’s pace', () => {
    const reach = coverOf(twelve).behind + 3 * INCH;
    const most = travelMost((travel) => heatOf({ ...titanium(3.2e-3, 4), travel }, { ring: false }).tail.length, reach);
    expect((most ?? 0) / ipm(1)).toBeGreaterThan(3.5);
    expect((most ?? 0) / ipm(1)).toBeLessThan(7);
  });
  it('it fails on width first: 3 by 1 in leaves 1/8 in wall above 427 °C beside the seam, 1-1/2 in nearly covers', () => {
    const asked = titanium(3.2e-3, 4);
    const [narrow, wide] = [1, 1.5].map((w) => shielded(asked, { length: 3 * INCH, width: w * INCH }));
    expect(narrow?.hottest.value).toBeGreaterThan(550);
    expect(narrow?.hottest.at.aside).toBeCloseTo(INCH / 2, 3);
    expect(wide?.hottest.value).toBeLessThan(440);
    expect(wide?.hottest.low).toBeLessThan(427);
  });
  it('above 16 gauge a wide cup alone is not enough; free of colour on stainless is beyond every cup', () => {
    const sixteen = coverOf({ cup: 16, lens: true, screens: 0, gap: 0.01, flow: cfh(37) });
    expect(shielded(titanium(1.6e-3, 4), null, sixteen).hottest.value).toBeGreaterThan(427);
    const stainless: HeatAsked = { alloy: '304L', wall: 1.65e-3, od: null, travel: ipm(4), by: { back: 1.65e-3 } };
    const twenty = coverOf({ cup: 20, lens: true, screens: 1, gap: 0.01, flow: cfh(47) });
    expect(shielded(stainless, null, twenty).hottest.value).toBeGreaterThan(280);
  });
  it('takes 20 to 40 CFH at 3 by 1 in, within what its face asks', () => {
    const { trailingFlow } = shielded(titanium(1.6e-3, 4), { length: 3 * INCH, width: INCH });
    expect(trailingFlow.low).toBeLessThan(cfh(20));
    expect(trailingFlow.high).toBeGreaterThan(cfh(30));
  });
  it('wider or longer never raises the hottest outside; neither does a wider cover', () => {
    const part = fc.double({ min: 0.01, max: 0.12, noNaN: true });
    fc.assert(
      fc.property(
        part,
        part,
        fc.double({ min: 1, max: 3, noNaN: true }),
        fc.double({ min: 8e-4, max: 5e-3, noNaN: true }),
        (length, width, more, wall) => {
          const asked = titanium(wall, 4);
          const at = (l: number, w: number, times = 1) => {
            const c = coverOf(twelve);
            return shielded(asked, { length: l, width: w }, { ...c, aside: c.aside * times, behind: c.behind * times }).hottest.value;
          };
          expect(at(length, width * more)).toBeLessThanOrEqual(at(length, width) + 0.5);
          expect(at(length * more, width)).toBeLessThanOrEqual(at(length, width) + 0.5);
          expect(at(length, width, more)).toBeLessThanOrEqual(at(length, width) + 0.5);
        },
      ),
      { numRuns: 12, seed: 16 },
    );
  });
});

describe('asked from outside', () => {
  const answer = <T>(subject: string, q: object): T => {
    const asked = ask(subject, q);
    if (!asked.ok) throw new Error(`${asked.error.at}: ${asked.error.text}`);
    return asked.answer as T;
  };
  const wrong = (subject: string, over: object) => {
    const asked = ask(subject, { ...(subjects[subject]?.example as object), ...over });
    return asked.ok ? null : asked.error;
  };
  it('heat: the same bead by its back and by its current', () => {
    const q = { alloy: '316L', wall: 1.65e-3, od: null, travel: 2.54e-3 };
    const byBack = answer<HeatAnswer>('heat', { ...q, back: 1.65e-3 });
    const byCurrent = answer<HeatAnswer>('heat', { ...q, current: byBack.current });
    expect(byCurrent.back).toBeCloseTo(1.65e-3, 5);
    expect([byBack.ring, byBack.preheatAtClosing, byBack.endPower]).toEqual([null, null, null]);
    // What is known of the pool is surer than what is known of the amps.
    expect(byCurrent.lengthAbove.high).toBeGreaterThan(byBack.lengthAbove.high);
  });
  it('cover and shield answer their examples by their schemas', () => {
    const cover = answer<CoverAnswer>('cover', subjects['cover']?.example as object);
    expect(cover.diameter.low).toBeLessThan(cover.diameter.value);
    const shield = answer<ShieldAnswer>('shield', subjects['shield']?.example as object);
    expect(shield.hottestOutside.low).toBeLessThan(shield.hottestOutside.value);
    expect(shield.lengthNeeded.low).toBeLessThanOrEqual(shield.lengthNeeded.high);
  });
  it.each([
    ['heat', { travel: 0 }, 'travel', 'more than nought'],
    ['heat', { back: undefined, current: 12 }, 'current', /about \d+ A would/],
    ['heat', { current: 40 }, 'current', 'not both'],
    ['heat', { back: undefined }, 'back', 'Give the width'],
    ['heat', { alloy: '316l' }, 'alloy', /nearest name is 316L/],
    ['heat', { alloy: 'Ti-6' }, 'alloy', /nearest name is Ti-/],
    ['heat', { wall: 0.03 }, 'wall', 'no hole'],
    ['heat', { tarvel: 1 }, 'tarvel', 'no such field'],
    ['cover', { gap: 0 }, 'gap', 'covers nothing'],
    ['cover', { cup: 30 }, 'cup', 'Cups go from'],
    ['cover', { lens: false }, 'screens', 'upon a lens'],
    ['shield', { trailing: { length: 0.4, width: 0.02 } }, 'trailing.length', 'longer than the seam'],
  ])('%s %j is refused at its field', (subject, over, at, text) => {
    const error = wrong(subject, over);
    expect(error?.at).toBe(at);
    expect(error?.text).toMatch(text);
  });
});
