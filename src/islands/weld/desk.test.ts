/** The desk as a reducer: what is open, what is drawn, a look while it is taken. */
import { describe, expect, it } from 'vitest';
import { ROUND, WHOLE, type Seam } from '../../../core/basics/seam';
import type { Tint } from '../../../core/models/criteria';
import { LOOK_UNSAID } from '../../../core/work/look';
import { deskReducer, lookingAt, startingDesk, type Act, type Desk } from './desk';

const start = startingDesk(lookingAt(null, { insideReachable: true, seam: ROUND }));
const press = (how: 'down' | 'move' | 'walk' | 'stretch', at: number, zone: Tint['zone'] | null = null): Act => ({
  do: 'press',
  press: { at, zone, how, on: zone ? 'zone' : 'elsewhere' },
});
const down = (at: number) => press('down', at);
const after = (acts: Act[], from: Desk = start): Desk => acts.reduce(deskReducer, from);
const bright = (zone: Tint['zone'], arc = WHOLE): Tint => ({ zone, arc, grade: { by: 'band', band: 'bright' } });
const gold = (zone: Tint['zone'], from: number, to: number): Tint => ({ zone, arc: { from, to }, grade: { by: 'band', band: 'gold' } });

describe('a look', () => {
  it('begins with nothing seen, or with what was recorded', () => {
    expect(start.looking).toMatchObject({ insideBy: '', tints: [], defects: [], reachable: true, arc: WHOLE });
    const look = { ...LOOK_UNSAID, insideBy: 'borescope' as const, tints: [bright('id-bead')], defects: [], insideReachable: false };
    expect(lookingAt(look, { insideReachable: true, seam: ROUND })).toMatchObject({
      insideBy: 'borescope',
      tints: look.tints,
      reachable: false,
    });
  });
  it('takes its arc from two presses on the clock: the first begins it, the second ends it, a third begins anew', () => {
    const arcs = [10, 2, 6].map((_, i) => after([10, 2, 6].slice(0, i + 1).map((at) => down(at))).looking.arc);
    expect(arcs).toEqual([
      { from: 10, to: 11 },
      { from: 10, to: 2 },
      { from: 6, to: 7 },
    ]);
    expect(after([down(12)]).looking.arc).toEqual({ from: 12, to: 1 });
  });
  it('takes ring and arc from one drag, whichever way and past twelve; inside only once somebody saw it', () => {
    const on = after([press('down', 11, 'od-bead'), press('move', 12, 'od-haz'), press('move', 1), press('move', 2)]).looking;
    expect([on.zone, on.arc, on.begins]).toEqual(['od-bead', { from: 11, to: 2 }, true]);
    const back = after([press('down', 2, 'od-haz'), press('move', 1), press('move', 11.5)]).looking;
    expect(back.arc).toEqual({ from: 11.5, to: 2 });
    expect(after([press('down', 3, 'id-bead')]).looking.zone).toBe('id-haz');
    expect(after([{ do: 'look', change: { insideBy: 'borescope' } }, press('down', 3, 'id-bead')]).looking.zone).toBe('id-bead');
    const round = Array.from({ length: 30 }, (_, i) => press('move', (3 + i) % 12 || 12));
    expect(after([press('down', 3, 'od-haz'), ...round]).looking.arc).toEqual({ from: 3, to: 3 });
  });
  it('arrow keys walk it on, one twelfth long; with Shift they stretch its end', () => {
    expect(after([press('walk', 1), press('walk', 2), press('walk', 3)]).looking.arc).toEqual({ from: 3, to: 4 });
    expect(after([press('walk', 11), press('stretch', 12), press('stretch', 1)]).looking.arc).toEqual({ from: 11, to: 1 });
  });
  it('on a straight seam lies between its edges and runs from the first to the last, whichever way it is dragged or pressed', () => {
    const seam: Seam = { kind: 'straight', length: 0.4 };
    const edge = startingDesk(lookingAt(null, { insideReachable: true, seam }));
    const arcOn = (...acts: Act[]) => after(acts, edge).looking.arc;
    expect(arcOn(press('down', 8, 'od-haz'), press('move', 5), press('move', 2))).toEqual({ from: 2, to: 8 });
    expect(arcOn(press('down', 10, 'od-haz'), press('move', 12))).toEqual({ from: 10, to: 12 });
    expect(arcOn(down(9), down(4))).toEqual({ from: 4, to: 9 });
    expect(arcOn(down(0), down(12))).toEqual(WHOLE);
    expect(arcOn(down(12))).toEqual({ from: 11, to: 12 });
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
      down(3),
      { do: 'draw', draft: { torch: { cup: 8, lens: true, screen: false } } },
      { do: 'open', stage: 'look' },
      { do: 'due', looking: lookingAt(null, { insideReachable: false, seam: ROUND }) },
    ]);
    expect(d).toMatchObject({
      open: null,
      view: null,
      draft: {},
      pressed: { at: 3, times: 1 },
      looking: { reachable: false, tints: [] },
    });
  });
  it('passes on what is typed on the drawing, and counts it, so that none is heard twice', () => {
    const d = after([
      { do: 'say', name: 'narrow', text: '1/64' },
      { do: 'say', name: 'narrow', text: '1/6' },
      { do: 'due', looking: lookingAt(null, { insideReachable: false, seam: ROUND }) },
    ]);
    expect(d.said).toEqual({ texts: { narrow: '1/6' }, times: 2 });
  });
  it('adds to a draft piece by piece', () => {
    const d = after([
      { do: 'draw', draft: { torch: { cup: 8, lens: true, screen: false } } },
      { do: 'draw', draft: { figures: [] } },
    ]);
    expect(d.draft).toEqual({ torch: { cup: 8, lens: true, screen: false }, figures: [] });
  });
});
