/** How an item stands by its day, and what its papers leave open. */
import { describe, expect, it } from 'vitest';
import { mindsOf, shelfName, standingOf, type RegisterItem } from './index';

const heat = (over: Partial<Extract<RegisterItem, { kind: 'heat' }>['body']>): RegisterItem => ({
  id: 'h',
  kind: 'heat',
  label: 'H-1',
  body: { alloy: '316L', what: 'tube', sulphur: 0.009, ...over },
});

describe('how an item stands', () => {
  it.each([
    ['2027-03-01', 'soon', 'Good until 1 March 2027'],
    ['2027-02-28', 'over', 'Past its day, 28 February 2027'],
    ['2027-04-15', 'good', 'Good until 15 April 2027'],
    [null, 'good', ''],
  ])('good until %s, on 1 March 2027: %s; the last day still counts', (expires, state, text) =>
    expect(standingOf({ expires, retired: null }, '2027-03-01')).toEqual({ state, text }),
  );
  it('retired says why, whatever its day', () =>
    expect(standingOf({ expires: '2020-01-01', retired: { why: 'all used up' } }, '2027-03-01').text).toBe('Retired: all used up'));
  it('is said in the list one picks from', () => expect(shelfName({ over: true }, 'Gel, lot 4')).toBe('Gel, lot 4 (past its day)'));
});

describe('papers of a heat', () => {
  // Sulphur 0.005 to 0.017 % for 316L tube welded without filler: ASME BPE, from memory.
  it.each([
    [0.005, 0],
    [0.017, 0],
    [0.004, 1],
    [0.02, 1],
    [null, 1],
  ])('sulphur %s leaves %i thing to say', (sulphur, said) => expect(mindsOf(heat({ sulphur }))).toHaveLength(said));
  it('say nothing of sulphur where it is not asked: a rod, titanium', () => {
    expect(mindsOf(heat({ what: 'filler', sulphur: null }))).toEqual([]);
    expect(mindsOf(heat({ alloy: 'Ti-2', sulphur: null }))).toEqual([]);
  });
});
