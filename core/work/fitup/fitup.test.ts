/** The form of a fit-up: what it takes the event takes, and what the event refuses the form says at its field, in the same words. */
import { ROUND } from '../../basics/seam';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readForm, writeForm } from '../../basics/fields';
import { bore, findSize, type Size } from '../../basics/sizes';
import { newest, readSaid } from '../event';
import type { Design } from '../jobs';
import type { Person } from '../people';
import type { RegisterItem } from '../registers';
import {
  fitupAcross,
  fitupFaultsOf,
  fitupForm,
  fitupKnown,
  fitupPicked,
  fitupReading,
  fitupRecorded,
  fitupRefusals,
  fitupSaid,
  type Fitup,
} from './index';

const size = findSize('inch-tube', '2') as Size;
const design: Design = {
  ...{ size, alloyA: '316L', alloyB: '316L', joint: 'square-butt', seam: ROUND, looking: 'from A to B', insideReachable: true },
  criterion: { id: 'House-MP', version: 1 },
};
const id = (n: number) => `0197f000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const heat = (n: number, what: 'tube' | 'filler', alloy: '316L' | 'Ti-2' = '316L'): RegisterItem => ({
  ...{ kind: 'heat', id: id(n), label: `H-${n}` },
  body: { alloy, what, sulphur: 0.01, filler: null },
});
const registers: RegisterItem[] = [
  heat(1, 'tube'),
  heat(2, 'tube'),
  heat(3, 'filler'),
  heat(4, 'tube', 'Ti-2'),
  { kind: 'wps', id: id(9), label: 'W-1', body: { revision: '3', amps: [30, 75], about: '', metals: ['316L'] } },
];
const people: Person[] = [{ id: id(20), name: 'A Welder', stamp: 'W1', role: 'Welder', units: 'metric' }];
const table = fitupForm(design, registers, people);
const typed = {
  ...writeForm(table, fitupKnown(null, design), 'metric'),
  ...fitupPicked(null, [{ id: id(9) }], people[0] ?? null),
  ...{ narrow: '0.05 mm', narrowAt: '12', wide: '0,1 mm', wideAt: '6', highLow: '0.1 mm', heatA: id(1), heatB: id(2) },
};
const read = (over: Record<string, string | boolean> = {}) => readForm(table, { ...typed, ...over }, 'metric', fitupAcross);

describe('what is typed', () => {
  it('becomes the event as its newest version takes it', () => {
    const r = read({ useFiller: true, filler: id(3), rod: '1.6 mm', odMost: '51 mm', odLeast: '50.5 mm' });
    if (!r.ok) throw new Error(JSON.stringify(r.errors));
    const said = fitupSaid(r.values, design, 'metric');
    expect(readSaid(fitupRecorded, newest(fitupRecorded), JSON.parse(JSON.stringify(said)))).toMatchObject({ ok: true });
    expect(said).toMatchObject({
      gapNarrow: { at: 12 },
      gapWide: { value: 1e-4, at: 6 },
      filler: { heat: { label: 'H-3' } },
      wps: { revision: '3' },
      welder: id(20),
      flux: null,
    });
    expect(said.ovality?.most).toBeCloseTo(0.051, 9);
  });
  it('written again reads as it was: a fit-up recorded again begins with what was recorded', () => {
    const r = read();
    if (!r.ok) throw new Error(JSON.stringify(r.errors));
    const said = fitupSaid(r.values, design, 'metric') as Fitup;
    const again = readForm(
      table,
      { ...writeForm(table, fitupKnown(said, design), 'metric'), ...fitupPicked(said, [], null) },
      'metric',
      fitupAcross,
    );
    expect(again.ok && fitupSaid(again.values, design, 'metric')).toEqual(said);
  });
  it.each([
    [{ narrow: '0.2 mm' }, { narrow: 'Wider than the widest. Change one of the two.' }],
    [{ wide: '60 mm' }, { wide: 'The gap is wider than the tube. Check the unit.' }],
    [{ highLow: '2 mm' }, { highLow: 'More than the wall of 1.65 mm: the ends do not meet. Check the unit, or fit it again.' }],
    [{ odMost: '51 mm', odLeast: '52 mm' }, { odLeast: 'Larger than the largest. Change one of the two.' }],
    [{ odMost: '500 mm', odLeast: '50 mm' }, { odMost: 'The diameters are not of this tube. Check the unit.' }],
    [{ useFiller: true }, { filler: 'Choose one.', rod: 'Enter a length, such as 5/32 in or 4 mm.' }],
    [{ heatA: id(3) }, { heatA: 'That one is no longer there. Choose another.' }],
  ] as [Record<string, string | boolean>, Record<string, string>][])('%o is said at its field', (over, errors) =>
    expect(read(over)).toEqual({ ok: false, errors }),
  );
});

it('form and event draw the line at the same place, and say it in the same words', () =>
  fc.assert(
    fc.property(fc.double({ min: 0, max: 0.08, noNaN: true }), fc.double({ min: 0, max: 0.004, noNaN: true }), (wide, highLow) => {
      const mm = (m: number) => `${(m * 1000).toFixed(9)} mm`;
      const r = read({ narrow: '0', wide: mm(wide), highLow: mm(highLow) });
      const said = { gapNarrow: { value: 0, at: 12 }, gapWide: { value: wide, at: 6 }, highLow, ovality: null } as unknown as Fitup;
      const refused = fitupRefusals(said, design);
      // At the very line the ninth digit of the text decides.
      if (Math.abs(wide - bore(size)) < 1e-9 || Math.abs(highLow - size.wall) < 1e-9) return;
      expect(r.ok ? [] : Object.values(r.errors).sort()).toEqual([...refused].sort());
    }),
  ));

describe('what is said of it while it is typed', () => {
  it('no advice before both gaps and their hours are there, and only the amps before the high-low', () => {
    expect(fitupReading({ narrow: 1e-4, wide: 2e-4, narrowAt: 12 }, design, 'metric').advice).toEqual([]);
    expect(fitupReading({}, design, 'metric').figures).toHaveLength(1);
    const full = fitupReading({ narrow: 0, narrowAt: 12, wide: 8e-4, wideAt: 6, highLow: 1e-4 }, design, 'metric');
    expect(full.advice.map((a) => a.school)).toContain('Uneven gap');
    expect(full.figures).toHaveLength(2);
  });
  it('a heat of another metal is the wrong paper, as soon as it is picked', () => {
    const wrong = readForm({ heatA: table.heatA }, { heatA: id(4) }, 'metric');
    expect(wrong.ok && fitupFaultsOf(wrong.values, design)).toMatchObject([{ id: 'heat-A', level: 'never' }]);
  });
});
