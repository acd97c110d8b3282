import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { parseList } from '../../basics/spool';
import { bernoulli, fatness, spacesOf, sparseLU } from '../network';
import { adviceOn, entering, planOf, planPurge, predict, runThrough, sequencePoint } from './index';
import {
  closeUp,
  coolDistance,
  leastDistance,
  damPractice,
  damSchema,
  damStands,
  kitOf,
  kitSchema,
  peakTemperature,
  setupForWeld,
  setupSchema,
  setupWords,
  startingSetup,
  withJacket,
  withKit,
  withoutPart,
  withPart,
  type Setup,
} from '../setup';

const two = findSize('inch-tube', '2') as Size;
const lpm = (x: number) => x / 60_000;
const laid = (list: string, over: Partial<Setup> = {}, size = two): Setup => {
  const read = parseList(list, 'metric', 'inch-tube', size);
  if (!read.ok) throw new Error(read.error.text);
  return { ...closeUp(read.parts, read.joint, startingSetup(size, over.gas ?? 'argon')), ...over };
};
const coarse = { cells: 60, tolerance: 0.05 };
const time = (s: Setup, limit = 100) => predict(s, spacesOf(s), limit, coarse).times;
const stops = (s: Setup, limit = 50) => {
  const spaces = spacesOf(s);
  return planOf(s, spaces, predict(s, spaces, limit, coarse), null, limit, 'metric')
    .plan.rules.filter((r) => r.level === 'stop')
    .map((r) => r.id);
};
const start = startingSetup(two);

describe('what keeps a set-up from being a purge is named at its place, and the rest keeps working', () => {
  const tee = laid('300, weld, tee up [100], 300');
  const cases: [string, Setup, string, RegExp][] = [
    ['an open end', { ...tee, dams: tee.dams.filter((d) => d.part !== 'p3') }, 'p3', /does not close/],
    ['no vent', { ...start, vents: [] }, 'vent', /no vent/],
    ['no inlet', { ...start, inlets: [] }, 'inlet', /no inlet/],
    ['no flow', { ...start, lines: [{ id: 'l1', flow: 0 }] }, 'flow', /no flow/],
    [
      'a dam in a fitting',
      { ...tee, dams: [...tee.dams, { id: 'd9', part: 'p2', at: 0.03, kind: 'bung', pinhole: null }] },
      'd9',
      /inside a fitting/,
    ],
    ['a dam beyond its part', { ...start, dams: start.dams.map((d) => (d.id === 'd2' ? { ...d, at: 9 } : d)) }, 'd2', /beyond the end/],
    [
      'a dam on a part that is gone',
      { ...start, dams: [...start.dams, { id: 'd9', part: 'p77', at: 0.1, kind: 'bung', pinhole: null }] },
      'd9',
      /not there/,
    ],
    ['an inlet through nothing', { ...start, inlets: start.inlets.map((i) => ({ ...i, on: 'd77' })) }, 'i1', /goes through nothing/],
    [
      'a vent in another space',
      {
        ...laid('300, weld, 900'),
        ...((): Partial<Setup> => {
          const s = laid('300, weld, 900');
          return { dams: [...s.dams, { id: 'd9', part: 'p2', at: 0.2, kind: 'bung', pinhole: null }] };
        })(),
      },
      'i1',
      /another space/,
    ],
    [
      'an unfed jacket',
      { ...laid('300, weld, 600, jacket 3'), inlets: laid('300, weld, 600').inlets, vents: laid('300, weld, 600').vents },
      'j1',
      /jacket is not fed/,
    ],
    ['no joint chosen', { ...start, joint: null }, 'joint', /Choose the joint/],
    ['a line that is not there', { ...start, inlets: start.inlets.map((i) => ({ ...i, line: 'l9' })) }, 'i1', /no gas line/],
  ];
  it.each(cases)('%s', (_what, setup, at, text) => {
    const { faults } = spacesOf(setup);
    expect(faults.map((f) => f.at)).toContain(at);
    expect(faults.map((f) => f.text).join(' ')).toMatch(text);
    expect(planPurge(setup, 50, 'metric', 0).ok).toBe(false);
  });
  it('a good set-up has none, in every series and size', () => {
    for (const size of [two, findSize('inch-tube', '1/2'), findSize('metric-tube', '100'), findSize('pipe', '10', '10S')] as Size[]) {
      const s = startingSetup(size);
      expect(setupSchema.safeParse(s).error?.issues ?? []).toEqual([]);
      expect(spacesOf(s).faults).toEqual([]);
    }
  });
});

