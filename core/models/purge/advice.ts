/**
 * What change gains most: each candidate is the set-up changed in one way and the model run again. Nothing is
 * advised that was not computed; what the rules beside the model say (a low vent) counts in the comparison.
 */
import { settles } from '../../basics/gases';
import { layOut, turnWhole } from '../../basics/spool';
import { show, type System } from '../../basics/units';
import { leastDistance } from '../setup';
import { planOf } from './plan';
import { partLabel } from '../setup';
import { predict } from './predict';
import { totalFlow, nextId, type Setup } from '../setup';
import { mostFlow } from './thumb';
import { spacesOf, type Spaces } from '../network';

export type Change = {
  id: string;
  text: string;
  at: string;
  setup: Setup;
  /** s sooner at the joint; null when one of the two gives no time */
  gain: number | null;
  /** s sooner at the last place */
  gainLast: number | null;
  /** m³ of gas saved until the joint is ready */
  gas: number | null;
  /** it gives a time where there was none */
  frees: boolean;
};

/** What a run says, by which candidates are compared. */
export type Score = { joint: number | null; everywhere: number | null; stops: number };

/** Coarser than the plan itself, by a percent or two. */
const QUICK = { cells: 120, tolerance: 0.05 };
const LOOK_AHEAD = 6 * 3600;

/** A quick run of the model with the rules: s to the limit at the joint and everywhere, and how many rules are broken. */
export function score(setup: Setup, limit: number, system: System, spaces: Spaces = spacesOf(setup)): Score {
  const p = predict(setup, spaces, limit, { ...QUICK, untilEverywhere: LOOK_AHEAD });
  const { plan, judged } = planOf(setup, spaces, p, null, Math.max(limit, 50), system);
  const none = judged.untimed !== null;
  return {
    joint: none ? null : p.times.joint,
    everywhere: none ? null : p.times.everywhere,
    stops: plan.rules.filter((r) => r.level === 'stop').length,
  };
}

type Candidate = { id: string; at: string; text: string; setup: Setup };

const map = <T extends { id: string }>(items: readonly T[], id: string, change: (x: T) => T): T[] =>
  items.map((x) => (x.id === id ? change(x) : x));

