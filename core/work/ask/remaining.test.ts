/** The question "remaining" as another program asks it: its answer, its bounds, what is refused and what is kept out. */
import { describe, expect, it } from 'vitest';
import { ask, type RemainingAnswer } from './index';
import { remainingExample } from './remaining';

const said = (question: object): RemainingAnswer => {
  const asked = ask('remaining', { ...remainingExample, ...question });
  if (!asked.ok) throw new Error(`${asked.error.at}: ${asked.error.text}`);
  return asked.answer as RemainingAnswer;
};
/** A tube that is pushed out and then falls e-fold by e-fold, read every so many seconds. */
const falls = (until: number, every = 1, fold = 6, floor = 20): [number, number][] =>
  Array.from({ length: Math.floor(until / every) }, (_, i) => {
    const t = (i + 1) * every;
    return [t, Math.round(Math.min(209_000, floor + 209_500 * Math.exp(-(t - 11) / fold)))];
  });

describe('remaining, asked from outside', () => {
  it('without a reading says what was likely, which is wider than what it says with some', () => {
    const before = said({ readings: [], now: 0 });
    expect(before.state).toBe('before');
    const later = said({ readings: falls(40), now: 40 });
    expect(later.state).toBe('fresh');
    const width = (r: { low: number; high: number } | null) => (r ? r.high - r.low : Infinity);
    expect(width(later.vent)).toBeLessThan(0.7 * width(before.vent));
    // By the readings themselves: e-folds of 6 s, seen by a cell of 4.8 s, from what stands at 40 s down to the limit.
    const last = falls(40).at(-1)?.[1] ?? 0;
    const reads = 6 * Math.log((last - 20) / 30);
    expect(later.reads?.low).toBeLessThan(reads + 1);
    expect(later.reads?.high).toBeGreaterThan(reads - 1);
    expect(later.notes.join(' ')).toMatch(/joint is not measured/);
  });
  it('time that passes without a reading is taken off, and soon nothing is said', () => {
    const [now, then] = [said({ readings: falls(35), now: 35 }), said({ readings: falls(35), now: 39 })];
    expect((now.vent?.high ?? 0) - (then.vent?.high ?? 0)).toBeCloseTo(4, 0);
    expect(said({ readings: falls(35), now: 50 })).toMatchObject({ state: 'stale', vent: null, joint: null, reads: null });
  });
  it('a floor far above the limit: will not reach, with the leak it takes', () => {
    const a = said({ readings: falls(140, 1, 6, 600), now: 140 });
    expect(a).toMatchObject({ willNotReach: true, vent: null });
    expect(a.reach).toBeLessThan(0.25);
    // Within a fifth: what still falls is not told from what stays to the last tenth.
    expect(a.floor?.low).toBeLessThan(600);
    expect(a.floor?.high).toBeGreaterThan(600 / 1.2);
    const leak = (600 / 209_500) * 1.333e-4;
    expect(a.leak?.low).toBeLessThan(leak);
    expect(a.leak?.high).toBeGreaterThan(leak / 1.2);
    expect(a.notes.join(' ')).toMatch(/Will not reach: about (550|600|650) ppm stays; look for a leak in/);
  });
  it('a reading every ten seconds, at the joint, with holes: it answers all the same', () => {
    const some = falls(60, 10).filter(([t]) => t !== 20);
    const a = said({ readings: some, now: 60, place: 'joint', limit: 200 });
    expect(a.state).toBe('fresh');
    expect(a.notes.join(' ')).toMatch(/vent is not measured/);
    expect(a.joint).not.toBeNull();
  });
  it('where it does not get there no time stands beside that', () => {
    const a = said({ readings: falls(140, 1, 6, 300), now: 140 });
    expect(a).toMatchObject({ willNotReach: true, vent: null, joint: null, reads: null });
  });
  it('keeps out what is no reading of this purge, and says so', () => {
    const a = said({ readings: [...falls(40), [null, 50], [12, null], [-40, 30], [4000, 30], [20.5, 3]], now: 40 });
    expect(a.keptOut).toEqual([
      { why: 'clock', count: 1 },
      { why: 'no-number', count: 2 },
      { why: 'not-of-this-purge', count: 1 },
      { why: 'to-come', count: 1 },
    ]);
    expect(a.notes.filter((n) => n.includes('kept out'))).toHaveLength(4);
    expect(said({ readings: falls(40), now: 40, gas: 'argon-5h2' })).toMatchObject({
      keptOut: [{ why: 'hydrogen', count: 40 }],
      leak: null,
    });
  });
  it.each([
    [{ now: -1 }, 'now'],
    [{ readings: [[1, 2, 3]] }, 'readings.0'],
    [{ readings: [['ten', 5]] }, 'readings.0.0'],
    [{ flow: 0 }, 'flow'],
    [{ t90: 0 }, 't90'],
    [{ place: 'inlet' }, 'place'],
    [{ list: '2 in tube: 400' }, undefined],
    [{ gap: 0.001 }, 'gap'],
  ])('%j is refused at its field', (bad, at) => {
    const asked = ask('remaining', { ...remainingExample, ...bad });
    expect(asked.ok).toBe(false);
    if (!asked.ok && at) expect(asked.error.at).toBe(at);
  });
});
