/** What the record says of a weld's tint: conditions before and after the arc, who saw what, and who may see whose. */
import { describe, expect, it } from 'vitest';
import { figure } from '../../basics/figure';
import { findSize } from '../../basics/sizes';
import { ROUND, WHOLE } from '../../basics/seam';
import { zoneSchema, type Tint } from '../../models/criteria';
import type { Band } from '../../models/tint';
import type { WeldState } from '../record';
import { agreement, eyePairs, guideWords, learntOf, rowsOf, tintAsked, tintHere, weldTint, worstSeen, type TintEntry } from '.';

const size = findSize('inch-tube', '2');
if (!size) throw new Error('no size');
const [A, B] = ['01890000-0000-7000-8000-00000000000a', '01890000-0000-7000-8000-00000000000b'];
const by = (zone: Tint['zone'], band: Band, arc = WHOLE): Tint => ({ zone, arc, grade: { by: 'band', band } });
const look = (who: string, tints: Tint[], over: object = {}) => ({ by: who, insideBy: 'borescope', tints, after: [], ...over });
const bright = zoneSchema.options.map((z) => by(z, 'bright'));
const hottest = figure({
  id: 'hottest',
  label: 'Hottest',
  quantity: 'temperature',
  value: 700,
  low: 600,
  high: 800,
  kind: 'model',
  formula: 'f',
  source: 's',
});
/** A weld as far as its tint asks for it. */
const weld = (over: object = {}): WeldState =>
  ({
    id: 'w',
    design: { size, alloyA: '316L', seam: ROUND },
    setup: { amps: 50, travel: null, figures: [hottest] },
    ...{ welded: null, plan: null, need: null, gas: null, runs: [], arcs: [], look: null, looks: [], pictures: [] },
    ...over,
  }) as unknown as WeldState;
const arc = (ppm: number | null) => ({ atArc: { reading: ppm === null ? null : { ppm, ageSeconds: 1 } } });
const run = (over: object = {}) => ({
  started: { backing: 'purge', setup: { lines: [{ flow: 1e-4 }, { flow: 1e-4 }] } },
  ended: null,
  ...over,
});

describe('conditions', () => {
  it('before the arc are the limit, the torch in hand, and a hand that goes round at its usual speed', () => {
    const asked = tintAsked(weld(), 50, -62);
    expect(asked?.inside).toMatchObject({ by: 'limit', pass: { current: 50, od: size.od }, gas: { ppm: 50, dewPoint: -62 } });
    expect(asked?.inside?.pass.travel).toBeCloseTo(0.1 / 60, 9);
    expect(asked?.leaves).toEqual({ value: 700, low: 600, high: 800 });
    expect(tintAsked(weld(), 50, null, { amps: 70, travel: 3e-3 })?.inside?.pass).toMatchObject({ current: 70, travel: 3e-3 });
  });
  it('after it are what was said of it and the most oxygen it saw: at the strike, and while it burned', () => {
    const done = weld({ runs: [run({ ended: { welding: [{ weld: 'w', highest: 90, over: 3 }, { weld: 'other', highest: 900, over: 9 }] } })], arcs: [arc(20), arc(35)], welded: { amps: 61, travel: 2e-3 } }); // prettier-ignore
    expect(tintAsked(done, 50, null)?.inside).toMatchObject({
      by: 'arc',
      pass: { current: 61, travel: 2e-3 },
      gas: { ppm: 90, flow: 2e-4 },
    });
    expect(tintAsked(weld({ runs: [run()], arcs: [arc(null)] }), 50, null)?.inside?.by).toBe('limit');
  });
  it('are none without a purge inside, without a current, or on a metal no film model speaks of', () => {
    expect(tintAsked(weld({ need: { choice: 'chill' } }), 50, null)?.inside).toBeNull();
    expect(tintAsked(weld({ setup: null }), 50, null)).toMatchObject({ inside: null, leaves: null });
    expect(tintAsked(weld({ design: { size, alloyA: 'mild', seam: ROUND } }), 50, null)).toBeNull();
  });
});

