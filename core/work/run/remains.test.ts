/** What is asked of the model for a run, which readings it may go by, how its answer is said, and what stands on record afterwards. */
import { describe, expect, it } from 'vitest';
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import { spacesOf, tanksRemaining } from '../../models/network';
import { runThrough } from '../../models/purge';
import { ENOUGH, learnPrior, shapesOf, SHIPPED, type Answer } from '../../models/remaining';
import { shipped } from '../../models/criteria';
import { setupAsked } from '../ask';
import {
  AFTER,
  alarmsOf,
  believed,
  besideWords,
  fillOf,
  flowsOf,
  foldRun,
  foretoldOf,
  happenedOf,
  heldBy,
  monitorsOf,
  readyIn,
  remainsWords,
  scoreOf,
  shopScore,
  tellForetold,
  type Foretold,
  type Reading,
  type Remains,
  type RunEvent,
  type RunState,
  type Started,
} from './index';

const T0 = Date.parse('2026-03-01T08:00:00Z');
const declared = { resolution: 1, noise: 1.5, top: 250_000 };
const rules = {
  ...(shipped.find((c) => c.id === 'House-MP')?.purge as Started['rules']),
  readyBy: 'monitor' as const,
  startPpm: 50,
  holdSeconds: 10,
  jointHoldSeconds: 0,
};
const setup = setupAsked({ list: '3 in tube: 500, weld, 500', series: 'inch-tube', limit: 50 });
const started: Started = {
  ...{ spool: 's', welds: ['w'], setup, rules, planned: 90, device: { id: 'm1', label: 'Monitor 1', declared }, band: null, listens: [] },
  ...{ station: '', cylinder: null, place: 'vent', monitorChecked: true, countIn: 2, backing: 'purge', jointLag: 0, shorter: null },
};
const event = (seq: number, type: string, seconds: number, body: object) =>
  ({
    id: `e${seq}`,
    seq,
    stream: 'r',
    type,
    happenedAt: new Date(T0 + seconds * 1000).toISOString(),
    actor: null,
    body,
  }) as unknown as RunEvent;
const runOf = (over: Partial<Started> = {}, ...marks: [string, number][]): RunState =>
  foldRun(
    [
      event(1, 'run.started', 0, { ...started, ...over }),
      ...marks.map(([mark, at], i) => event(i + 2, 'run.marked', at, { mark, weld: 'w' })),
    ],
    { version: 1 + marks.length },
  ) as RunState;

describe('what is asked of one fill', () => {
  it('from gas on, full of air, at the place the card says; a refill and a changed bottle begin anew with less', () => {
    expect(fillOf(runOf())).toMatchObject({
      since: T0,
      until: null,
      limit: 50,
      start: [1, 1],
      monitors: [{ place: 'vent', noise: 1.5, t90: 11 }],
    });
    expect(fillOf(runOf({}, ['look', 60], ['refill', 90]))).toMatchObject({ since: T0 + 90_000, start: AFTER.look });
    expect(fillOf(runOf({}, ['bottle', 60]))).toMatchObject({ since: T0 + 60_000, start: AFTER.bottle });
    expect(fillOf(runOf({}, ['arc-on', 80], ['arc-off', 100]))).toMatchObject({ since: T0, until: T0 + 80_000 });
  });
  it('nothing is asked by the clock, of what measures the supply, while a dam is open, without a monitor', () => {
    expect(fillOf(runOf({ rules: { ...rules, readyBy: 'clock' } }))).toBeNull();
    expect(fillOf(runOf({ place: 'inlet' }))).toBeNull();
    expect(fillOf(runOf({}, ['dam-out', 30]))).toBeNull();
    expect(fillOf(runOf({ device: null }))).toBeNull();
    expect(fillOf(runOf({ backing: 'none' }))).toBeNull();
  });
  it('a second monitor listens at its own place, as quick as it declares', () => {
    const run = runOf({
      listens: [{ id: 'm2', label: 'Two', kind: 'oxygen-monitor', place: 'joint', declared: { ...declared, t90: 20 } }],
    });
    expect(monitorsOf(run).map((m) => [m.device, m.monitor.place, m.monitor.t90])).toEqual([
      ['m1', 'vent', 11],
      ['m2', 'joint', 20],
    ]);
  });
  it('the shop’s own prior is used for set-ups of its kind', () => {
    const own = { ...SHIPPED, pace: { ...SHIPPED.pace, mean: 0.2 } };
    expect(fillOf(runOf(), { straight: own, fitted: null })?.prior?.pace.mean).toBe(0.2);
    expect(fillOf(runOf(), { straight: null, fitted: own })?.prior).toBeUndefined();
  });
});