describe('rules of the trade', () => {
  const vent = (height: 'low' | 'middle' | 'high', bore = 0.006): Setup['vents'] => [{ id: 'v1', on: 'd2', height, bore }];
  it.each([
    ['a good set-up', start, []],
    ['a low vent', { ...start, vents: vent('low') }, ['vent-height']],
    ['a small vent', { ...start, vents: vent('high', 0.0025) }, ['vent-small']],
    ['a vent as wide as the bore', { ...start, vents: vent('high', 0.06) }, ['vent-wide']],
    ['inlet and vent at one end', { ...start, vents: [{ id: 'v1', on: 'd1', height: 'high' as const, bore: 0.006 }] }, ['bypass']],
    ['a bung too near', { ...start, dams: start.dams.map((d) => (d.id === 'd2' ? { ...d, at: 0.008 } : d)) }, ['dam-never']],
    ['a closed branch', laid('300, weld, tee up [100, cap], 300'), ['dead-leg']],
    ['an inlet wider than the tube', { ...start, inlets: start.inlets.map((i) => ({ ...i, bore: 0.08 })) }, ['inlet-wide']],
    ['helium vented high', { ...start, gas: 'helium' as const }, ['vent-height']],
    ['helium vented low', startingSetup(two, 'helium'), []],
    ['nitrogen vented low', { ...start, gas: 'nitrogen' as const, vents: vent('low') }, []],
    ['vented at the foot of a riser: slower, not wrong', { ...laid('400, weld, 400'), tilt: 90 }, []],
    ['vented at the top of a riser', { ...laid('400, weld, 400'), tilt: -90 }, []],
  ] as [string, Setup, string[]][])('%s', (_what, setup, wrong) => expect(stops(setup)).toEqual(wrong));
  it('gives no time where the gas passes the air by, below 50 ppm, or below what the supply holds', () => {
    const plan = (s: Setup, limit: number) => {
      const p = planPurge(s, limit, 'metric', 0);
      if (!p.ok) throw new Error(p.faults.join());
      return p.plan;
    };
    expect(plan({ ...start, vents: vent('low') }, 100).joint.value).toBeNull();
    expect(plan({ ...start, vents: vent('low') }, 100).figures[0]?.caution).toMatch(/read clean while air is left/);
    expect(plan(start, 20).figures[0]?.caution).toMatch(/without a reading/);
    expect(plan({ ...start, supplyPpm: 200 }, 100).figures[0]?.caution).toMatch(/Cannot reach/);
    expect(plan(start, 100).joint.value).toBeGreaterThan(5);
    expect(plan({ ...start, vents: vent('low') }, 100).figures.some((f) => f.label.startsWith('Air trapped'))).toBe(true);
  });
  it('a silicone hose shows in what enters; PTFE does not', () => {
    const hose = (material: 'silicone' | 'ptfe') =>
      entering({ ...start, inlets: start.inlets.map((i) => ({ ...i, hose: { ...i.hose, length: 10, material } })) }).oxygen;
    expect(hose('silicone') - start.supplyPpm).toBeCloseTo(88, 6);
    expect(hose('ptfe') - start.supplyPpm).toBeLessThan(1);
  });
  it('the peak temperature falls with the distance and the dams stand where they stand it', () => {
    for (const kind of damSchema.options) {
      for (const wall of [0.9e-3, 1.65e-3, 3.4e-3, 7.11e-3]) {
        expect(peakTemperature(coolDistance(kind, wall), wall)).toBeCloseTo(damStands[kind], 6);
        expect(peakTemperature(coolDistance(kind, wall) + 0.01, wall)).toBeLessThan(damStands[kind]);
        expect(leastDistance(kind, wall)).toBeGreaterThanOrEqual(Math.max(damPractice[kind].least, coolDistance(kind, wall)) - 1e-9);
      }
      expect(damPractice[kind].never).toBeLessThan(damPractice[kind].least);
    }
  });
});

