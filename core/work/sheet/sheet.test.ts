/** The sheet: what it begins with by the rules, its form read back, what a WPS sees of it, and the arc in hand. */
import { describe, expect, it } from 'vitest';
import { readForm, writeForm } from '../../basics/fields';
import { ROUND, type Seam } from '../../basics/seam';
import { findSize, type Size } from '../../basics/sizes';
import type { Design } from '../jobs';
import {
  isNoReason,
  layersFor,
  legNow,
  legsOfSheet,
  liesBy,
  positionOf,
  sheetByRule,
  sheetForm,
  sheetKnown,
  sheetLines,
  sheetSaid,
  valuesOf,
} from './index';

const design = (size: Size, over: Partial<Design> = {}): Design => ({
  ...{ size, alloyA: '316L', alloyB: '316L', joint: 'square-butt', seam: ROUND, looking: 'from A to B', insideReachable: true },
  criterion: { id: 'House-MP', version: 1 },
  ...over,
});
const two = findSize('inch-tube', '2') as Size;
const six = design(findSize('pipe', '6', '10S') as Size, { joint: 'open-root' });
const plain = { tilt: 0, gap: null };
const plate: Seam = { kind: 'straight', length: 0.5 };

describe('by the rules', () => {
  it('a level tube that is fixed is welded up from 6; one on end or turned begins where the gap is narrow', () => {
    expect(sheetByRule(design(two), plain)).toMatchObject({ way: 'quarters', start: 6, lies: 'level', held: 'fixed' });
    const gap = { narrow: 1e-3, narrowAt: 9, wide: 2e-3 };
    expect(sheetByRule(design(two), { tilt: 90, gap })).toMatchObject({ way: 'round', start: 9, lies: 'upright' });
    // The narrow side first: on the left going round the other way.
    expect(sheetByRule(design(two), { tilt: 0, gap })).toMatchObject({ start: 6, counter: true });
  });
  it.each([
    [0, 'level'],
    [10, 'level'],
    [45, 'inclined'],
    [-45, 'inclined'],
    [90, 'upright'],
    [-90, 'upright'],
    [180, 'level'],
    [135, 'inclined'],
  ] as const)('tilted by %d degrees it lies %s', (tilt, lies) => expect(liesBy(tilt, ROUND)).toBe(lies));
  // Common practice, no source: root and cap on 10S; a hot pass and fill on heavy pipe.
  it.each([
    ['6', '10S', ['root 1', 'cap 1']],
    ['6', '40S', ['root 1', 'hot 1', 'cap 1']],
    ['8', '60', ['root 1', 'hot 1', 'fill 2', 'cap 1']],
  ])('%s in schedule %s is laid in %o', (nominal, schedule, passes) => {
    const size = findSize('pipe', nominal, schedule);
    if (!size) throw new Error('no such pipe');
    expect(layersFor(design(size, { joint: 'open-root' })).map((l) => `${l.pass} ${l.times}`)).toEqual(passes);
  });
  it('a branch stands on its run, and its clock has no top: nothing is taken off there', () => {
    const saddle: Seam = { kind: 'saddle', onto: findSize('inch-tube', '4') as Size };
    const d = design(two, { joint: 'set-on', seam: saddle });
    const sheet = { ...sheetByRule(d, plain), lies: 'level' as const, held: 'fixed' as const, way: 'quarters' as const };
    expect(sheetByRule(d, plain).lies).toBe('upright');
    const shares = legsOfSheet(sheet, { amps: 45, travel: 1.8e-3 }, d).map((l) => l.share);
    expect(shares.slice(0, 3)).toEqual([1, 1, 1]);
  });
  it('thin tube without an opened joint is one pass', () => expect(layersFor(design(two))).toEqual([{ pass: 'root', times: 1 }]));
});