describe('the readings it goes by', () => {
  const at = (i: number, ppm: number, quality = 'good'): Reading => ({ at: T0 + i * 1000, ppm, quality });
  it('leaves out what is not good, what is at the top of the scale, and all of a stretch that was frozen', () => {
    // By its maker it flickers by 1.5 ppm in steps of 1: twenty alike and more are no chance.
    const moving = Array.from({ length: 30 }, (_, i) => at(i, 5000 - 100 * i + (i % 3)));
    const frozen = Array.from({ length: 60 }, (_, i) => at(30 + i, 900));
    const after = [at(95, 400), at(96, 396)];
    const list = [...moving, ...frozen, ...after, at(97, 390, 'fault'), at(98, 250_000)];
    const kept = believed(list, declared);
    expect(kept.filter((r) => r.ppm === 900)).toEqual([]);
    expect(kept.slice(0, 30)).toEqual(moving);
    expect(kept.slice(-2)).toEqual(after);
  });
  it('near zero a still figure is what a clean purge looks like', () => {
    const still = Array.from({ length: 60 }, (_, i) => at(i, 2));
    expect(believed(still, declared)).toHaveLength(60);
  });
  it('measured flow counts where it is off by more than a meter may be', () => {
    const q = setup.lines.reduce((s, l) => s + l.flow, 0);
    const flows = [0, 1, 2, 3, 4].map((i) => ({ at: T0 + i * 1000, flow: q * [1, 1.05, 1.52, 1.5, 0.98][i]! }));
    expect(flowsOf(flows, setup, T0)).toEqual([
      [2, 1.5],
      [4, 1],
    ]);
  });
});

const span = (low: number, high: number) => ({ low, value: (low + high) / 2, high });
const answer = (over: Partial<Answer> = {}): Answer => ({
  ...{
    vent: span(40, 80),
    joint: span(60, 120),
    reads: span(45, 90),
    reach: 0.94,
    jointReach: 0.9,
    gasNow: { vent: span(300, 400), joint: span(400, 900) },
  },
  ...{ floor: span(5, 20), leak: span(1e-9, 1e-8), floorAbove: 0.02, branchAbove: 0.01, leaks: 0.1, now: 60, last: { t: 60, ppm: 700 } },
  ...{ state: 'fresh', wont: false, signs: [], keptOut: [], layered: false },
  ...over,
});
const said = (over: Partial<Answer> = {}): Remains => ({ key: 'k', at: T0, hold: 10, answer: answer(over) });

