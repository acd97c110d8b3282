/**
 * The network model against solutions that are published elsewhere:
 * Levenspiel, Chemical Reaction Engineering (tanks in series); Ogata & Banks 1961, USGS Prof. Paper 411-A; Danckwerts 1953
 * (variance of the closed vessel); Crank, The Mathematics of Diffusion (closed end); Hagen-Poiseuille; mass balance.
 */
import { describe, expect, it } from 'vitest';
import {
  airLetIn,
  chainMesh,
  diffusivity,
  fillsInLayers,
  flowSolver,
  layering,
  leakFloor,
  march,
  mixedVolumes,
  passes,
  spacesOf,
  tanksRemaining,
  type Mesh,
} from '../../core/models/network';
import { bandOf, curveAt, deadLegTime, predict, rulesOfThumb, runThrough } from '../../core/models/purge';
import { normalQuantile } from '../../core/basics/normal';
import { closeUp, startingSetup, type Setup } from '../../core/models/setup';
import { findSize, boreArea, type Size } from '../../core/basics/sizes';
import { elbowOf, parseList, teeOf } from '../../core/basics/spool';

const AIR = 209_500;
const lpm = (x: number) => x / 60_000;
const tube = (n: string): Size => findSize('inch-tube', n) as Size;
const whole = { gas: 'argon' as const, supplyPpm: 0, tolerance: 0.01 };

/** A plain channel of n cells. */
const channel = (n: number, length: number, area: number): Mesh => {
  const dx = length / n;
  const volume = new Float64Array(n + 1).fill(area * dx);
  volume[0] = volume[n] = (area * dx) / 2;
  return chainMesh(volume, new Float64Array(n).fill(area), new Float64Array(n).fill(dx));
};

/** Complementary error function, Numerical Recipes' Chebyshev fit, relative error 1.2e-7. */
function erfc(x: number): number {
  const z = Math.abs(x);
  const t = 1 / (1 + 0.5 * z);
  const k = [0.17087277, -0.82215223, 1.48851587, -1.13520398, 0.27886807, -0.18628806, 0.09678418, 0.37409196, 1.00002368, -1.26551223];
  const y = t * Math.exp(-z * z + k.reduce((s, c) => s * t + c, 0));
  return x >= 0 ? y : 2 - y;
}

