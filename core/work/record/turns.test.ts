/** A run that serves several welds, peeled by arc, marked by two, set right, and what it calls for. */
import { ROUND } from '../../basics/seam';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shipped } from '../../models/criteria';
import { sensorState } from '../../models/sensor';
import type { Stored } from '../event';
import type { Reading } from '../run';
import { id, RUN, started as start, T0 } from './told.fixture';
import { gasTime, reduceRun, type BodyOf, type SaidOf, type EventType } from './index';
import { alarmsOf, arcName, leftBehind, markSchema, nextQuarter, nextWeld, quartersOf, shareOf, targets } from '../run';

const [A, B, C, CLAMP] = [id(11), id(12), id(13), id(90)];
const rules = { ...(shipped[0]?.purge as BodyOf<'run.started'>['rules']), weldPpm: 50 };
const [, body] = start({
  welds: [A, B, C],
  rules,
  planned: 200,
  device: { id: id(80), label: 'Monitor', declared: { resolution: 1, noise: 1.5, top: 250_000 } },
});
const started = body as SaidOf<'run.started'>;
type Say = [EventType, unknown, number];
const mark = (name: BodyOf<'run.marked'>['mark'], s: number, over: Partial<BodyOf<'run.marked'>> = {}): Say => [
  'run.marked',
  { mark: name, weld: A, ...over },
  s,
];
const events = (...said: Say[]): Stored[] =>
  [['run.started', started, 0] as Say, ...said].map(([type, body, s], i) => ({
    id: id(500 + i),
    stream: RUN,
    seq: i + 1,
    type,
    version: type === 'run.started' ? 2 : 1,
    happenedAt: new Date(T0 + s * 1000).toISOString(),
    receivedAt: new Date(T0).toISOString(),
    actor: id(4),
    identified: 'picked',
    body,
    hash: '',
  }));
const run = (...said: Say[]) => {
  const s = reduceRun(events(...said));
  if (!s) throw new Error('no run');
  return s;
};

describe('several welds in turn', () => {
  const both = [
    mark('arc-on', 100),
    mark('arc-off', 160),
    mark('move', 200, { weld: B }),
    mark('arc-on', 260, { weld: B }),
    mark('arc-off', 330, { weld: B }),
  ];
  it('each has its own span, and the one left behind is done while the run goes on', () => {
    const s = run(...both);
    expect(s.turns.map((t) => [t.weld, (t.from - T0) / 1000, t.to && (t.to - T0) / 1000])).toEqual([
      [A, 0, 200],
      [B, 200, null],
    ]);
    expect([leftBehind(s, A), leftBehind(s, B), leftBehind(s, C)]).toEqual([true, false, false]);
    expect([s.at, nextWeld(s), s.contradictions]).toEqual([B, C, []]);
    const ended = run(...both, ['run.ended', { how: 'done', countOut: 2 }, 400]);
    expect([leftBehind(ended, B), ended.turns.at(-1)?.to]).toEqual([true, T0 + 400_000]);
  });
  it('the gas stays as it is when the next is taken up; the next is offered, and going back is taken', () => {
    const s = run(...both.slice(0, 2));
    expect(targets(s, ROUND).map((t) => t.mark)).toContain('move');
    expect(run(...both.slice(0, 3))).toMatchObject({ phase: 'filling', fillingSince: T0 });
    expect(run(...both, mark('arc-on', 400)).at).toBe(A);
    expect(leftBehind(run(...both, mark('arc-on', 400)), A)).toBe(false);
  });
  it('the turns of any order of marks follow each other without a gap', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...markSchema.exclude(['looked']).options), fc.constantFrom(A, B, C)), { maxLength: 25 }),
        (list) => {
          const s = run(...list.map(([m, weld], i) => mark(m, 10 * (i + 1), { weld })));
          expect(s.turns[0]?.from).toBe(T0);
          for (let i = 1; i < s.turns.length; i++) expect(s.turns[i]?.from).toBe(s.turns[i - 1]?.to);
          expect(s.turns.at(-1)?.weld).toBe(s.at);
          expect(s.marks).toHaveLength(list.length);
          // What the run took is taken by its welds, whatever happened in it, and not a second of it twice.
          const now = T0 + 1_000_000;
          expect([A, B, C].reduce((sum, w) => sum + gasTime(s, w, now), 0)).toBeCloseTo(1000, 6);
        },
      ),
    );
  });
  it('a mark on a weld that the purge does not serve is kept, said, and counts for the one in hand', () => {
    const s = run(mark('arc-on', 10, { weld: id(99) }), mark('arc-off', 20, { weld: id(99) }));
    expect([s.at, s.arcs.map((a) => a.weld), s.turns.length, s.marks.map((m) => m.weld)]).toEqual([A, [A], 1, [id(99), id(99)]]);
    expect(s.contradictions[0]).toBe('"Arc on" was marked on a weld that this purge does not serve; it counts for the one in hand.');
  });
  it('the fill serves all of them alike, and then each has the gas of its own turn', () => {
    const s = run(...both, ['run.ended', { how: 'done', countOut: 2 }, 400]);
    expect([A, B, C].map((w) => gasTime(s, w, T0 + 999_000))).toEqual([100 / 3 + 100, 100 / 3 + 200, 100 / 3]);
  });
});