describe('how it is said', () => {
  it('ready: the reading and its hold, counted down; always an estimate, and the joint not measured', () => {
    expect(readyIn(said(), T0 + 5000)).toEqual({ low: 50, high: 95 });
    expect(remainsWords(said(), T0 + 5000, 'metric')).toBe('Ready in 0:50 to 1:35, an estimate.');
    expect(besideWords(said(), ['vent', 'joint'], T0)).toBe(
      '94 of 100 like this get there. The joint, measured beside it, in 1:00 to 2:00.',
    );
    expect(besideWords(said(), ['vent'], T0)).toBe('94 of 100 like this get there. The joint, not measured, by the model in 1:00 to 2:00.');
    expect(remainsWords(said({ reads: span(45, 4000) }), T0, 'metric')).toBe('Ready in 0:55 or more, an estimate.');
  });
  it('will not reach: what stays and what to look for, a leak named only where nothing else can be it', () => {
    const wont = { wont: true, reach: 0.04, floor: span(250, 350), reads: null };
    expect(remainsWords(said({ ...wont, leaks: 0.97 }), T0, 'metric')).toBe('Will not reach: about 300 ppm stays; look for a leak in.');
    expect(remainsWords(said({ ...wont, leaks: 0.5 }), T0, 'metric')).toMatch(
      /Leak, gas and bypass look alike: cannot tell from one monitor\./,
    );
    expect(remainsWords(said({ ...wont, leaks: 0.97, floorAbove: 0.8, branchAbove: 0.3 }), T0, 'metric')).toMatch(/cannot tell yet/);
    expect(readyIn(said(wont), T0)).toBeNull();
  });
  it('nothing new of old readings, and no time while oxygen rises', () => {
    expect(remainsWords(said({ state: 'stale' }), T0, 'metric')).toBe('');
    expect(besideWords(said({ state: 'stale' }), ['vent'], T0)).toBe('');
    // Nothing was asked since, for the cell was found to be frozen: what was said runs out.
    expect(remainsWords(said(), T0 + 15_000, 'metric')).toBe('');
    expect(readyIn(said(), T0 + 15_000)).toBeNull();
    expect(remainsWords(said({ state: 'rising' }), T0, 'metric')).toMatch(/no time/);
    expect(readyIn(said({ state: 'rising' }), T0)).toBeNull();
  });
  it('a sign is one alarm, names no cause, and is quiet once it was answered', () => {
    const run = runOf();
    const seen = { ...said({ signs: [{ t: 30, kind: 'rises', grave: true }], state: 'rising' }), at: T0 + 40_000 };
    const happened = happenedOf(seen, run.fillingSince);
    expect(happened).toMatchObject({ at: T0 + 30_000, on: true, text: expect.stringMatching(/cannot say which/) as string });
    const now = T0 + 40_000;
    const readings = [{ at: now, ppm: 30_000, quality: 'good' as const }];
    const calls = (r: RunState) =>
      alarmsOf(r, { readings, sensor: { state: 'good', since: null, text: '' }, dryIn: null, now, heldFrom: now, happened }).map(
        (a) => a.kind,
      );
    expect(calls(run)).toEqual(['happened']);
    const answered = foldRun(
      [event(1, 'run.started', 0, started), event(2, 'run.answered', 41, { alarm: 'happened', upTo: new Date(now).toISOString() })],
      { version: 2 },
    );
    expect(calls(answered as RunState)).toEqual([]);
    expect(happenedOf(said(), run.fillingSince)).toBeNull();
  });
});

describe('on record', () => {
  const shapes = runThrough(shapesOf(setup, spacesOf(setup)));
  const run = runOf({}, ['arc-on', 300], ['arc-off', 360]);
  const fill = fillOf(run);
  if (!fill) throw new Error('no fill');
  /** Four mixed tanks seen by a cell of 4.8 s; one that stands still for half a minute would be taken for frozen. */
  const readings = (floor: number): Reading[] => {
    let z = AIR_OXYGEN_PPM;
    return Array.from({ length: 298 }, (_, i) => {
      const gas = floor + (AIR_OXYGEN_PPM - floor) * tanksRemaining(((i + 1) * shapes.asked) / shapes.volume, 4);
      z += (gas - z) * -Math.expm1(-1 / 4.8);
      return { at: T0 + (i + 1) * 1000, ppm: Math.round(z + (i % 3)), quality: 'good' };
    });
  };
  const f = foretoldOf(run, fill, shapes, [readings(12)], false) as Foretold;
  it('what was said at gas on, at half time and at arc on, and what came', () => {
    const came = readings(12).findIndex((r) => r.ppm <= 50) + 1;
    expect(f).toMatchObject({ came, wont: null, prior: 'shipped', place: 'vent', limitPpm: 50 });
    expect(f.said.map((s) => s.when)).toEqual(['gas-on', 'half', 'arc-on']);
    expect(f.said[1]?.at).toBe(Math.floor(came / 2));
    // Ranges narrow, and hold what came.
    const [first, half] = f.said;
    const width = (s: typeof half) => (s?.range?.high ?? 0) - (s?.range?.low ?? 0);
    expect(width(half)).toBeLessThan(width(first));
    expect(half && heldBy(f, half)).toBe(true);
    const line = tellForetold(f, { system: 'metric' } as Parameters<typeof tellForetold>[1]);
    expect(line.details.join('\n')).toMatch(/At half time .*it came within/);
    expect(line.details.join('\n')).toMatch(/an estimate, and no measurement/);
  });
  it('the same again is the same, to the last digit', () => {
    expect(JSON.stringify(foretoldOf(run, fill, shapes, [readings(12)], false))).toBe(JSON.stringify(f));
  });
  it('that it will not reach is kept with its hour', () => {
    const never = foretoldOf(run, fill, shapes, [readings(400)], false) as Foretold;
    expect(never.came).toBeNull();
    expect(never.wont).toBeGreaterThan(20);
    // A mean of logarithms, over those too that hold it for a branch.
    expect(Math.exp(never.learnt.leak.mean)).toBeGreaterThan(0.2 * (388 / AIR_OXYGEN_PPM) * shapes.asked);
  });
  it('too little to say is nothing', () => expect(foretoldOf(run, fill, shapes, [readings(12).slice(0, 5)], false)).toBeNull());
  it('over many: so many within, and what was said not to reach', () => {
    const far: Foretold = { ...f, came: (f.came ?? 0) + 500 };
    const never: Foretold = { ...f, came: null, wont: 60 };
    const wrongly: Foretold = { ...f, wont: 5 };
    const score = scoreOf([f, f, far, never, wrongly]);
    expect(score.by.half).toEqual({ held: 3, of: 4 });
    expect(score).toMatchObject({ purges: 5, reached: 4, wont: { right: 1, wrong: 1 } });
  });
});

