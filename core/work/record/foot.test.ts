/** The foot in every state: it does the safe next thing or nothing, and never strikes an arc while gas is held or before it is ready. */
import { ROUND } from '../../basics/seam';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { shipped } from '../../models/criteria';
import { footHeldOf, footOf, HOLD_LONGER, markSchema, runNow, tacksWanted } from '../run';
import type { Stored } from '../event';
import { id, RUN, started as start, T0 } from './told.fixture';
import { reduceRun, type BodyOf, type EventType } from './index';

const A = id(11);
type Name = BodyOf<'run.marked'>['mark'];
const rules = { ...(shipped[0]?.purge as BodyOf<'run.started'>['rules']), tacksAtLimit: false };
const runOf = (marks: readonly (Name | [Name, Partial<BodyOf<'run.marked'>>])[], over: object = {}) => {
  const [, body] = start({ welds: [A], rules, ...over });
  const said: [EventType, unknown, number][] = [
    ['run.started', body, 0],
    ...marks.map((m, i): [EventType, unknown, number] => {
      const [mark, more] = typeof m === 'string' ? [m, {}] : m;
      return ['run.marked', { mark, weld: A, ...more }, 10 * (i + 1)];
    }),
  ];
  const events = said.map(([type, b, s], i): Stored => ({
    ...{ id: id(500 + i), stream: RUN, seq: i + 1, type, version: type === 'run.started' ? 2 : 1 },
    happenedAt: new Date(T0 + s * 1000).toISOString(),
    receivedAt: new Date(T0).toISOString(),
    ...{ actor: id(4), identified: 'picked', body: b, hash: '' },
  }));
  const run = reduceRun(events);
  if (!run) throw new Error('no run');
  return run;
};
const foot = (marks: Parameters<typeof runOf>[0], ready: boolean, over: object = {}) =>
  footOf(runOf(marks, over), ready, ROUND)?.mark ?? null;
const all = (n: number): Name[] => Array.from({ length: n }, (): Name => 'tack');

describe('the foot', () => {
  const wanted = tacksWanted(runOf([]), ROUND);
  it.each<[string, Parameters<typeof runOf>[0], boolean, Name | null]>([
    ['filling, nothing tacked, not ready: a tack, which this criterion lets begin', [], false, 'tack'],
    ['filling and ready, nothing tacked: the arc', [], true, 'arc-on'],
    ['tacks begun: the next tack', all(1), false, 'tack'],
    ['tacks begun, ready: the next tack all the same', all(1), true, 'tack'],
    ['all tacks in: look at them inside', all(wanted), true, 'look'],
    ['open to look: closed, refill', [...all(wanted), 'look'], false, 'refill'],
    ['closed again, not ready: it waits', [...all(wanted), 'look', 'refill'], false, null],
    ['closed again and ready: the arc', [...all(wanted), 'look', 'refill'], true, 'arc-on'],
    ['grinding, a dam out: closed, refill', ['grind'], false, 'refill'],
    ['dam out', ['dam-out'], true, 'refill'],
    ['arc on: arc off, ready or not', ['arc-on'], false, 'arc-off'],
    ['closing: arc off', ['arc-on', 'closing'], true, 'arc-off'],
    ['between arcs, the reading good: the slip is struck again', ['arc-on', 'arc-off'], true, 'arc-on'],
    ['between arcs, the reading not good: it waits', ['arc-on', 'arc-off'], false, null],
    ['held: longer', ['arc-on', 'arc-off', 'hold'], true, 'hold'],
    ['held, the reading not good: longer', ['arc-on', 'arc-off', 'hold'], false, 'hold'],
    ['bottle changed: fills again, and waits', ['arc-on', 'arc-off', 'bottle'], false, null],
  ])('%s', (_, marks, ready, mark) => {
    expect(foot(marks, ready)).toBe(mark);
  });
  it('where tacks need the limit of the weld, it waits for it', () => {
    expect(foot([], false, { rules: { ...rules, tacksAtLimit: true } })).toBeNull();
    expect(foot(all(1), false, { rules: { ...rules, tacksAtLimit: true } })).toBeNull();
  });
  it('peeled by arc it takes the next tape off, and only when the gas is ready', () => {
    const peeled: Parameters<typeof runOf>[0] = [['tape-off', { arc: { from: 3, to: 6 } }], 'arc-on', 'arc-off'];
    expect(footOf(runOf(peeled), true, ROUND)).toMatchObject({ mark: 'tape-off', arc: { from: 12, to: 3 } });
    expect(foot(peeled, false)).toBeNull();
  });
  it('the last quarter welded, it takes the next weld of the purge in hand; with none left it strikes again only when ready', () => {
    const quarter = (from: number, to: number) => [['tape-off', { arc: { from, to } }], 'arc-on', 'arc-off'] as Parameters<typeof runOf>[0];
    const done = [quarter(3, 6), quarter(12, 3), quarter(6, 9), quarter(9, 12)].flat();
    const other = 'bbbbbbbb-0000-7000-8000-000000000002';
    const two = runOf(done, { welds: [runOf([]).at, other] });
    expect(footOf(two, false, ROUND)).toMatchObject({ mark: 'move', weld: other });
    expect(footOf(runOf(done), true, ROUND)?.mark).toBe('arc-on');
    expect(footOf(runOf(done), false, ROUND)).toBeNull();
  });
  it('kept down between arcs it begins the hold; nowhere does it end anything', () => {
    expect(footHeldOf(runOf(['arc-on', 'arc-off']))?.mark).toBe('hold');
    for (const marks of [[], ['arc-on'], ['look'], ['arc-on', 'arc-off', 'hold']] as Name[][]) expect(footHeldOf(runOf(marks))).toBeNull();
    // Without a purge there is no gas to hold.
    expect(footHeldOf(runOf(['arc-on', 'arc-off'], { backing: 'none' }))).toBeNull();
  });
  it('never strikes an arc while gas is held, with a dam open, with the arc on, or before it is ready, whatever was marked before', () => {
    const names = markSchema.options.filter((m) => m !== 'tape-off' && m !== 'tape-on' && m !== 'move' && m !== 'looked');
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...names), { maxLength: 14 }), fc.boolean(), (marks, ready) => {
        const run = runOf(marks);
        if (footOf(run, ready, ROUND)?.mark === 'arc-on') {
          expect(ready).toBe(true);
          expect(['filling', 'between']).toContain(run.phase);
        }
      }),
    );
  });
  it('told again while it is held lengthens the hold and does not begin it anew', () => {
    const [once, twice] = [runOf(['arc-on', 'arc-off', 'hold']), runOf(['arc-on', 'arc-off', 'hold', 'hold', 'hold'])];
    expect(twice.holdSince).toBe(once.holdSince);
    const left = (run: typeof once) => runNow(run, [], null, T0 + 60_000).holdLeft ?? 0;
    expect(left(twice) - left(once)).toBeCloseTo(2 * HOLD_LONGER, 6);
    expect(
      runOf(['arc-on', 'arc-off', 'hold', 'hold', 'arc-on']).holdLonger === 0 ||
        runOf(['arc-on', 'arc-off', 'hold', 'hold', 'arc-on']).holdSince === null,
    ).toBe(true);
  });
});