describe('tape peeled by arc', () => {
  const quarters = quartersOf(ROUND);
  const [low, up] = [quarters[0]?.arc, quarters[1]?.arc];
  it('goes 6-3, 3-12, 6-9, 9-12 (common practice, no source); what was open is welded when the arc goes off', () => {
    expect(quarters.map((q) => arcName(q.arc, ROUND))).toEqual(['6-3', '3-12', '6-9', '9-12']);
    const s = run(mark('tape-off', 10, { arc: low }), mark('arc-on', 20), mark('arc-off', 40), mark('tape-off', 45, { arc: up }));
    expect(s.tape[A]).toEqual({ open: [up], welded: [low] });
    expect(shareOf(s.tape[A]?.welded ?? [])).toBeCloseTo(0.25, 9);
    expect(nextQuarter(s.tape[A] ?? { open: [], welded: [] }, ROUND)?.name).toBe('6-9');
  });
  it('the bench asks for the next quarter first, for the arc while one is open; tape goes back on', () => {
    const first = (s: ReturnType<typeof run>) => targets(s, ROUND)[0]?.label;
    expect(first(run())).toBe('Arc on');
    expect(first(run(mark('tape-off', 10, { arc: low })))).toBe('Arc on');
    expect(first(run(mark('tape-off', 10, { arc: low }), mark('arc-on', 20), mark('arc-off', 40)))).toBe('Tape off 3-12');
    expect(run(mark('tape-off', 10, { arc: low }), mark('tape-on', 15, { arc: low })).tape[A]).toEqual({ open: [], welded: [] });
  });
  it('along a straight seam it goes from the first edge to the last', () => {
    const seam = { kind: 'straight' as const, length: 0.4 };
    expect(quartersOf(seam).map((q) => arcName(q.arc, seam))).toEqual(['1st quarter', '2nd quarter', '3rd quarter', 'last quarter']);
    expect(nextQuarter({ open: [], welded: [quartersOf(seam)[0]?.arc ?? { from: 1, to: 2 }] }, seam)?.name).toBe('2nd');
    expect(arcName({ from: 2, to: 5 }, seam)).toBe('66.7 mm to 167 mm');
  });
  it('the next pass begins with nothing welded', () =>
    expect(run(mark('tape-off', 10, { arc: low }), mark('arc-on', 20), mark('pass', 40)).tape[A]).toEqual({ open: [], welded: [] }));
});

describe('the same mark made twice', () => {
  it('by two screens within five seconds it happened once; by one screen twice it happened twice', () => {
    expect(run(mark('tack', 10, { screen: 'a' }), mark('tack', 12, { screen: 'b' })).tacks).toBe(1);
    expect(run(mark('tack', 10, { screen: 'a' }), mark('tack', 12, { screen: 'a' })).tacks).toBe(2);
    expect(run(mark('tack', 10, { screen: 'a' }), mark('tack', 16, { screen: 'b' })).tacks).toBe(2);
    const s = run(mark('arc-on', 10, { screen: 'a' }), mark('arc-on', 13, { screen: 'b' }));
    expect([s.arcs.length, s.contradictions, s.marks[1]?.twice]).toEqual([1, [], s.marks[0]?.id]);
  });
  it('a hand and the clamp see one arc, and the clamp’s time stands', () => {
    const source = { id: CLAMP, label: 'Clamp', kind: 'current-clamp' as const };
    const s = run(
      mark('arc-on', 10, { screen: 'a' }),
      mark('arc-on', 18, { source }),
      mark('arc-off', 60, { source }),
      mark('arc-off', 66, { screen: 'a' }),
    );
    expect(s.arcs).toMatchObject([{ on: T0 + 18_000, off: T0 + 60_000 }]);
    expect(s.contradictions).toEqual([]);
  });
});

