/** A running purge on the Board: word, counter, what comes next and when. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Gate } from './gate';
import { runCard, type BoardRun, type RunSummary } from './index';

const T0 = Date.parse('2026-03-01T08:00:00Z');
const gateOf = (over: Partial<Gate> = {}): Gate => ({ ready: false, by: 'monitor', text: 'Filling.', left: null, ...over });
const summary = (over: Partial<RunSummary> = {}): RunSummary => ({
  phase: 'filling',
  openedBy: null,
  closing: false,
  at: 'a',
  arcSince: null,
  band: { low: 100, value: 130, high: 180 },
  gas: 'argon',
  fillingSince: T0,
  holdSince: null,
  startedAt: T0,
  tacks: 0,
  rules: {} as RunSummary['rules'],
  planned: 180,
  device: null,
  place: 'vent',
  monitorChecked: true,
  welds: ['a'],
  ...over,
});
const card = (s: RunSummary, gate = gateOf(), seconds = 60, alarms: BoardRun['alarms'] = [], remains: BoardRun['remains'] = null) =>
  runCard({ summary: s, gate, alarms, remains }, T0 + 50_000, T0 + seconds * 1000);

describe('a running purge on the Board', () => {
  it('fills: the model says from when to when, and says so when it was wrong', () => {
    expect(card(summary())).toMatchObject({ word: 'Filling', tone: 'plain', counter: { text: '1:00', of: 'gas on, min' } });
    expect(card(summary())).toMatchObject({ next: 'Limit reached, by the model', when: 'in 0:40 to 2:00' });
    expect(card(summary(), gateOf(), 200).when).toBe('late: model said by 3:00');
    expect(card(summary({ band: null })).next).toBe('Filling.');
  });
  it('holds at the limit by the monitor; by the clock it fills until it is ready', () => {
    expect(card(summary(), gateOf({ left: 25 }))).toMatchObject({ word: 'At the limit', next: 'Ready, limit held', when: 'in 0:15' });
    expect(card(summary(), gateOf({ by: 'clock', left: 25 }))).toMatchObject({
      word: 'Filling',
      next: 'Ready by the clock',
      when: 'in 0:15',
    });
  });
  it('is ready, welds, closes, holds: the counter counts what matters then', () => {
    expect(card(summary(), gateOf({ ready: true, left: 0 }))).toMatchObject({ word: 'Ready', tone: 'go', next: 'Arc on', when: '' });
    const welding = summary({ phase: 'welding', arcSince: T0 + 40_000 });
    expect(card(welding)).toMatchObject({ word: 'Welding', tone: 'go', counter: { text: '0:20', of: 'arc on, min' }, next: 'Arc off' });
    expect(card({ ...welding, closing: true }).word).toBe('Closing');
    const held = summary({ phase: 'holding', holdSince: T0 + 30_000 });
    expect(card(held)).toMatchObject({ word: 'Holding', counter: { text: '0:30', of: 'gas held, min' } });
    expect(card(summary({ phase: 'between' })).next).toBe('Arc on, or hold');
  });
  it('stands open: no counter, and what closes it', () => {
    const open = (openedBy: RunSummary['openedBy']) => card(summary({ phase: 'open', openedBy, fillingSince: null }));
    expect(open('look')).toMatchObject({ word: 'Open', counter: null, next: 'Close the dam, refill' });
    expect([open('grind').word, open('dam-out').word]).toEqual(['Grinding', 'Dam out']);
  });
  it('an alarm is louder than the state', () => {
    const called = { kind: 'over' as const, since: T0, upTo: T0, on: true, text: 'Over the limit.' };
    expect(card(summary(), gateOf({ ready: true }), 60, [called]).tone).toBe('stop');
  });
  it('always has a word and a next thing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('filling', 'open', 'welding', 'between', 'holding', 'done', 'abandoned'),
        fc.constantFrom(null, 'look', 'grind', 'dam-out'),
        fc.boolean(),
        fc.option(fc.double({ min: 0, max: 1e4, noNaN: true })),
        fc.integer({ min: 0, max: 100_000 }),
        (phase, openedBy, ready, left, seconds) => {
          const v = card(summary({ phase, openedBy }), gateOf({ ready, left }), seconds);
          expect(v.word).not.toBe('');
          expect(v.next).not.toBe('');
          expect(v.when).not.toMatch(/NaN|undefined/);
        },
      ),
    );
  });
});