describe('march', () => {
  it.each([1, 3, 10])('%d mixed tanks, from air to 100 ppm (Levenspiel)', (n) => {
    const volume = 1e-3;
    const q = lpm(8);
    const mesh = chainMesh(
      new Float64Array(Math.max(2, n)).fill(volume / n),
      new Float64Array(Math.max(1, n - 1)).fill(1e-3),
      new Float64Array(Math.max(1, n - 1)).fill(0.1),
    );
    // A single tank: the first of two is too small to count.
    if (n === 1) mesh.volume[0] = 1e-9;
    const m = march({
      ...whole,
      mesh,
      lines: [q],
      until: 100,
      watch: [mesh.count - 1],
      longest: 1e4,
      dispersion: new Float64Array(mesh.from.length).fill(1e-20),
    });
    for (const share of [0.5, 0.1, 1e-2, 1e-3]) {
      const t = passes(m.times, m.watched[0] as number[], share * AIR) as number;
      expect(tanksRemaining((t * q) / volume, n) / share).toBeGreaterThan(0.97);
      expect(tanksRemaining((t * q) / volume, n) / share).toBeLessThan(1.03);
    }
  });

  it.each([
    [5, 1e-3],
    [20, 3e-3],
    [80, 8e-3],
  ])('Ogata-Banks at Pe %d, in shares of the start', (peclet, within) => {
    const [length, area, u, n] = [1, 1e-3, 0.01, 400];
    const D = (u * length) / peclet;
    // Three lengths of channel stand for the half-infinite one; a huge first volume holds the inlet at its concentration.
    const mesh = channel(3 * n, 3 * length, area);
    mesh.volume[0] = 1e3;
    const start = new Float64Array(mesh.count).fill(AIR);
    start[0] = 0;
    const t = 50;
    const m = march({
      ...whole,
      tolerance: 2e-3,
      mesh,
      lines: [u * area],
      start,
      until: 0,
      watch: [],
      atLeast: t,
      longest: t,
      keep: true,
      dispersion: new Float64Array(mesh.from.length).fill(D),
    });
    const field = m.end;
    for (let i = 20; i <= n; i += 20) {
      const x = (i * length) / n;
      const s = 2 * Math.sqrt(D * t);
      const arrived = 0.5 * (erfc((x - u * t) / s) + Math.exp((u * x) / D) * erfc((x + u * t) / s));
      expect(Math.abs((field[i] as number) / AIR - (1 - arrived))).toBeLessThan(within);
    }
  });

  it.each([
    [2, 0.5677],
    [10, 0.18],
    [40, 0.0488],
  ])('Danckwerts variance of a closed vessel at Pe %d is %d', (peclet, variance) => {
    const [length, area, u] = [1, 1e-3, 0.01];
    const mesh = channel(400, length, area);
    const m = march({
      ...whole,
      tolerance: 3e-3,
      mesh,
      lines: [u * area],
      until: 1,
      watch: [mesh.count - 1],
      longest: 3000,
      dispersion: new Float64Array(mesh.from.length).fill((u * length) / peclet),
    });
    let [first, second] = [0, 0];
    const w = m.watched[0] as number[];
    for (let i = 1; i < w.length; i++) {
      const [a, b] = [m.times[i - 1] as number, m.times[i] as number];
      const [fa, fb] = [(w[i - 1] as number) / AIR, (w[i] as number) / AIR];
      first += ((b - a) * (fa + fb)) / 2;
      second += (b - a) * (a * fa + b * fb);
    }
    expect(first / (length / u)).toBeCloseTo(1, 2);
    expect(second / first ** 2 - 1).toBeGreaterThan(variance * 0.97);
    expect(second / first ** 2 - 1).toBeLessThan(variance * 1.03);
  });

  it('no oxygen is lost, to a part in 10^9, in a spool with every kind of part', () => {
    const read = parseList(
      '400 mm, weld, elbow up, 300 mm, tee near [80 mm, cap], reducer 1-1/2, 200 mm, nipple left 1/2 x 60 mm',
      'metric',
      'inch-tube',
      tube('2'),
    );
    if (!read.ok) throw new Error(read.error.text);
    const setup = closeUp(read.parts, read.joint, startingSetup(tube('2')));
    const p = predict(setup, spacesOf(setup), 50, { cells: 300, tolerance: 0.05, untilEverywhere: 3600 });
    expect(p.march.imbalance).toBeLessThan(1e-9);
  });
});