describe('a mark set right', () => {
  it('counts at the time it is given, and a replay up to a moment sees what was so then', () => {
    const all = events(mark('look', 50), mark('refill', 90), [
      'run.corrected',
      { corrects: id(502), reason: 'told late', body: { mark: 'refill', weld: A }, happenedAt: new Date(T0 + 70_000).toISOString() },
      95,
    ]);
    expect(reduceRun(all)?.fillingSince).toBe(T0 + 70_000);
    expect(reduceRun(all, T0 + 60_000)?.phase).toBe('open');
  });
});

describe('what a run calls for', () => {
  const readings = (list: [number, number][]): Reading[] => list.map(([s, ppm]) => ({ at: T0 + s * 1000, ppm, quality: 'good' }));
  const every = (from: number, to: number, ppm: number): [number, number][] =>
    Array.from({ length: to - from + 1 }, (_, i) => [from + i, ppm + (i % 3)]);
  const look = (s: ReturnType<typeof run>, r: Reading[], at: number, dryIn: number | null = null) => {
    const now = T0 + at * 1000;
    return alarmsOf(s, { readings: r, sensor: sensorState(r, s.started.device?.declared ?? null, now), dryIn, now });
  };
  it('over the limit with the arc on: stands after the oxygen has fallen again, until it is answered', () => {
    const r = readings([...every(0, 40, 30), ...every(41, 45, 400), ...every(46, 90, 30)]);
    const s = run(mark('arc-on', 30));
    const [over] = look(s, r, 90);
    expect(over).toMatchObject({ kind: 'over', since: T0 + 41_000, upTo: T0 + 45_000, on: false });
    expect(over?.text).toContain('402 ppm');
    const answered = run(mark('arc-on', 30), ['run.answered', { alarm: 'over', upTo: new Date(T0 + 45_000).toISOString() }, 60]);
    expect(look(answered, r, 90)).toEqual([]);
    expect(look(run(), r, 90)).toEqual([]); // no arc, no alarm
  });
  it('silence: while it lasts, and after the monitor came back; a late backlog takes it away', () => {
    const r = readings([...every(0, 30, 30), ...every(60, 90, 30)]);
    expect(look(run(), r, 90)).toMatchObject([{ kind: 'lost', on: false }]);
    expect(look(run(), r.slice(0, 31), 50)).toMatchObject([{ kind: 'lost', on: true }]);
    expect(look(run(), readings(every(0, 90, 30)), 90)).toEqual([]);
    // Only the newest of a long run are held: what came before them was not silence.
    const late = readings(every(3000, 3060, 30));
    const sensor = sensorState(late, null, T0 + 3_060_000);
    const held = { readings: late, sensor, dryIn: null, now: T0 + 3_060_000 };
    expect(alarmsOf(run(), held)).toMatchObject([{ kind: 'lost' }]);
    expect(alarmsOf(run(), { ...held, heldFrom: late[0]?.at ?? 0 })).toEqual([]);
  });
  it('a frozen monitor; a cylinder that runs dry until a bottle is changed; nothing once the run has ended', () => {
    const still = readings(Array.from({ length: 60 }, (_, i) => [i, 40]));
    expect(look(run(), still, 59)).toMatchObject([{ kind: 'frozen' }]);
    const r = readings(every(0, 60, 30));
    expect(look(run(), r, 60, 300)).toMatchObject([{ kind: 'dry', text: 'About 5:00 min of gas left.' }]);
    expect(look(run(), r, 60, 3000)).toEqual([]);
    const answered: Say = ['run.answered', { alarm: 'dry', upTo: new Date(T0 + 50_000).toISOString() }, 50];
    expect(look(run(answered), r, 60, 300)).toEqual([]);
    expect(look(run(answered, mark('bottle', 55)), r, 60, 300)).toMatchObject([{ kind: 'dry' }]);
    expect(look(run(['run.ended', { how: 'done', countOut: 2 }, 58]), still, 59, 300)).toEqual([]);
  });
});
