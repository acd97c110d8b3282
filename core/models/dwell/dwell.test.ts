/** Dwells: the sheet before the table, marks in any order, several at once; and what is asked before hydrofluoric acid comes out. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dwellFor, dwelling, firstAid, hydrofluoricMissing, offSpeaks, type Dwell, type DwellMark, type Ready, type Sheet } from './index';

const T0 = Date.UTC(2026, 2, 3, 8);
const min = (m: number) => T0 + 60_000 * m;
const sheet: Sheet = {
  name: 'sheet DEMO-P1 rev 2',
  metals: ['304L', '316L'],
  rows: [
    { celsius: [10, 20], least: 3600, most: 5400 },
    { celsius: [20, 30], least: 1800, most: 3600 },
  ],
  wetWithin: 900,
};
const half: Dwell = { least: 1800, most: 3600, from: 'sheet', wetWithin: 900 };

describe('how long', () => {
  it('by the sheet where it has rows, whatever the table says', () => {
    expect(dwellFor(sheet, '316L', 25, [10, 20])).toEqual({ least: 1800, most: 3600, from: 'sheet', wetWithin: 900 });
    expect(dwellFor(sheet, '316L', 20, null)).toMatchObject({ least: 1800, most: 5400 });
  });
  it.each([
    [sheet, '2205', 25, /does not name/],
    [sheet, '316L', 5, /begins at 10/],
    [sheet, '316L', 42, /ends at 30/],
    [
      {
        ...sheet,
        rows: [
          { celsius: [5, 10] as const, least: 60, most: 90 },
          { celsius: [20, 30] as const, least: 30, most: 60 },
        ],
      },
      '316L',
      15,
      /no row for 15/,
    ],
    [null, '2507', 20, /Neither/],
  ] as const)('where it says nothing there is none, with the reason', (s, metal, celsius, why) => {
    const d = dwellFor(s, metal, celsius, null);
    expect('no' in d && d.no).toMatch(why);
  });
  it('by the hint of the tables only where there is no sheet or none with rows, and marked so', () => {
    for (const s of [null, { ...sheet, rows: [] }])
      expect(dwellFor(s, '316L', 20, [30, 60])).toMatchObject({ least: 1800, most: 3600, from: 'hint' });
  });
});

describe('on its clock', () => {
  const at = (marks: DwellMark[], m: number) => dwelling(marks, half, min(m));
  const on: DwellMark = { what: 'on', at: min(0) };
  it.each([
    [0, 'early', 1800],
    [29, 'early', 60],
    [30, 'due', 0],
    [60, 'due', 0],
    [61, 'overdue', 0],
  ])('after %d min it is %s', (m, due, left) => expect(at([on], m)).toMatchObject({ phase: 'on', due, left }));
  it('wants wetting, and starts again only when it had dried out', () => {
    expect(at([on], 10).wetLeft).toBe(300);
    const wetted: DwellMark[] = [on, { what: 'wet', at: min(10) }];
    expect(at(wetted, 12)).toMatchObject({ wetLeft: 780, on: 720, begun: 1 });
    const dried: DwellMark[] = [...wetted, { what: 'dried', at: min(20) }];
    expect(at(dried, 25)).toMatchObject({ phase: 'dried', on: 0, due: null, left: null });
    expect(at([...dried, { what: 'on', at: min(26) }], 36)).toMatchObject({ phase: 'on', on: 600, due: 'early', begun: 2 });
  });
  it('told twice it happened once; told before it was on it says nothing; off stops the clock', () => {
    expect(at([on, { what: 'on', at: min(5) }], 10).on).toBe(600);
    expect(at([{ what: 'off', at: min(-5) }, on], 10)).toMatchObject({ phase: 'on', on: 600 });
    expect(at([on, { what: 'off', at: min(40) }], 90)).toMatchObject({ phase: 'off', on: 2400, due: null });
  });
  it('in whatever order marks are told, what counts is when they happened', () => {
    const mark = fc.record({
      what: fc.constantFrom('on' as const, 'wet' as const, 'dried' as const, 'off' as const),
      m: fc.integer({ min: 0, max: 100 }),
    });
    fc.assert(
      fc.property(fc.uniqueArray(mark, { maxLength: 8, selector: (x) => x.m }), fc.integer({ min: 0, max: 120 }), (list, now) => {
        const marks = list.map(({ what, m }): DwellMark => ({ what, at: min(m) }));
        const said = dwelling(marks, half, min(now));
        expect(dwelling([...marks].reverse(), half, min(now))).toEqual(said);
        expect(said.on).toBeGreaterThanOrEqual(0);
        expect(said.on).toBeLessThanOrEqual(60 * now);
        // Two places on one table do not know of each other.
        expect(dwelling([on], half, min(now))).toEqual(at([on], now));
      }),
    );
  });
  it.each([
    [10, /10 min, its sheet asks for 30 min/],
    [75, /75 min, its sheet ends at 60 min/],
  ])('off after %d min is spoken against', (m, why) => {
    expect(offSpeaks(at([on, { what: 'off', at: min(m) }], 100), half).join()).toMatch(why);
  });
  it('off in time is not, nor is what is still on', () => {
    expect(offSpeaks(at([on, { what: 'off', at: min(45) }], 100), half)).toEqual([]);
    expect(offSpeaks(at([on], 100), half)).toEqual([]);
  });
});

describe('before hydrofluoric acid comes out', () => {
  const all: Ready = { second: 'Bram Tarn', gelUntil: '2027-01-31', wash: true, gloves: 'neoprene', overSleeve: true, faceShield: true };
  const missing = (over: Partial<Ready>) => hydrofluoricMissing({ ...all, ...over }, '2026-03-03', 'Ines Halloway');
  it('nothing missing says nothing', () => expect(missing({})).toEqual([]));
  it.each([
    [{ second: ' ' }, /never alone/],
    [{ second: 'Ines Halloway' }, /somebody else/],
    [{ gelUntil: null }, /No calcium gluconate/],
    [{ gelUntil: '2026-03-02' }, /good until 2026-03-02/],
    [{ wash: false }, /No running water/],
    [{ gloves: 'nitrile-thin' as const }, /Thin nitrile is no protection/],
    [{ gloves: 'none' as const }, /No gauntlets/],
    [{ overSleeve: false }, /over the sleeve/],
    [{ faceShield: false }, /face shield/],
  ])('%j is said', (over, why) => {
    expect(missing(over)).toHaveLength(1);
    expect(missing(over)[0]).toMatch(why);
  });
  it('gel is good on its last day', () => expect(missing({ gelUntil: '2026-03-03' })).toEqual([]));
  // OSHA, NIOSH, ATSDR guidance, from memory: water at once, gel never in the eye, no vomiting, hospital always.
  it('first aid ends at the hospital everywhere, begins with what helps at once, and is short enough to be read in pain', () => {
    expect(firstAid.map((a) => a.where)).toEqual(['On the skin', 'In the eye', 'Breathed in', 'Swallowed']);
    for (const { steps } of firstAid) {
      expect(steps.join(' ')).toMatch(/Hospital/);
      expect(steps.join(' ')).toMatch(/hydrofluoric acid/);
      for (const s of steps) expect(s.length).toBeLessThan(120);
    }
    expect(firstAid[0]?.steps[0]).toMatch(/^Water/);
    expect(firstAid[1]?.steps.join(' ')).toMatch(/No gel in the eye/);
    expect(firstAid[3]?.steps[0]).toMatch(/Do not bring it up/);
  });
});