describe('what was seen', () => {
  it('is the worst word of a side, and none where the inside was not truly seen or goes by a number', () => {
    const tints = [...bright, by('id-haz', 'straw', { from: 2, to: 4 })];
    expect(worstSeen(weld({ look: look(A, tints) }), 'inside')).toBe('straw');
    expect(worstSeen(weld({ look: look(A, tints) }), 'outside')).toBe('bright');
    expect(worstSeen(weld({ look: look(A, tints, { insideBy: 'blind' }) }), 'inside')).toBeNull();
    const number: Tint = { zone: 'id-bead', arc: WHOLE, grade: { by: 'number', number: 3, guide: 'G' } };
    expect(worstSeen(weld({ look: look(A, [...tints, number]) }), 'inside')).toBeNull();
  });
  it('is kept with its conditions only where oxygen was measured', () => {
    const seen = { look: look(A, bright), looks: [look(A, bright)] };
    expect(weldTint(weld())).toBeNull();
    expect(weldTint(weld(seen))?.case).toBeNull();
    expect(weldTint(weld({ ...seen, runs: [run()], arcs: [arc(30)] }))?.case).toMatchObject({ ppm: 30, seen: 'bright', lot: null });
  });
});

const line = (band: string) => ({
  name: 'a',
  zone: 'id-haz',
  arc: WHOLE,
  worst: { band, low: band, high: band, nm: 10, sure: 0.8 },
  flags: [],
});
describe('eyes', () => {
  const taken: Tint = { ...by('id-haz', 'gold'), from: { picture: A, line: 'a' } };
  const both = weld({
    looks: [look(A, [by('id-haz', 'straw')]), look(B, [by('id-haz', 'gold')])],
    pictures: [{ shows: 'as-welded', read: { lines: [line('straw')] } }],
  });
  it('are paired where both said something of a place, the picture too; what was taken over from it is no eye', () => {
    const pairs = eyePairs(both);
    expect(pairs).toHaveLength(3);
    expect(rowsOf(pairs, A, 'eyes')).toEqual([{ said: 'straw', same: 0, thinner: 0, thicker: 1 }]);
    expect(rowsOf(pairs, A, 'grader')).toEqual([{ said: 'straw', same: 1, thinner: 0, thicker: 0 }]);
    expect(rowsOf(pairs, B, 'grader')).toEqual([{ said: 'gold', same: 0, thinner: 1, thicker: 0 }]);
    expect(agreement(pairs)).toEqual([
      { what: 'Eye and eye', same: 0, next: 1, apart: 0 },
      { what: 'Eye and picture', same: 1, next: 1, apart: 0 },
    ]);
    expect(eyePairs(weld({ looks: [look(A, [taken])], pictures: both.pictures }))).toEqual([]);
    expect(eyePairs(weld({ looks: both.looks, pictures: [{ shows: 'cleaned', read: { lines: [line('straw')] } }] }))).toHaveLength(1);
  });
  it('a number of a printed guide stands beside the words for the same place', () => {
    const number: Tint = { zone: 'id-haz', arc: WHOLE, grade: { by: 'number', number: 3, guide: 'Wall' } };
    const pairs = eyePairs(weld({ looks: [look(A, [number]), look(B, [by('id-haz', 'straw')])] }));
    expect(guideWords(pairs)).toEqual([{ guide: 'Wall', number: 3, words: [{ band: 'straw', times: 1 }] }]);
    expect(rowsOf(pairs, B, 'eyes')).toEqual([]);
  });
  it('nobody is shown anybody’s before they opened it themselves', () => {
    const people = [{ id: A, name: 'Ada', stamp: 'A' }, { id: B, name: 'Ben', stamp: 'B' }]; // prettier-ignore
    const here = (opened: string[], asker: string | null) =>
      tintHere({ entries: [], cases: [], pairs: eyePairs(both), opened, people }, asker);
    expect(here([], A).eyes.map((e) => [e.mine, e.opened, e.heard, e.eyes.length])).toEqual([[true, false, 2, 0], [false, false, 2, 0]]); // prettier-ignore
    expect(here([A], B).eyes.map((e) => [e.name, e.eyes.length])).toEqual([['Ben (B)', 0], ['Ada (A)', 1]]); // prettier-ignore
  });
});

it('what stands of a metal is every coupon of it and the newest correction', () => {
  const fix = (when: number, bias: number): TintEntry => ({ id: A, alloy: '316L', kind: 'correction', body: { bias, spread: 0.3, welds: 9 }, when, by: null }); // prettier-ignore
  expect(learntOf([fix(2, 0.2), fix(1, 0.1)], '316L')).toEqual({ coupons: [], correction: { bias: 0.2, spread: 0.3, welds: 9 } });
  expect(learntOf([fix(1, 0.1)], '304L').correction).toBeNull();
});