/** Every change worth trying on this set-up. */
export function candidates(setup: Setup, spaces: Spaces, limit: number, system: System): Candidate[] {
  const out: Candidate[] = [];
  const goes = settles(setup.gas);
  const [good, bad] = goes === 'up' ? (['low', 'high'] as const) : (['high', 'low'] as const);
  const len = (m: number) => show(m, 'length', system);
  const base = predict(setup, spaces, limit, QUICK);
  const { judged } = planOf(setup, spaces, base, null, Math.max(limit, 50), system);

  if (goes !== 'neither') {
    for (const v of setup.vents)
      if (v.height !== good)
        out.push({
          id: `vent-${v.id}`,
          at: v.id,
          text: `Vent at the ${good} point`,
          setup: { ...setup, vents: map(setup.vents, v.id, (x) => ({ ...x, height: good })) },
        });
    for (const i of setup.inlets)
      if (i.height !== bad)
        out.push({
          id: `inlet-${i.id}`,
          at: i.id,
          text: `Feed at the ${bad} point`,
          setup: { ...setup, inlets: map(setup.inlets, i.id, (x) => ({ ...x, height: bad })) },
        });
    const [inlet, vent] = [
      spaces.inlets.find((i) => spaces.spaceOf.get(i.node) === 0),
      spaces.vents.find((v) => spaces.spaceOf.get(v.node) === 0),
    ];
    if (inlet && vent && inlet.node !== vent.node) {
      out.push({
        id: 'swap',
        at: vent.item.id,
        text: 'Change inlet and vent over',
        setup: {
          ...setup,
          inlets: map(setup.inlets, inlet.item.id, (x) => ({ ...x, on: vent.item.on })),
          vents: map(setup.vents, vent.item.id, (x) => ({ ...x, on: inlet.item.on })),
        },
      });
      // On end with the inlet at the low point (the high one for a light gas).
      const { mesh } = base;
      const place = (node: string) => mesh.place[mesh.nodeVertex[mesh.nodeIndex.get(node) ?? 0] as number] ?? [0, 0, 0];
      const rise = (tilt: number) => turnWhole(place(vent.node), tilt, setup.roll)[1] - turnWhole(place(inlet.node), tilt, setup.roll)[1];
      const up = goes === 'down' ? 1 : -1;
      for (const by of [5, 15]) {
        const tilt = [setup.tilt - by, setup.tilt + by].reduce((a, b) => (up * rise(b) > up * rise(a) ? b : a));
        if (Math.abs(tilt) <= 45 && up * rise(tilt) > up * rise(setup.tilt))
          out.push({
            id: `slope-${by}`,
            at: 'tilt',
            text: `${up > 0 ? 'Lift' : 'Lower'} the vent end by ${by}°`,
            setup: { ...setup, tilt },
          });
      }
      const upright = [-90, 90].find((t) => (goes === 'down' ? rise(t) > 0.2 : rise(t) < -0.2));
      if (upright !== undefined && Math.abs(setup.tilt - upright) > 20)
        out.push({
          id: 'on-end',
          at: 'tilt',
          text: `Stand it on end, inlet ${goes === 'down' ? 'down' : 'up'}`,
          setup: { ...setup, tilt: upright },
        });
    }
  }
  for (const [i, v] of setup.vents.entries()) {
    if (i > 0 || !setup.inlets.some((x) => x.on === v.on)) continue;
    const other = setup.dams.find((d) => d.id !== v.on && spaces.dams.some((s) => s.item.id === d.id && spaces.spaceOf.get(s.node) === 0));
    if (other)
      out.push({
        id: 'vent-away',
        at: v.id,
        text: `Vent through dam ${other.id.slice(1)}, at another end`,
        setup: { ...setup, vents: map(setup.vents, v.id, (x) => ({ ...x, on: other.id, height: good })) },
      });
  }
  for (const i of setup.inlets)
    if (i.kind === 'open')
      out.push({
        id: `diffuser-${i.id}`,
        at: i.id,
        text: 'Put a broad diffuser on the hose',
        setup: { ...setup, inlets: map(setup.inlets, i.id, (x) => ({ ...x, kind: 'diffuser' })) },
      });
  for (const leg of judged.legs) {
    const dam = spaces.dams.find((d) => d.node === leg.node)?.item.id ?? (leg.node.endsWith(':end') ? leg.part : null);
    if (dam === null) continue;
    out.push({
      id: `leg-${leg.part}`,
      at: leg.part,
      text: `Vent the ${partLabel(setup, leg.part)}: ${len(0.003)} at its end`,
      setup: { ...setup, vents: [...setup.vents, { id: nextId(setup.vents, 'v'), on: dam, height: good, bore: 0.003 }] },
    });
  }
  const closer = closerDams(setup, spaces);
  if (closer)
    out.push({ id: 'dams', at: closer.at, text: `Dams nearer the joint: ${closer.words.map(len).join(' and ')}`, setup: closer.setup });
  for (const [k, name] of [
    [0.6, 'Less flow'],
    [1.6, 'More flow'],
  ] as const) {
    const most = mostFlow(setup);
    const lines = setup.lines.map((l) => ({ ...l, flow: Math.min(5e-3, most === null ? Infinity : Math.max(l.flow, most), l.flow * k) }));
    if (lines.every((l, i) => l.flow === setup.lines[i]?.flow)) continue;
    out.push({
      id: `flow-${k}`,
      at: 'flow',
      text: `${name}: ${show(
        lines.reduce((s, l) => s + l.flow, 0),
        'flow',
        system,
      )}`,
      setup: { ...setup, lines },
    });
  }
  for (const i of setup.inlets)
    if (i.hose.material === 'silicone')
      out.push({
        id: `hose-${i.id}`,
        at: i.id,
        text: 'Take a PTFE hose instead of silicone',
        setup: { ...setup, inlets: map(setup.inlets, i.id, (x) => ({ ...x, hose: { ...x.hose, material: 'ptfe' } })) },
      });
  const off = judged.rules.find((r) => r.id === 'vent-small' || r.id === 'vent-large');
  if (off && judged.ventWanted !== null) {
    // One hole of that size: the others keep theirs, this one makes up the rest.
    const rest = setup.vents.reduce((s, v) => (v.id === off.at ? s : s - v.bore ** 2), judged.ventWanted ** 2);
    const bore = Math.round(Math.sqrt(Math.max(0, rest)) * 2000) / 2000;
    if (bore > 0)
      out.push({
        id: 'vent-size',
        at: off.at,
        text: `${off.id === 'vent-small' ? 'Open' : 'Close'} the vent to ${show(bore, 'length', system)}`,
        setup: { ...setup, vents: map(setup.vents, off.at, (v) => ({ ...v, bore })) },
      });
  }
  return out;
}