describe('properties of the model', () => {
  it('oxygen is conserved in any spool', () => {
    const pieces = fc.array(
      fc.constantFrom('200', '500', 'elbow up', 'elbow near', 'tee up [60, cap]', 'nipple far 1 x 70 mm', 'ferrule'),
      { minLength: 1, maxLength: 5 },
    );
    fc.assert(
      fc.property(pieces, fc.constantFrom(0, -30, 90), fc.constantFrom('argon', 'helium', 'nitrogen' as const), (list, tilt, gas) => {
        const read = parseList(`300, weld, ${list.join(', ')}, 200`, 'metric', 'inch-tube', two);
        if (!read.ok) throw new Error(read.error.text);
        const s = { ...closeUp(read.parts, read.joint, startingSetup(two, gas)), tilt };
        const spaces = spacesOf(s);
        // A turn the run already makes cannot be built; it is named, not computed.
        if (spaces.faults.length) return;
        const p = predict(s, spaces, 1000, coarse);
        expect(p.march.imbalance).toBeLessThan(1e-9);
        expect(Math.min(...p.march.end)).toBeGreaterThan(-5);
        const out = p.march.flow.opening.reduce((x, y) => x + y, 0);
        expect(out / lpm(8)).toBeCloseTo(1, 6);
      }),
      { numRuns: 25 },
    );
  });
  it('a longer body never clears sooner at the vent, within one regime', () => {
    const vent = [0.4, 0.6, 0.9, 1.4, 2].map((half) => time(startingSetup(two, 'argon', 3, half)).vent as number);
    for (let i = 1; i < vent.length; i++) expect(vent[i]).toBeGreaterThan(vent[i - 1] as number);
  });
  it('turning over reverses the order of argon and helium', () => {
    const tall = (gas: 'argon' | 'helium', tilt: number) => {
      const s = startingSetup(two, gas, 3, 0.5);
      return time({ ...s, tilt, inlets: s.inlets.map((i) => ({ ...i, on: 'd1' })), vents: s.vents.map((v) => ({ ...v, on: 'd2' })) })
        .vent as number;
    };
    // -90: the inlet is below. Argon wants that, helium the reverse.
    expect(tall('argon', -90)).toBeLessThan(tall('argon', 90));
    expect(tall('helium', 90)).toBeLessThan(tall('helium', -90));
  });
  it('a level body has the same figures whichever end is fed, and turned half over about its length', () => {
    const s = startingSetup(two, 'argon', 3, 0.5);
    const other = { ...s, inlets: s.inlets.map((i) => ({ ...i, on: 'd2' })), vents: s.vents.map((v) => ({ ...v, on: 'd1' })) };
    expect(time(other).vent as number).toBeCloseTo(time(s).vent as number, 1);
    expect(time({ ...s, roll: 180 }).vent as number).toBeCloseTo(time(s).vent as number, 6);
  });
  it.each(['argon', 'helium'] as const)('%s: two per cent more flow, length or slope moves no time by eight per cent', (gas) => {
    const sizes: [Size, number, number][] = [
      [findSize('pipe', '8', '10S') as Size, 0.25, 16],
      [findSize('pipe', '8', '10S') as Size, 0.6, 12],
      [findSize('inch-tube', '3') as Size, 0.25, 8],
      [findSize('inch-tube', '4') as Size, 0.5, 20],
      [two, 0.4, 15],
    ];
    for (const [size, half, flow] of sizes)
      for (const kind of ['diffuser', 'open'] as const) {
        const at = (h: number, q: number, tilt: number) => {
          const s = startingSetup(size, gas, 3, h);
          return time({ ...s, tilt, lines: [{ id: 'l1', flow: lpm(q) }], inlets: s.inlets.map((i) => ({ ...i, kind })) }, 1000);
        };
        for (const k of [0.7, 1, 1.4]) {
          const [a, ...others] = [
            at(half * k, flow, 1),
            at(half * k * 1.02, flow, 1),
            at(half, flow * k, 0),
            at(half, flow * k * 1.02, 0),
            at(half, flow, 3 * k),
            at(half, flow, 3 * k * 1.02),
          ];
          for (const [x, y] of [
            [a, others[0]],
            [others[1], others[2]],
            [others[3], others[4]],
          ])
            for (const place of ['joint', 'vent'] as const)
              expect(Math.abs(Math.log((y?.[place] ?? 0) / (x?.[place] ?? 1))), `${size.od} ${kind} ${k} ${place}`).toBeLessThan(
                Math.log(1.08),
              );
        }
      }
  });
  it('from the layered body to the stirred one the weight passes without a corner', () => {
    const at = (flow: number) => fatness({ bore: 0.2109, length: 0.5, flow: lpm(flow), gas: 'argon', rise: 0 });
    expect([at(10), at(200)]).toEqual([1, 0]);
    for (let q = 10; q < 200; q *= 1.02) expect(at(q) - at(q * 1.02)).toBeLessThan(0.03);
  });
  it('a jacket and its tube fed from one line share it and are both purged', () => {
    const s = withJacket(laid('200, weld, 600, 200'), 'p2');
    const spaces = spacesOf(s);
    expect(spaces.faults).toEqual([]);
    const p = predict(s, spaces, 1000, { ...coarse, untilEverywhere: 3600 });
    expect([...p.march.flow.feed].every((q) => q > lpm(0.5))).toBe(true);
    expect(p.march.flow.feed.reduce((a, b) => a + b, 0)).toBeCloseTo(lpm(8), 9);
    expect(p.times.everywhere).not.toBeNull();
  });
});

