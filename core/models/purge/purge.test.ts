import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { closingOf } from '../closing';
import { spacesOf } from '../network';
import { startingSetup, type Setup } from '../setup';
import { adviceOn, clockGate, planPurge, runThrough, type Plan } from './index';
import { concavePressure, leakFloor, orificeFlow, orificePressure, holeArea, tanksRemaining, tanksVolumes, mixedVolumes } from '../network';

const lpm = (x: number) => x / 60_000;

describe('bounds', () => {
  it('one tank is fully mixed; more tanks need fewer volumes; both ways agree', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 20_000, noNaN: true }),
        fc.integer({ min: 1, max: 30 }),
        fc.double({ min: 0, max: 15, noNaN: true }),
        (to, n, supply) => {
          expect(tanksVolumes(1, to, supply)).toBeCloseTo(mixedVolumes(to, supply), 6);
          expect(tanksVolumes(n + 1, to, supply)).toBeLessThan(tanksVolumes(n, to, supply));
          const theta = tanksVolumes(n, to, supply);
          expect(supply + (209_500 - supply) * tanksRemaining(theta, n)).toBeCloseTo(to, 3);
        },
      ),
    );
  });
  it('passes smoothly between whole numbers of tanks', () => {
    for (let n = 1; n < 4; n += 0.1) expect(tanksVolumes(n + 0.1, 100)).toBeLessThan(tanksVolumes(n, 100));
  });
  it('more leak never lowers the floor, more flow never raises it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e-5, noNaN: true }), fc.double({ min: 1e-5, max: 1e-3, noNaN: true }), (leak, flow) => {
        expect(leakFloor(leak * 1.5, flow)).toBeGreaterThanOrEqual(leakFloor(leak, flow));
        expect(leakFloor(leak, flow * 1.5)).toBeLessThanOrEqual(leakFloor(leak, flow) + 1e-9);
      }),
    );
  });
});

describe('pressure', () => {
  it('flow and pressure are inverses of each other', () => {
    const p = orificePressure(lpm(8), holeArea(0.004));
    expect(orificeFlow(p, holeArea(0.004))).toBeCloseTo(lpm(8), 12);
  });
  it('with no vent there is no pressure that lets the gas out', () => expect(orificePressure(lpm(8), 0)).toBe(Infinity));
  it('a wider tube carries less before its root turns concave', () =>
    expect(concavePressure({ od: 0.0762, wall: 1.65e-3 })).toBeLessThan(concavePressure({ od: 0.0254, wall: 1.65e-3 })));
});

describe('one answer', () => {
  it('the rule of the plan, the panel and what helps most say one vent size', () => {
    const s = startingSetup(findSize('pipe', '6', '10S') as Size);
    const tight = { ...s, vents: s.vents.map((v) => ({ ...v, bore: 0.003 })) };
    const c = closingOf(tight, undefined, 'least');
    const mm = `${((c?.ventWanted ?? 0) * 1000).toString()} mm`;
    const planned = planPurge(tight, 500, 'metric', 0);
    expect(planned.ok && planned.plan.rules.find((r) => r.id === 'vent-small')?.text).toContain(mm);
    const advised = runThrough(adviceOn(tight, spacesOf(tight), 500, 'metric')).find((a) => a.id === 'vent-size');
    expect(advised?.setup.vents[0]?.bore).toBe(c?.ventWanted);
  });
});

describe('by the clock', () => {
  const eight = findSize('pipe', '8', '60') as Size;
  it('8 in pipe, dams 6 in apart, 35 CFH: the trade waits fifteen minutes, and no clock is ready before (common practice, no source)', () => {
    const s = { ...startingSetup(eight, 'argon', 3, 0.0762), lines: [{ id: 'l1', flow: (35 * 0.0283168) / 3600 }] };
    const planned = planPurge(s, 500, 'metric', 8);
    if (!planned.ok) throw new Error(planned.faults.join());
    const gate = clockGate(s, planned.plan);
    expect(gate.seconds).toBeGreaterThanOrEqual(900);
    expect(gate.why).toContain("the trade's own rule: 15 minutes at 35 cfh on 8 in pipe");
  });
  it('a short 2 in spool waits three minutes, however soon the model says it is clear; a size without a rule says that there is none', () => {
    const two = startingSetup(findSize('inch-tube', '2') as Size);
    const planned = planPurge(two, 500, 'metric', 8);
    if (!planned.ok) throw new Error(planned.faults.join());
    expect(planned.plan.joint.high).toBeLessThan(120);
    expect(clockGate(two, planned.plan).seconds).toBe(180);
    const four = startingSetup(findSize('pipe', '4', '10S') as Size);
    const other = planPurge(four, 500, 'metric', 8);
    if (!other.ok) throw new Error(other.faults.join());
    expect(clockGate(four, other.plan).why).toContain('The trade has no rule of its own for this size and flow.');
  });
  it('is never ready before what the same page says is last to clear, nor before the late end of the joint', () => {
    const kept = JSON.parse(readFileSync('tests/fixtures/purges.json', 'utf8')) as { setup: Setup; plan: Plan }[];
    for (const { setup, plan } of kept) {
      const named = {
        ...plan,
        figures: plan.figures.map((f) => ({ ...f, id: /^Last to clear/.test(f.label) ? 'slowest' : f.id })),
      } as Plan;
      const { seconds } = clockGate(setup, named);
      const last = named.figures.find((f) => f.id === 'slowest')?.value ?? 0;
      if (plan.joint.high === null) expect(seconds).toBeNull();
      else expect(seconds).toBeGreaterThanOrEqual(Math.max(plan.joint.high, last));
    }
  });
});
