/** As it was done: an empty form is the sheet, a difference is told beside it, and its form gives back what was said. */
import { describe, expect, it } from 'vitest';
import { readForm, writeForm } from '../../basics/fields';
import { ROUND } from '../../basics/seam';
import { findSize, type Size } from '../../basics/sizes';
import type { Design } from '../jobs';
import { sheetByRule } from '../sheet';
import { asTheSheet, differences, turnSeconds, weldedForm, weldedKnown, weldedOf, weldedRefusals } from './index';

const design: Design = {
  ...{ size: findSize('pipe', '6', '10S') as Size, alloyA: '316L', alloyB: '316L', joint: 'open-root', seam: ROUND },
  ...{ looking: 'from A to B', insideReachable: true, criterion: { id: 'PIPE-clean', version: 2 } },
};
const sheet = sheetByRule(design, { tilt: 0, gap: null });
const setup = { amps: 90, travel: 1.5e-3, flow: 2e-4, cup: 12, sheet };
const read = (typed: Record<string, string>) =>
  readForm(weldedForm(design, setup), { ...writeForm(weldedForm(design, setup), {}, 'metric'), ...typed }, 'metric');
const said = (typed: Record<string, string>) => {
  const r = read(typed);
  if (!r.ok) throw new Error(JSON.stringify(r.errors));
  return weldedOf(r.values, [], design, setup);
};

describe('the form', () => {
  it('empty is as the sheet says', () => {
    const w = said({});
    expect(asTheSheet(w)).toBe(true);
    expect(differences(w, setup, design, 'metric')).toEqual([]);
  });
  it('seconds a turn are travel by the length of the seam: pi (OD - wall) over them', () => {
    const w = said({ turn: '300' });
    expect(w.travel).toBeCloseTo((Math.PI * (design.size.od - design.size.wall)) / 300, 9);
    expect(turnSeconds(design, w.travel ?? 0)).toBeCloseTo(300, 6);
  });
  it('gives back what was said of every pass', () => {
    const w = said({ amps: '95', volts: '10.5', capAmps: '82', capMetal: '120', way: 'halves', reason: 'Cap ran hot.' });
    expect(w.passes).toEqual([{ pass: 'cap', amps: 82, interpass: 120 }]);
    const table = weldedForm(design, setup);
    const again = readForm(table, writeForm(table, weldedKnown(w, design) as never, 'metric'), 'metric');
    expect(again.ok && weldedOf(again.values, [], design, setup)).toEqual(w);
    expect(differences(w, setup, design, 'metric')).toEqual([
      '95 A (sheet: 90 A)',
      '10.5 V measured',
      'two halves that meet (sheet: quarters, side after side)',
      'cap 82 A, metal 120 °C before the cap',
    ]);
  });
  it.each([
    ['amps', 'abc'],
    ['amps', '-4'],
    ['volts', '1e9'],
    ['turn', '0'],
    ['cup', '2.5'],
    ['capMetal', '1200'],
    ['flow', '20.9 %'],
  ])('%s "%s" is said at its field', (name, typed) => {
    const r = read({ [name]: typed });
    expect(r.ok ? [] : Object.keys(r.errors)).toEqual([name]);
  });
});
it('a stop lies on the seam: a clock has no nought', () => {
  const w = { ...said({}), stops: [{ kind: 'slip' as const, at: 0 }] };
  expect(weldedRefusals(w, ROUND)).toHaveLength(1);
  expect(weldedRefusals(w, { kind: 'straight', length: 0.4 })).toEqual([]);
});
