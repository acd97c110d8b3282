/** The desk as a reducer: what is open, what is drawn, a look while it is taken. */
import { describe, expect, it } from 'vitest';
import type { Tint } from '../../../core/models/criteria';
import { ALL_ROUND, deskReducer, lookingAt, startingDesk, type Act, type Desk } from './desk';

const start = startingDesk(lookingAt(null, true));
const after = (acts: Act[], from: Desk = start): Desk => acts.reduce(deskReducer, from);
const bright = (zone: Tint['zone'], arc = ALL_ROUND): Tint => ({ zone, arc, grade: { by: 'band', band: 'bright' } });
const gold = (zone: Tint['zone'], from: number, to: number): Tint => ({ zone, arc: { from, to }, grade: { by: 'band', band: 'gold' } });

describe('a look', () => {
  it('begins with nothing seen, or with what was recorded', () => {
    expect(start.looking).toMatchObject({ insideBy: '', tints: [], defects: [], reachable: true, arc: ALL_ROUND });
    const look = { insideBy: 'borescope' as const, tints: [bright('id-bead')], defects: [], insideReachable: false };
    expect(lookingAt(look, true)).toMatchObject({ insideBy: 'borescope', tints: look.tints, reachable: false });
  });
  it('takes its arc from two presses on the clock: the first begins it, the second ends it, a third begins anew', () => {
    const arcs = [10, 2, 6].map((_, i) => after([10, 2, 6].slice(0, i + 1).map((hour): Act => ({ do: 'press', hour }))).looking.arc);
    expect(arcs).toEqual([
      { from: 10, to: 11 },
      { from: 10, to: 2 },
      { from: 6, to: 7 },
    ]);
    expect(after([{ do: 'press', hour: 12 }]).looking.arc).toEqual({ from: 12, to: 1 });
  });
  it('lays a tint over what it touches, and leaves the rest and the other zones', () => {
    const { tints } = after([
      { do: 'grade', tints: [bright('id-bead'), bright('id-haz')] },
      { do: 'grade', tints: [gold('id-haz', 4, 8)] },
    ]).looking;
    expect(tints.filter((t) => t.zone === 'id-bead')).toEqual([bright('id-bead')]);
    expect(tints.filter((t) => t.zone === 'id-haz').map((t) => [t.arc.from, t.arc.to])).toEqual([
      [8, 4],
      [4, 8],
    ]);
  });
  it('all round again covers everything that was in its zone', () => {
    const { tints } = after([
      { do: 'grade', tints: [gold('od-haz', 1, 3), gold('od-haz', 7, 9)] },
      { do: 'grade', tints: [bright('od-haz')] },
    ]).looking;
    expect(tints).toEqual([bright('od-haz')]);
  });
});

describe('the desk', () => {
  it('opens a stage in its own view, and keeps what is drawn', () => {
    const d = after([
      { do: 'draw', draft: { gap: { narrowAt: 12, wideAt: 6 } } },
      { do: 'turn', view: 'plan' },
      { do: 'open', stage: 'gas' },
    ]);
    expect(d).toMatchObject({ open: 'gas', view: null, draft: { gap: { narrowAt: 12, wideAt: 6 } } });
  });
  it('is cleared when another stage is due, but for the count of presses: none is heard twice', () => {
    const d = after([
      { do: 'press', hour: 3 },
      { do: 'draw', draft: { cup: { n: 8, lens: true } } },
      { do: 'open', stage: 'look' },
      { do: 'due', looking: lookingAt(null, false) },
    ]);
    expect(d).toMatchObject({
      open: null,
      view: null,
      draft: {},
      pressed: { hour: 3, times: 1 },
      looking: { reachable: false, tints: [] },
    });
  });
  it('passes on what is typed on the drawing, and counts it, so that none is heard twice', () => {
    const d = after([
      { do: 'say', name: 'narrow', text: '1/64' },
      { do: 'say', name: 'narrow', text: '1/6' },
      { do: 'due', looking: lookingAt(null, false) },
    ]);
    expect(d.said).toEqual({ name: 'narrow', text: '1/6', times: 2 });
  });
  it('adds to a draft piece by piece', () => {
    const d = after([
      { do: 'draw', draft: { cup: { n: 8, lens: true } } },
      { do: 'draw', draft: { figures: [] } },
    ]);
    expect(d.draft).toEqual({ cup: { n: 8, lens: true }, figures: [] });
  });
});