/** Both dams beside the joint moved to the least distance from it, when they stand well beyond. */
function closerDams(setup: Setup, spaces: Spaces): { setup: Setup; at: string; words: number[] } | null {
  const joint = setup.parts.find((p) => p.id === setup.joint);
  if (!joint?.on) return null;
  const before = setup.parts.find((p) => p.id === joint.on?.part);
  const words: number[] = [];
  let at = '';
  const dams = setup.dams.map((d) => {
    if (typeof d.at !== 'number' || !spaces.dams.some((s) => s.item.id === d.id && spaces.spaceOf.get(s.node) === 0)) return d;
    const least = leastDistance(d.kind, joint.size.wall);
    const distance = d.part === joint.id ? d.at : before?.kind === 'straight' && d.part === before.id ? before.length - d.at : null;
    if (distance === null || distance < 2 * least || distance < 0.08) return d;
    words.push(least);
    at = d.id;
    return { ...d, at: d.part === joint.id ? least : (before as { length: number }).length - least };
  });
  return words.length ? { setup: { ...setup, dams }, at, words } : null;
}

/**
 * Runs the candidates one by one.
 * @returns after the last: those that gain, the best first; yields the share done
 */
export function* adviceOn(setup: Setup, spaces: Spaces, limit: number, system: System): Generator<number, Change[]> {
  const before = score(setup, limit, system, spaces);
  const all = candidates(setup, spaces, limit, system);
  const flow = totalFlow(setup);
  const out: (Change & { stops: number })[] = [];
  for (const [i, c] of all.entries()) {
    yield i / all.length;
    const where = spacesOf(c.setup);
    if (where.faults.length || layOut(c.setup.parts).faults.length) continue;
    const after = score(c.setup, limit, system, where);
    const less = (a: number | null, b: number | null) => (a === null || b === null ? null : a - b);
    const gas = before.joint === null || after.joint === null ? null : before.joint * flow - after.joint * totalFlow(c.setup);
    out.push({
      ...c,
      gain: less(before.joint, after.joint),
      gainLast: less(before.everywhere, after.everywhere),
      gas,
      frees: (before.joint === null && after.joint !== null) || (before.everywhere === null && after.everywhere !== null),
      stops: before.stops - after.stops,
    });
  }
  const worth = (c: Change & { stops: number }) =>
    (c.frees ? 1e9 : 0) + 1e6 * Math.max(0, c.stops) + (c.gain ?? 0) + 0.2 * Math.min(3600, c.gainLast ?? 0);
  const saves = (c: Change) => c.id.startsWith('flow-0') && (c.gas ?? 0) > 0.05 * (before.joint ?? 0) * flow;
  return out
    .filter(
      (c) =>
        c.stops >= 0 &&
        (c.frees ||
          c.stops > 0 ||
          (c.gain ?? 0) > 0.04 * (before.joint ?? 0) ||
          (c.gainLast ?? 0) > 0.1 * (before.everywhere ?? Infinity) ||
          saves(c)),
    )
    .sort((a, b) => worth(b) - worth(a));
}

/** What more or less flow buys here: s to the joint and m³ of gas, nominal. */
export function flowTable(setup: Setup, spaces: Spaces, limit: number): { flow: number; time: number | null; gas: number | null }[] {
  return [0.5, 0.75, 1, 1.5, 2].map((k) => {
    const s: Setup = { ...setup, lines: setup.lines.map((l) => ({ ...l, flow: Math.min(5e-3, l.flow * k) })) };
    const p = predict(s, spaces, limit, QUICK);
    const flow = totalFlow(s);
    return { flow, time: p.times.joint, gas: p.times.joint === null ? null : p.times.joint * flow };
  });
}