describe('its form', () => {
  it.each([
    ['tube', design(two)],
    ['pipe', six],
    ['plate', design(two, { joint: 'straight', seam: plate })],
  ])('of %s reads back as it was', (_, d) => {
    const sheet = {
      ...sheetByRule(d, plain),
      ...{ onA: ['nut', 'ring'], slips: ['union 2'], clamp: 'plate' as const, tacks: { count: 5, kind: 'bridge' as const } },
    };
    const table = sheetForm(d, []);
    const read = readForm(table, writeForm(table, { ...sheetKnown(sheet, d.seam, () => undefined), reason: '' }, 'metric'), 'metric');
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    expect(sheetSaid(read.values, d)).toEqual(sheet);
  });
  it('a head is asked for its program, and never keeps a coupon nobody named', () => {
    const d = design(two);
    const table = sheetForm(d, []);
    const typed = {
      ...writeForm(table, { ...sheetKnown(sheetByRule(d, plain), d.seam, () => undefined), reason: '' }, 'metric'),
      rootProcess: 'orbital',
    };
    const none = readForm(table, typed, 'metric');
    expect(none.ok ? [] : Object.keys(none.errors)).toEqual(['head', 'program', 'programRevision']);
    const read = readForm(table, { ...typed, head: 'H-3', program: '12', programRevision: 'b' }, 'metric');
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    expect(sheetSaid(read.values, d).orbital).toEqual({ head: 'H-3', program: '12', revision: 'b', coupon: '' });
    expect(sheetLines(sheetSaid(read.values, d), 45, ROUND, 'metric').join(' ')).toContain('no coupon named');
  });
  it.each([
    ['tieIn', 'abc'],
    ['tieIn', '-4'],
    ['tackCount', '2.5'],
    ['tackCount', ''],
    ['capAmps', '1e9'],
    ['capRod', '200 mm'],
    ['capInterpass', '2000 °C'],
    ['onA', Array.from({ length: 13 }, (_, i) => `n${i}`).join(',')],
  ])('%s "%s" is said at its field', (name, typed) => {
    const table = sheetForm(six, []);
    const read = readForm(
      table,
      { ...writeForm(table, { ...sheetKnown(sheetByRule(six, plain), ROUND, () => undefined), reason: '' }, 'metric'), [name]: typed },
      'metric',
    );
    expect(read.ok ? [] : Object.keys(read.errors)).toEqual([name]);
  });
});

describe('what a WPS sees of it', () => {
  // Positions by ASME IX QW-461.4 to .6 and ISO 6947, from memory.
  it.each([
    [ROUND, 'fixed', 'level', '5G'],
    [ROUND, 'turntable', 'level', '1G'],
    [ROUND, 'fixed', 'upright', '2G'],
    [ROUND, 'fixed', 'inclined', '6G'],
    [plate, 'fixed', 'level', '1G'],
    [plate, 'fixed', 'upright', '3G'],
    [plate, 'fixed', 'overhead', '4G'],
  ] as const)('%o %s %s is %s', (seam, held, lies, position) => expect(positionOf({ seam }, held, lies)).toBe(position));
  it('every pass by itself, the rod by its class, and no filler as none', () => {
    const sheet = sheetByRule(six, plain);
    const said = {
      amps: 95,
      travel: 1.5e-3,
      flow: 2e-4,
      cup: 12,
      sheet,
      torchGas: 'argon' as const,
      backing: 'purge' as const,
      purgeFlow: null,
    };
    const rod = { alloy: '316L' as const, what: 'filler' as const, sulphur: null, filler: null };
    const of = (filler: Parameters<typeof valuesOf>[0]['filler']) => valuesOf({ ...said, filler }, six);
    expect(of(rod)).toContainEqual({ of: 'filler', value: 'ER316L', at: null });
    expect(of(false)).toContainEqual({ of: 'filler', value: 'none', at: null });
    expect(of(undefined).some((v) => v.of === 'filler')).toBe(false);
    expect(of(rod)).toContainEqual({ of: 'process', value: 'tig', at: 'cap' });
    // Nobody gave amps for the cap: nothing is judged of them.
    expect(of(rod).filter((v) => v.of === 'amps')).toEqual([{ of: 'amps', value: 95, at: 'root' }]);
  });
});

it.each(['ok', 'OK.', ' okay ', 'fine', 'n/a', '', '..', 'as is', 'ab'])('"%s" is no reason', (t) => expect(isNoReason(t)).toBe(true));
it.each(['Engineer Marrow agreed by phone', 'thin end, 42 A burned through'])('"%s" is one', (t) => expect(isNoReason(t)).toBe(false));

describe('the arc in hand', () => {
  const torch = { amps: 90, travel: 1.5e-3, sheet: sheetByRule(six, plain) };
  it('is the next leg of the layer, with its own current', () => {
    expect(legNow(torch, six, { layer: 1, arc: 0 }, 'metric')).toMatchObject({ text: 'root, first, 6 to 3', amps: 90 });
    expect(legNow(torch, six, { layer: 1, arc: 3 }, 'metric')?.text).toBe('root, fourth, 9 to 12');
    expect(legNow(torch, six, { layer: 2, arc: 0 }, 'metric')).toMatchObject({ text: 'cap, first, 6 to 3', amps: null });
  });
  it('is none beyond the sheet, or without one', () => {
    expect(legNow(torch, six, { layer: 1, arc: 4 }, 'metric')).toBeNull();
    expect(legNow(torch, six, { layer: 9, arc: 0 }, 'metric')).toBeNull();
    expect(legNow({ ...torch, sheet: null }, six, { layer: 1, arc: 0 }, 'metric')).toBeNull();
  });
});
