/** Rows and rules of the trade against where they are printed; from memory where it says so. */
import { describe, expect, it } from 'vitest';
import { baths } from '../../core/models/cleaning';
import { gasRefusal } from '../../core/basics/gases';
import { gapAdvice, highLow, postFlow, postPurge, startingAmps, tackCount } from '../../core/models/heat';
import { fillerFor } from '../../core/basics/materials';
import { cupFlow, cups, cfh, cupBore, reynolds, stickOut } from '../../core/models/shield';

const INCH = 0.0254;

it('ASTM A967 immersion rows, from memory; both temperature scales printed there agree', () => {
  const printed: Record<string, [number, number, number]> = {
    'Nitric 2': [70, 90, 30],
    'Nitric 3': [120, 140, 20],
    'Nitric 4': [120, 130, 30],
    'Citric 1': [140, 160, 4],
    'Citric 2': [120, 140, 10],
    'Citric 3': [70, 120, 20],
  };
  for (const b of baths) {
    const [low, high, minutes] = printed[b.id] as [number, number, number];
    expect(
      b.celsius.map((c) => (c * 9) / 5 + 32).every((f, i) => Math.abs(f - ([low, high][i] as number)) < 1.5),
      b.id,
    ).toBe(true);
    expect(b.minutes).toBe(minutes);
  }
  expect(baths).toHaveLength(6);
});

describe('filler (AWS A5.9, A5.14, A5.16 annexes, from memory)', () => {
  it.each([
    ['304L', '304L', 'ER308L'],
    ['316L', '316L', 'ER316L'],
    ['321', '321', 'ER347'],
    ['2205', '316L', 'ER2209'],
    ['625', '625', 'ERNiCrMo-3'],
    ['Ti-2', 'Ti-2', 'ERTi-2'],
  ] as const)('%s to %s: %s', (a, b, rod) => {
    expect(fillerFor(a, b)).toContain(rod);
    expect(fillerFor(b, a)).toBe(fillerFor(a, b));
  });
  it('titanium is not fusion welded to steel', () => expect(fillerFor('Ti-2', '316L')).toBeNull());
});

describe('gas on metal (EN ISO 14175 notes, DVS 0937, from memory)', () => {
  it('hydrogen only on austenitic and nickel, nitrogen never on titanium nor titanium-stabilised', () => {
    expect(gasRefusal('argon-5h2', 'austenitic')).toBeNull();
    expect(gasRefusal('argon-2h2', 'duplex')).toContain('Hydrogen');
    expect(gasRefusal('n2-5h2', 'titanium')).toContain('Hydrogen');
    expect(gasRefusal('nitrogen', 'titanium')).toContain('embrittles');
    expect(gasRefusal('nitrogen', 'austenitic', true)).toContain('stabilised');
    expect(gasRefusal('nitrogen', 'duplex')).toBeNull();
  });
});

describe('starting figures (common practice, no source, unless said)', () => {
  it('0.55 to 0.75 A a thousandth to 3 mm of wall; 3 in x 0.065 in lands below the 55 to 65 A of fast hands', () => {
    const f = startingAmps(0.065 * INCH);
    expect([f.low, f.high].map((x) => Math.round(x as number))).toEqual([36, 49]);
    expect(startingAmps(0.12 * INCH).value).toBeNull();
  });
  it('post-flow 1 s for 10 A, at least 8 s', () => expect([postFlow(40).value, postFlow(120).value]).toEqual([8, 12]));
  it('the purge stays on 30 to 60 s, longer when thick', () => {
    expect(postPurge(1.65e-3).value).toBe(60);
    expect(postPurge(3e-3).value).toBeGreaterThan(100);
  });
  it('2 or 3 tacks on small tube, 4 and more above', () => expect([0.0254, 0.0508, 0.1].map((d) => tackCount(d).least)).toEqual([2, 3, 4]));
  it('misalignment to 15 % of the wall (ASME BPE, from memory): 0.25 mm on 1.65 mm', () => {
    expect(highLow(0.24e-3, 1.65e-3).caution).toBe('');
    expect(highLow(0.26e-3, 1.65e-3).caution).toContain('15 %');
  });
  it('gap advice: narrow side first, both schools of rod', () => {
    const gap = { narrow: (3 / 32) * INCH, narrowAt: 12, wide: INCH / 8, wideAt: 6 };
    const open = gapAdvice(gap, 0.0034, false, 'inch');
    expect(open.map((a) => a.school)).toEqual(['Uneven gap', 'Rod by gap', 'Rod wider than the gap', 'Open root']);
    expect(open[0]?.text).toContain("12 o'clock");
    expect(open[1]?.text).toContain('3/32 in');
    expect(gapAdvice({ ...gap, narrow: INCH / 16, wide: INCH / 16 }, 0.0034, false, 'inch')[0]?.text).toContain('1/16 in');
    const closed = gapAdvice({ narrow: 0, narrowAt: 12, wide: INCH / 64, wideAt: 6 }, 1.65e-3, true, 'inch');
    expect(closed.find((a) => a.school === 'No filler')?.text).toMatch(/24 % of the wall.*underfill/);
    expect(closed.some((a) => a.school === 'Filler when fit-up needs it')).toBe(true);
  });
});

describe('cups', () => {
  it('the number is sixteenths of an inch of bore (common practice, no source)', () => expect(cupBore(12) * 1000).toBeCloseTo(19.05, 6));
  // Trade charts, common practice, no source: 15 to 20 CFH for no. 6, 20 to 30 for no. 8 to 12. The rule must allow them.
  it.each([
    [6, 15, 20],
    [8, 20, 30],
    [10, 20, 30],
    [12, 20, 30],
  ])('no. %d allows %d to %d CFH', (n, low, high) => {
    const f = cupFlow(n, true);
    expect(f.low).toBeLessThan(cfh(low));
    expect(f.high).toBeGreaterThan(cfh(high) * 0.99);
  });
  it('no. 12 at 25 CFH has a Reynolds number of 978 in its bore (worked by hand)', () =>
    expect(reynolds(12, cfh(25))).toBeCloseTo(978.4, -1));
  it('a lens stands off further than a plain cup, and every cup has a flow', () => {
    for (const n of cups) {
      const plain = stickOut(n, false, 2.4e-3).value;
      expect(stickOut(n, true, 2.4e-3).value).toBeGreaterThan(plain ?? 0);
      expect(cupFlow(n, true).low).toBeLessThan(cupFlow(n, true).value as number);
      expect(cupFlow(n, false).high).toBeLessThan(cupFlow(n, true).high as number);
    }
  });
});