describe('the last place to clear', () => {
  const lastOf = (s: Setup) => {
    const planned = planPurge(s, 50, 'metric', 0);
    return planned.ok ? planned.plan.figures.find((f) => f.label.startsWith('Last to clear')) : undefined;
  };
  it('clears no sooner than the joint, and the plan says when', () => {
    const joint = time(start, 50).joint ?? Infinity;
    expect(lastOf(start)?.value).toBeGreaterThanOrEqual(0.9 * joint);
    expect(lastOf(start)?.caution).toBe('');
  });
  it('a dead leg that does not clear is said; a quick look, which did not wait for it, says nothing of it', () => {
    const dead = laid('300 mm, weld, tee up [600 mm], 300 mm');
    expect(lastOf(dead)?.caution).toBe('Does not clear in six hours.');
    const spaces = spacesOf(dead);
    const quick = planOf(dead, spaces, predict(dead, spaces, 50, coarse), null, 50, 'metric').plan;
    expect(quick.figures.find((f) => f.label.startsWith('Last to clear'))?.caution).toBe('');
  });
});

describe('advice', () => {
  const first = (s: Setup, limit = 100) => runThrough(adviceOn(s, spacesOf(s), limit, 'metric'));
  it('puts what frees a purge first: a low vent is raised', () => {
    const [best] = first({ ...start, vents: start.vents.map((v) => ({ ...v, height: 'low' as const })) });
    expect(best).toMatchObject({ id: 'vent-v1', frees: true });
    expect(stops(best?.setup as Setup)).toEqual([]);
  });
  it('vents the closed branch, which alone needs hours', () => {
    const changes = first(laid('300, weld, nipple up 1 x 150 mm, 300'), 50);
    const leg = changes.find((c) => c.id.startsWith('leg-'));
    expect(leg?.gainLast).toBeGreaterThan(1800);
    expect(changes.indexOf(leg as (typeof changes)[number])).toBe(0);
  });
  it('what it promises is what the model says when it is done', () => {
    const s = startingSetup(two, 'argon', 3, 0.8);
    const told = (setup: Setup): number => {
      const p = planPurge(setup, 100, 'metric', 0);
      return (p.ok && p.plan.joint.value) || NaN;
    };
    const before = told(s);
    const promised = first(s).filter((c) => c.gain !== null);
    expect(promised.length).toBeGreaterThan(2);
    // Advice reckons coarsely, the plan finely: to within a twentieth of the whole wait.
    for (const c of promised) expect(Math.abs(before - told(c.setup) - (c.gain as number)), c.id).toBeLessThan(0.05 * before);
  });
});