describe('flow', () => {
  it('a loop of half a metre and one metre divides two to one (Hagen-Poiseuille)', () => {
    const mesh = channel(4, 1, 1e-3);
    // Two stretches beside each other between the same nodes, the second twice as long.
    const loop: Mesh = {
      ...mesh,
      stretches: [
        { a: 0, b: 1, resistance: 50, edges: [0, 2] },
        { a: 0, b: 1, resistance: 100, edges: [2, 4] },
      ],
    };
    const { stretch } = flowSolver(loop, 'argon', 1).solve(new Float64Array(mesh.count), [lpm(9)]);
    expect((stretch[0] as number) / (stretch[1] as number)).toBeCloseTo(2, 9);
    expect((stretch[0] as number) + (stretch[1] as number)).toBeCloseTo(lpm(9), 12);
  });
  it('two equal vents share the gas; a vent of twice the area takes two thirds (orifice)', () => {
    const vents = (a: number, b: number) => {
      const s = startingSetup(tube('2'));
      const setup: Setup = {
        ...s,
        vents: [
          { id: 'v1', on: 'd2', height: 'high', bore: a },
          { id: 'v2', on: 'd2', height: 'high', bore: b },
        ],
      };
      const p = predict(setup, spacesOf(setup), 1000, { cells: 60, tolerance: 0.1 });
      return [0, 1].map((i) => p.march.flow.opening[p.mesh.openings.findIndex((o) => o.id === `v${i + 1}`)] as number) as [number, number];
    };
    const [a, b] = vents(0.006, 0.006);
    expect(a / b).toBeCloseTo(1, 6);
    const [c, d] = vents(0.006 * Math.SQRT2, 0.006);
    expect(c / (c + d)).toBeCloseTo(2 / 3, 2);
  });
  it('a gas column of argon weighs 4.48 Pa a metre against air (densities at 20 °C)', () => {
    const setup = { ...startingSetup(tube('2'), 'argon', 0, 0.5), tilt: -90 };
    const p = predict(setup, spacesOf(setup), 50, { cells: 60, tolerance: 0.05 });
    const [bottom, top] = ['d1+', 'd2-'].map((n) => p.march.flow.pressure[p.mesh.nodeIndex.get(n) as number] as number) as [number, number];
    // The tube's own resistance is a few hundredths of a pascal.
    expect(bottom - top).toBeCloseTo(4.48, 1);
  });
  it('a leak above a low vent draws air once the vent holds less than the column (4.48 Pa a metre)', () => {
    const tall = (bore: number): Setup => {
      const s = startingSetup(tube('2'), 'argon', 3, 1.5);
      // Fed and vented at the foot of a three-metre column; a pinhole at its top.
      return {
        ...s,
        tilt: 90,
        inlets: s.inlets.map((i) => ({ ...i, on: 'd2' })),
        dams: s.dams.map((d) => (d.id === 'd1' ? { ...d, pinhole: 1e-3 } : d)),
        vents: [{ id: 'v1', on: 'd2', height: 'low', bore }],
      };
    };
    const top = (bore: number) => {
      const setup = tall(bore);
      const p = predict(setup, spacesOf(setup), 1000, { cells: 120, tolerance: 0.05, untilEverywhere: 1800 });
      return p.march.most.at(-1) as number;
    };
    // 10 mm holds 6.4 Pa at 8 L/min, less than 3 m x 4.48 Pa: the top stays air for half an hour. 3 mm holds 796 Pa.
    expect(top(0.01)).toBeGreaterThan(0.9 * AIR);
    expect(top(0.003)).toBeLessThan(1000);
  });
});

describe('ingress', () => {
  it('a fine gap all round lets oxygen back against the outflow: C = A u C0 e^-P/(1 - e^-P) / Q, P = uL/D (derived; 19 ppm here)', () => {
    const s = startingSetup(tube('2'), 'argon', 0, 0.5);
    const setup: Setup = {
      ...s,
      inlets: s.inlets.map((i) => ({ ...i, hose: { ...i.hose, length: 0 } })),
      vents: [{ id: 'v1', on: 'd2', height: 'high', bore: 0.01 }],
      joints: { p2: { state: 'open', gap: 5e-5 } },
    };
    const p = predict(setup, spacesOf(setup), 1, { cells: 200, tolerance: 0.02 });
    const gap = p.mesh.openings.findIndex((o) => o.kind === 'joint');
    const { area, depth } = p.mesh.openings[gap] as Mesh['openings'][number];
    const [out, D] = [p.march.flow.opening[gap] as number, diffusivity('argon')];
    const P = ((out / area) * depth) / D;
    const floor = (out * AIR * Math.exp(-P)) / (1 - Math.exp(-P)) / (lpm(8) - out);
    expect(p.march.watched[1]?.at(-1)).toBeGreaterThan(0.9 * floor);
    expect(p.march.watched[1]?.at(-1)).toBeLessThan(1.1 * floor);
    expect(floor).toBeGreaterThan(10);
    expect(floor).toBeLessThan(30);
  });
  it('what a leak leaves is the mass balance: 1 mL/min into 8 L/min, 26 ppm above the source', () =>
    expect(leakFloor(lpm(0.001), lpm(8))).toBeCloseTo(26.2, 1));
});