describe('what a shop’s purges teach', () => {
  const one = (pace: number, leak: number) => ({ pace: { mean: pace, sd: 0.1 }, leak: { mean: Math.log(leak), sd: 1 } });
  const tight = 3e-4 / 60_000;
  it('nothing from a few', () =>
    expect(
      learnPrior(
        Array.from({ length: ENOUGH - 1 }, () => one(0.2, tight)),
        false,
      ),
    ).toBeNull());
  it('pace goes to theirs, and by how far with their number; what is shipped stays beside it', () => {
    const few = learnPrior(
      Array.from({ length: 12 }, () => one(0.3, tight)),
      false,
    );
    const many = learnPrior(
      Array.from({ length: 120 }, () => one(0.3, tight)),
      false,
    );
    expect(few?.pace.mean).toBeGreaterThan(0.15);
    expect(many?.pace.mean).toBeGreaterThan(few?.pace.mean ?? 1);
    expect(many?.pace.mean).toBeLessThan(0.3);
    expect(many?.pace.sd).toBeGreaterThanOrEqual(0.5 * SHIPPED.pace.sd);
    expect(many?.pace.unchecked).toBe(SHIPPED.pace.unchecked);
  });
  it('leaks of purges with something wrong do not make the others leaky, but likelier', () => {
    const mixed = learnPrior(
      [...Array.from({ length: 12 }, () => one(0, tight)), ...Array.from({ length: 8 }, () => one(0, 1e-2 / 60_000))],
      false,
    );
    expect(mixed?.leak.tight.median).toBeCloseTo(SHIPPED.leak.tight.median, 10);
    expect(mixed?.leak.share).toBeGreaterThan(2 * SHIPPED.leak.share);
  });
  it('is offered with enough purges of a kind, beside what is in force, and not again before many more', () => {
    const f = { learnt: one(0.2, tight), unchecked: false, said: [], came: 1, wont: null } as unknown as Foretold;
    const list = Array.from({ length: 14 }, () => f);
    const [straight, fitted] = shopScore(list, []).offers;
    expect(straight).toMatchObject({ purges: 14, inForce: null });
    expect(straight?.learnt?.pace.mean).toBeGreaterThan(0.1);
    expect(fitted).toMatchObject({ purges: 0, learnt: null });
    const body = straight?.learnt ?? SHIPPED;
    expect(shopScore(list, [{ id: 'p', unchecked: false, body, purges: 14, at: 0 }]).offers[0]).toMatchObject({
      learnt: null,
      inForce: { id: 'p', purges: 14 },
    });
  });
});