describe("more flow, and the trade's rule (common practice, no source)", () => {
  const at = (size: Size, flow: number): Setup => ({ ...startingSetup(size), lines: [{ id: 'l1', flow: lpm(flow) }] });
  const advised = (s: Setup) => runThrough(adviceOn(s, spacesOf(s), 500, 'metric')).filter((c) => c.id.startsWith('flow-1'));
  const cfh35 = (35 * 0.0283168466) / 3600;
  it.each([
    ['2 in tube', two, 5, lpm(8)],
    ['3 in tube', findSize('inch-tube', '3') as Size, 8, lpm(8)],
    ['8 in pipe', findSize('pipe', '8', '10S') as Size, 12, cfh35],
    ['6 in pipe, at the rule', findSize('pipe', '6', '10S') as Size, 60_000 * cfh35, cfh35],
  ])('%s: what is advised never goes past it', (_what, size, flow, most) => {
    for (const c of advised(at(size, flow))) expect(c.setup.lines[0]?.flow).toBeLessThanOrEqual(most * 1.000001);
    if (lpm(flow) >= most * 0.999) expect(advised(at(size, flow))).toEqual([]);
  });
  it('past it the plan gives both schools and what would settle it; at it nothing', () => {
    const said = (flow: number) => {
      const s = at(two, flow);
      const spaces = spacesOf(s);
      return planOf(s, spaces, predict(s, spaces, 500, coarse), null, 500, 'metric').plan.rules.find((r) => r.id === 'flow-most')?.text;
    };
    expect(said(8)).toBeUndefined();
    expect(said(15)).toMatch(
      /holds that more stirs and takes longer.*The model says a little sooner.*cannot see a hose aimed at the vent.*A reading/,
    );
  });
});

describe('building and taking along', () => {
  it('a part added at a closed end takes its dam along, a cap takes its place', () => {
    const longer = withPart(start, { part: 'p2', port: 'b' }, 'straight', { length: 0.5 });
    expect(spacesOf(longer).faults).toEqual([]);
    const bent = withPart(laid('300, weld, 300'), { part: 'p2', port: 'b' }, 'elbow', { angle: 90, turn: 'up' });
    expect(bent.dams.find((d) => d.part === 'p3')).toMatchObject({ at: 'b', kind: 'tape' });
    expect(spacesOf(bent).faults).toEqual([]);
    const capped = withPart(laid('300, weld, 300'), { part: 'p2', port: 'b' }, 'cap');
    expect(capped.vents[0]?.on).toBe('p3');
    expect(spacesOf(capped).faults).toEqual([]);
    const teed = withPart(laid('300, weld, 300'), { part: 'p2', port: 'b' }, 'tee', { turn: 'up' });
    expect(spacesOf(teed).faults).toEqual([]);
  });
  it('a part taken out leaves nothing hanging on it, and the last stays', () => {
    const s = laid('300, weld, tee up [100], 300');
    const less = withoutPart(s, 'p2');
    expect(less.parts.map((p) => p.id)).toEqual(['p1', 'p4']);
    expect(less.joint).toBe('p4');
    expect(less.dams.every((d) => less.parts.some((p) => p.id === d.part))).toBe(true);
    expect(withoutPart({ ...start, parts: start.parts.slice(0, 1) }, 'p1').parts).toHaveLength(1);
  });
  it('the next weld of a spool gets the next joint; those behind it are shut', () => {
    const s = laid('300, weld, elbow up, 300, elbow right, 200');
    const next = setupForWeld(s, { w1: 'p2' }, 'w2', ['w1']);
    expect([next.joint, next.joints['p2']?.state]).toEqual(['p3', 'welded']);
    expect(setupForWeld(s, { w1: 'p2' }, 'w1').joint).toBe('p2');
  });
  it('a kit goes from one spool to another', () => {
    const kit = kitOf({ ...start, lines: [{ id: 'l1', flow: lpm(12) }] });
    expect(kitSchema.safeParse(kit).success).toBe(true);
    const other = withKit(laid('900, weld, elbow up, 200'), kit as NonNullable<typeof kit>);
    expect([other.lines[0]?.flow, other.vents[0]?.bore]).toEqual([lpm(12), start.vents[0]?.bore]);
    expect(kitOf({ ...start, vents: [] })).toBeNull();
  });
  it('says itself in words', () => {
    expect(setupWords(start, 'metric').join('. ')).toMatch(
      /300 mm, weld, 300 mm.*heat-resistant bung, 140 mm from the joint.*Argon 8 L\/min; in through dam 1, low.*vent in dam 2, high/,
    );
  });
});