describe('dead legs', () => {
  it('diffusion into a closed end (Crank, first term): minutes to 1000 and 50 ppm', () => {
    const minutes = (mm: number, ppm: number) => deadLegTime(mm / 1000, 1.9e-5, AIR, ppm) / 60;
    for (const [mm, thousand, fifty] of [
      [50, 5, 7.6],
      [100, 20, 30],
      [150, 45, 69],
      [300, 180, 276],
    ] as const) {
      expect(Math.abs(minutes(mm, 1000) / thousand - 1)).toBeLessThan(0.02);
      expect(Math.abs(minutes(mm, 50) / fifty - 1)).toBeLessThan(0.02);
    }
  });
  it('the network gives the same at the closed end of a nipple that points up', () => {
    const read = parseList('300 mm, weld, nipple up 1 x 120 mm, 300 mm', 'metric', 'inch-tube', tube('2'));
    if (!read.ok) throw new Error(read.error.text);
    const setup = { ...closeUp(read.parts, read.joint, startingSetup(tube('2'), 'argon', 0)), supplyPpm: 0 };
    const p = predict(setup, spacesOf(setup), 500, { cells: 400, tolerance: 0.01, untilEverywhere: 4 * 3600 });
    const formula = deadLegTime(0.12, diffusivity('argon'), AIR, 500);
    expect((p.times.everywhere as number) / formula).toBeGreaterThan(0.9);
    expect((p.times.everywhere as number) / formula).toBeLessThan(1.1);
  });
});

describe('short fat bodies', () => {
  it('layering number S = H² Q/(pi² D V): 2 in x 1 m 0.9, 3 in x 0.5 m 1.8, 8 in x 0.45 m 4.1 (worked from the definition)', () => {
    expect(layering(0.0475, 1, lpm(8), 'argon')).toBeCloseTo(0.9, 1);
    expect(layering(0.0729, 0.5, lpm(8), 'argon')).toBeCloseTo(1.8, 1);
    expect(layering(0.2027, 0.45, lpm(16.5), 'argon')).toBeCloseTo(4.1, 1);
  });
  it('fills between one volume and fully mixed (NFPA 69)', () => {
    const body = { bore: 0.2027, length: 0.45, flow: lpm(16.5), gas: 'argon' as const, supplyPpm: 0, rise: 0, feedRight: true, jet: false };
    const layers = fillsInLayers(body, 50);
    const volume = boreArea({ ...tube('4'), od: 0.2027, wall: 1e-9 }) * body.length;
    for (const ppm of [5000, 1000, 100]) {
      const volumes = ((passes(layers.times, layers.ppm, ppm) as number) * body.flow) / volume;
      expect(volumes).toBeGreaterThan(1);
      expect(volumes).toBeLessThan(mixedVolumes(ppm));
    }
  });
});

describe('an opened dam', () => {
  it("counter-flow through an upright opening, q = 0.144 sqrt(g' d^5): 8.2 and 24 L/min in 2 and 3 in, 343 in 8 in to an eighth (derived)", () => {
    // Read back from the share of a large space in a short time.
    const flow = (d: number) => -(Math.log(1 - airLetIn('argon', 100, d, 'side', 10)) * 100 * 60_000) / 10;
    expect(flow(0.0475)).toBeCloseTo(8.2, 1);
    expect(flow(0.0729)).toBeCloseTo(24, 0);
    expect(Math.abs(flow(0.2109) - 343) / 343).toBeLessThan(0.12);
  });
  it('air after 5 and 20 s in a metre of 2 and 3 in tube: 32/79 % and 38/85 %; facing up 1/2 %', () => {
    const shares = (d: number, facing: 'side' | 'up') =>
      [5, 20].map((t) => Math.round(100 * airLetIn('argon', (Math.PI / 4) * d ** 2, d, facing, t)));
    expect([shares(0.0475, 'side'), shares(0.0729, 'side'), shares(0.0475, 'up')]).toEqual([
      [32, 79],
      [38, 85],
      [1, 2],
    ]);
  });
});

