/** What is offered was run; what a cover test says; what cannot be reckoned with; what is looked at. */
import { describe, expect, it } from 'vitest';
import {
  cfh,
  correctionOf,
  courseOf,
  coverOf,
  fastest,
  fieldSeen,
  figuresOf,
  momentsOf,
  planTorch,
  ratioOf,
  shieldAdvice,
  unfit,
  windowOf,
  type CoverTest,
  type Over,
  type Owned,
  type TorchPlan,
} from './index';

const INCH = 0.0254;
const titanium: Over = { alloy: 'Ti-2', wall: 3.05e-3, od: 88.9e-3, seam: Math.PI * (88.9e-3 - 3.05e-3), opened: false };
const tube: Over = { alloy: '316L', wall: 1.65e-3, od: 50.8e-3, seam: Math.PI * (50.8e-3 - 1.65e-3), opened: false };
const plan = (over: Partial<TorchPlan> = {}): TorchPlan => ({
  ...{ cup: 12, lens: true, screen: false, electrode: 2.4e-3, stickOut: 0.0127, flow: cfh(28), amps: 78, travel: 1.7e-3, tilt: 0 },
  ...{ trailing: { length: 3 * INCH, width: INCH }, aim: 'bright' },
  ...over,
});
const owned: Owned = {
  cups: [8, 12, 16].map((cup) => ({ label: `Cup ${cup}`, cup, lens: true, screen: false })),
  shields: [
    { label: 'narrow', length: 3 * INCH, width: INCH },
    { label: 'wide', length: 5 * INCH, width: 2.5 * INCH },
  ],
};
const none = () => null;

describe('what would cover more', () => {
  it('is what the plan comes to with that change, and suffices where it says so', () => {
    const advice = shieldAdvice(plan(), titanium, owned, none, 'inch');
    expect(advice.length).toBeGreaterThan(0);
    for (const a of advice) {
      const then = planTorch({ ...plan(), ...a.change }, titanium, null, 'inch', false);
      expect(then.shielding.hottest.value).toBeCloseTo(a.hottest.value, 6);
      expect(!then.bare).toBe(a.suffices);
    }
    expect(advice[0]).toMatchObject({ id: 'shield-wide', suffices: true });
  });
  it('names the shield it would take where none that is owned suffices, and says that it is not owned', () => {
    const [first] = shieldAdvice(plan(), titanium, { ...owned, shields: [] }, none, 'inch');
    expect(first?.text).toContain('not owned');
    expect(first?.suffices).toBe(true);
    expect(first?.change.trailing?.width).toBeGreaterThan(1.4 * INCH);
  });
  it('puts a torch right that stands too far out with too little gas, before anything is bought', () => {
    const ids = shieldAdvice(plan({ stickOut: 0.04, flow: cfh(8) }), titanium, owned, none, 'inch', 9).map((a) => a.id);
    expect(ids).toContain('flow');
    expect(ids).toContain('stick-out');
  });
  it('takes the narrower cup, and the shield off, for who wants colour', () => {
    const advice = shieldAdvice(plan({ aim: 'colour' }), titanium, owned, none, 'inch');
    expect(advice[0]).toMatchObject({ id: 'no-shield', suffices: false });
    expect(advice.slice(1).every((a) => (a.change.cup ?? 99) < 12)).toBe(true);
  });
  it('goes slower only as far as the shield is long enough for the same bead', () => {
    const p = plan({ trailing: { length: 2 * INCH, width: 4 * INCH }, travel: 3.4e-3, amps: 115 });
    const most = fastest(p, titanium, planTorch(p, titanium, null, 'metric', false));
    expect(most).not.toBeNull();
    expect(most ?? 1).toBeLessThan(p.travel);
  });
});

describe('a plan', () => {
  it.each([
    [{ travel: 0 }, 'travel'],
    [{ amps: 0 }, 'amps'],
    [{ flow: 0 }, 'flow'],
    [{ stickOut: 0 }, 'stickOut'],
    [{ trailing: { length: 0.4, width: 0.03 } }, 'trailing'],
  ] as const)('%j cannot be reckoned with, said at its field', (over, at) =>
    expect(unfit(plan(over), titanium, 'inch')).toMatchObject({ at, level: 'stop' }),
  );
  it.each([
    [{ flow: cfh(80) }, 'flow', 'Too much gas'],
    [{ flow: cfh(5) }, 'flow', 'Too little gas'],
    [{ stickOut: 2 * INCH }, 'stickOut', 'too far out'],
    [{ cup: 20, lens: false }, 'cup', 'wants a lens'],
    [{ amps: 20 }, 'amps', 'would'],
    [{ amps: 300 }, 'amps', 'falls through'],
  ] as const)('%j is reckoned with, and what is wrong is said', (over, at, text) => {
    const fault = planTorch(plan({ trailing: null, ...over }), titanium, null, 'inch', false).faults.find((f) => f.at === at);
    expect(fault?.text).toContain(text);
  });
  it('a cup wider than a small tube curves is a guess, and says so', () => {
    const small: Over = { ...tube, od: 0.0127, wall: 1.24e-3, seam: Math.PI * 0.0115 };
    const p = plan({ trailing: null, amps: 29, travel: 2.1e-3 });
    expect(planTorch(p, small, null, 'inch', false).faults.some((f) => f.text.includes('wider than this tube curves'))).toBe(true);
  });
  it('on opened work a pass need not melt the wall', () => {
    const p = plan({ trailing: null, amps: 30 });
    expect(planTorch(p, { ...titanium, opened: true }, null, 'inch', false).faults.some((f) => f.at === 'amps')).toBe(false);
  });
  it('a ferrule close by gets hotter than one farther off, and is warned of', () => {
    const p = plan({ trailing: null, amps: 46, aim: 'straw' });
    const planned = planTorch(p, tube, null, 'metric');
    const face = (distance: number) => figuresOf(p, tube, planned, 1, distance).find((f) => f.id === 'ferrule');
    expect(face(0.0127)?.value).toBeGreaterThan((face(0.04)?.value ?? 0) + 100);
    expect(face(0.0127)?.caution).toContain('warp');
    expect(face(0.06)?.caution).toBe('');
    expect(figuresOf(p, tube, planned, 1).some((f) => f.id === 'ferrule')).toBe(false);
  });
});