describe('numbers', () => {
  it('sparse elimination solves what dense elimination solves', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 14 }),
        fc.array(
          fc.tuple(fc.nat(13), fc.nat(13), fc.double({ min: 0.1, max: 3, noNaN: true }), fc.double({ min: 0.1, max: 3, noNaN: true })),
          { maxLength: 30 },
        ),
        (n, raw) => {
          const links = raw.map(([a, b, x, y]) => [a % n, b % n, x, y] as const).filter(([a, b]) => a !== b);
          const lu = sparseLU(
            n,
            links.map(([a, b]) => [a, b]),
          );
          const dense = Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === j ? 1 : 0) as number));
          for (let i = 0; i < n; i++) lu.values[i] = 1;
          links.forEach(([a, b, x, y], i) => {
            const k = lu.at[i] as number;
            const [ab, ba] = lu.swapped[i] ? [k, k - 1] : [k, k + 1];
            (lu.values[ab] as number) -= x;
            (lu.values[ba] as number) -= y;
            (lu.values[a] as number) += x + y;
            (lu.values[b] as number) += x + y;
            (dense[a] as number[])[b] = ((dense[a] as number[])[b] as number) - x;
            (dense[b] as number[])[a] = ((dense[b] as number[])[a] as number) - y;
            (dense[a] as number[])[a] = ((dense[a] as number[])[a] as number) + x + y;
            (dense[b] as number[])[b] = ((dense[b] as number[])[b] as number) + x + y;
          });
          const solution = Array.from({ length: n }, (_, i) => Math.sin(i + 1));
          const right = Float64Array.from(dense, (row) => row.reduce((s, v, j) => s + v * (solution[j] as number), 0));
          lu.factor();
          lu.solve(right);
          right.forEach((v, i) => expect(v).toBeCloseTo(solution[i] as number, 8));
        },
      ),
    );
  });
  it('the Bernoulli function passes zero smoothly: B(x) - B(-x) = -x', () => {
    fc.assert(
      fc.property(fc.double({ min: -800, max: 800, noNaN: true }), (x) => {
        expect(bernoulli(x) - bernoulli(-x)).toBeCloseTo(-x, 6);
      }),
    );
    expect(bernoulli(0)).toBe(1);
  });
  it('the sequence fills its cube: every half of every coordinate gets half the points', () => {
    const points = Array.from({ length: 200 }, (_, i) => sequencePoint(i, 6));
    for (let k = 0; k < 6; k++) {
      const low = points.filter((p) => (p[k] as number) < 0.5).length;
      expect(low).toBeGreaterThan(95);
      expect(low).toBeLessThan(105);
    }
  });
});