describe('the band', () => {
  it('normal quantiles (NIST/SEMATECH handbook table)', () => {
    expect(normalQuantile(0.9)).toBeCloseTo(1.2815515655, 8);
    expect(normalQuantile(0.975)).toBeCloseTo(1.9599639845, 8);
    expect(normalQuantile(0.001)).toBeCloseTo(-3.0902323062, 7);
    expect(normalQuantile(0.5)).toBeCloseTo(0, 12);
  });
  it('forty coarse samples say what two hundred fine ones say, within 15 %', () => {
    const setup = startingSetup(tube('2'), 'argon', 3, 0.5);
    const spaces = spacesOf(setup);
    const few = runThrough(bandOf(setup, spaces, 100, 200));
    const many = runThrough(bandOf(setup, spaces, 100, 200, { samples: 200, cells: 200 }));
    for (const place of ['joint', 'vent'] as const)
      for (const end of ['low', 'high'] as const)
        expect(Math.abs((few[place][end] as number) / (many[place][end] as number) - 1)).toBeLessThan(0.15);
  }, 60_000);
});

describe('rules of the trade (common practice, no source)', () => {
  const body = (n: string, length: number, flow: number, over: Partial<Setup> = {}): Setup => {
    const s = startingSetup(tube(n), 'argon', 3, length / 2);
    return { ...s, lines: [{ id: 'l1', flow: lpm(flow) }], inlets: s.inlets.map((i) => ({ ...i, kind: 'open' as const })), ...over };
  };
  const time = (s: Setup, limit: number) => predict(s, spacesOf(s), limit, { cells: 200, tolerance: 0.03 }).times.joint as number;
  it('three minutes clear a short 2 in spool at 8 L/min', () => {
    const s = body('2', 0.5, 8);
    const p = predict(s, spacesOf(s), 50, { cells: 200, tolerance: 0.03, atLeast: 200 });
    expect(curveAt(p.joint, 180)).toBeLessThan(50);
    expect(rulesOfThumb(s, p).some((t) => t.seconds === 180 && t.ppm < 50)).toBe(true);
  });
  it('a long spool purges faster standing on end, fed from below', () =>
    expect(time(body('3', 2, 8, { tilt: -90 }), 100)).toBeLessThan(0.8 * time(body('3', 2, 8), 100)));
  it('a diffuser helps', () => {
    const hose = body('3', 0.6, 15);
    expect(time({ ...hose, inlets: hose.inlets.map((i) => ({ ...i, kind: 'diffuser' as const })) }, 100)).toBeLessThan(time(hose, 100));
  });
  it('more flow buys less than its share of the time, and costs gas', () => {
    const [slow, fast] = [time(body('2', 1, 8), 100), time(body('2', 1, 15), 100)];
    expect(fast).toBeLessThan(slow);
    expect(15 * fast).toBeGreaterThan(8 * slow);
  });
});

describe('fittings', () => {
  it('45° centre to end is the tangent of the 90° and R tan 22.5°, within 0.03 in for 2, 3 and 4 in (ASME BPE, geometry)', () => {
    for (const n of ['2', '3', '4']) {
      const [right, half] = [elbowOf(tube(n), 90), elbowOf(tube(n), 45)];
      const tangent = right.reach.value - right.radius.value;
      expect(Math.abs(half.reach.value - tangent - half.radius.value * Math.tan(Math.PI / 8))).toBeLessThan(0.03 * 0.0254);
    }
  });
  it('long-radius elbows are 1.5 times the nominal size, an equal tee of NPS 6 is 5.62 in (ASME B16.9)', () => {
    const six = findSize('pipe', '6', '10S') as Size;
    expect(elbowOf(six, 90).reach.value).toBeCloseTo(9 * 0.0254, 6);
    expect(teeOf(six).value).toBeCloseTo(5.62 * 0.0254, 6);
  });
});