describe('what is seen', () => {
  const p = plan();
  const planned = planTorch(p, titanium, null, 'metric');
  const course = courseOf(p, titanium, planned);
  const window = windowOf(p, titanium, planned, 2);
  it('never more than one turn of a ring, and all of tail and shield', () => {
    expect(window.ahead + window.behind).toBeLessThan(titanium.seam);
    expect(window.behind).toBeGreaterThan(planned.heat.lengthAbove.value);
  });
  it('the line on the drawing is as long and as wide as the figures say, before the arc comes round to its own heat', () => {
    const f = fieldSeen(course, planned, p, { t: 0.6 * course.off, ...window, columns: 400, rows: 200 });
    const hot = Array.from(f.celsius, (c, i) => ({
      c,
      x: f.from.x + ((i % f.width) + 0.5) * f.step.x,
      y: f.from.y + (Math.floor(i / f.width) + 0.5) * f.step.y,
    }));
    const above = hot.filter((h) => h.c > planned.limit);
    expect(Math.max(...above.map((h) => -h.x)) / planned.heat.lengthAbove.value).toBeCloseTo(1, 1);
    expect(Math.max(...above.map((h) => h.y)) / planned.heat.halfWidthAbove.value).toBeCloseTo(1, 1);
    expect(f.bare?.celsius).toBeGreaterThan(planned.shielding.hottest.value - 25);
    expect(f.bare?.celsius).toBeLessThan(planned.shielding.hottest.value + 25);
  });
  it('starts cold, and cools once the arc is out', () => {
    const at = (t: number) => fieldSeen(course, planned, p, { t, ...window }).hottest;
    const { off, end, moments } = momentsOf(p, titanium, planned);
    expect(at(off + 5)).toBeGreaterThan(at(off + 20));
    expect(at(end)).toBeLessThan(planned.limit + 20);
    expect(moments.map((m) => m.t)).toEqual([...moments.map((m) => m.t)].sort((a, b) => a - b));
  });
});

describe('a cover test', () => {
  const cup = { cup: 12, lens: true, screens: 0 };
  const test = (silver: number, over: Partial<CoverTest> = {}): CoverTest => ({
    ...{ metal: 'titanium', colours: 427, seconds: 15, stickOut: 0.0127, flow: cfh(28), screen: false, silver, ringSeen: true },
    ...over,
  });
  const computed = 2 * coverOf({ ...cup, gap: 0.0127 + 1.5e-3, flow: cfh(28) }).aside;
  const of = (...tests: CoverTest[]) =>
    correctionOf(
      tests.map((t) => ({ ratio: ratioOf(cup, t), metal: t.metal })),
      'titanium',
    );
  it('says measured over computed; more of them say it more surely', () => {
    expect(of(test(0.8 * computed))?.factor).toBeCloseTo(0.8, 6);
    const [one, four] = [of(test(0.8 * computed)), of(...[0.78, 0.8, 0.8, 0.82].map((x) => test(x * computed)))];
    expect((four?.high ?? 9) - (four?.low ?? 0)).toBeLessThan((one?.high ?? 0) - (one?.low ?? 0));
    expect(one?.low).toBeLessThan(0.8);
  });
  it('tests that disagree say so; a coupon of the other metal is less sure; without a ring of colour it says nothing', () => {
    const wide = of(test(0.5 * computed), test(1.2 * computed));
    const close = of(test(0.77 * computed), test(0.78 * computed));
    expect((wide?.high ?? 0) / (wide?.low ?? 1)).toBeGreaterThan((close?.high ?? 9) / (close?.low ?? 1));
    const other = of(test(0.8 * computed, { metal: 'stainless' }));
    expect(other?.low).toBeLessThan(of(test(0.8 * computed))?.low ?? 0);
    expect(of(test(0.8 * computed, { ringSeen: false }))).toBeNull();
    expect(of()).toBeNull();
  });
  it('a cup that covers less leaves more bare', () => {
    const p = plan({ trailing: null });
    const [as, less] = [null, of(test(0.7 * computed))].map((c) => planTorch(p, titanium, c, 'metric', false).shielding.hottest.value);
    expect(less).toBeGreaterThan(as ?? Infinity);
  });
});
