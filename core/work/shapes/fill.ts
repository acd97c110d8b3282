/** What the first shapes leave open, filled in as the code of their time did. */
import type { Figure } from '../../basics/figure';
import type { Size } from '../../basics/sizes';
import type { Product, Tool } from '../../models/cleaning';
import type { PurgeRules } from '../../models/criteria';
import { straightOf, type Setup } from '../../models/setup';
import { type Plan } from '../../models/purge';
import type * as one from './one';

type AnyFigure = Omit<one.Figure, 'quantity' | 'inputs'> & Pick<Figure, 'quantity' | 'inputs'>;
export const figureOf = (f: AnyFigure): Figure => ({
  ...f,
  low: f.low ?? null,
  high: f.high ?? null,
  note: f.note ?? '',
  caution: f.caution ?? '',
});

export const setupOf = (s: one.Setup): Setup => ({
  ...s,
  dams: s.dams.map((d) => ({ ...d, pinhole: d.pinhole ?? null })),
  inlets: s.inlets.map((i) => ({ ...i, holes: i.holes ?? 1 })),
  joints: Object.fromEntries(Object.entries(s.joints).map(([id, j]) => [id, { ...j, gap: j.gap ?? 0 }])),
});

export const rulesOf = (r: one.Rules): PurgeRules => ({ ...r, clockAllowed: r.clockAllowed ?? false });

export const toolOf = (t: one.Tool): { id: string; label: string; tool: Tool } => ({
  ...t,
  tool: { ...t.tool, grit: t.tool.grit ?? null, kind: null, ratedRpm: null },
});
export const productOf = (p: one.Product): { id: string; label: string; product: Product } => ({
  ...p,
  product: { ...p.product, dwellSeconds: p.product.dwellSeconds ?? null, hydrofluoric: p.product.hydrofluoric ?? false, mostCelsius: null },
});

/** Labels of a plan's figures at the time when nothing else named them. */
const labels: readonly [RegExp, string][] = [
  [/^Time to /, 'joint'],
  [/^The same at the vent/, 'vent'],
  [/^12 o'clock at the joint/, 'twelve'],
  [/^Air trapped by this vent/, 'trapped'],
  [/^Last to clear/, 'slowest'],
  [/^If it were fully mixed/, 'mixed'],
  [/^If it moved as a plug/, 'plug'],
  [/^Floor that leaks leave/, 'floor'],
  [/^Volume (purged|between the dams)/, 'volume'],
  [/^Pressure inside/, 'pressure'],
  [/^Gas (to get there|for the purge)/, 'gas'],
];

/** A plan of the first version: its figures are told apart by the labels they had. */
export const planOfOne = (p: one.Plan): Plan => ({
  model: p.model,
  limitPpm: p.limitPpm,
  joint: p.joint ?? { value: null, low: null, high: null },
  vent: p.vent ?? { value: null, low: null, high: null },
  rules: p.rules,
  figures: p.figures.map((f) => {
    const id = f.id ?? labels.find(([like]) => like.test(f.label))?.[1];
    return { ...figureOf(f), ...(id !== undefined && { id }) };
  }),
});

/** The straight body of the first day as a set-up of two straights; without a spool where the size of its tube is not known here. */
export function setupOfBody(b: one.Body, size: Size | null): Setup {
  const [a, z] = [b.damA.distance, b.damB.distance];
  const seat = { A: 'd1', B: 'd2' } as const;
  return {
    parts: size ? [straightOf('p1', size, a + 0.1, null), straightOf('p2', size, z + 0.1, { part: 'p1', port: 'b' })] : [],
    joint: size ? 'p2' : null,
    tilt: b.tilt,
    roll: 0,
    dams: [
      { id: 'd1', part: 'p1', at: 0.1, kind: b.damA.kind, pinhole: null },
      { id: 'd2', part: 'p2', at: z, kind: b.damB.kind, pinhole: null },
    ],
    lines: [{ id: 'l1', flow: b.flow }],
    inlets: [
      {
        id: 'i1',
        on: seat[b.inlet.side],
        line: 'l1',
        height: b.inlet.height,
        kind: b.inlet.diffuser ? 'diffuser' : 'open',
        bore: b.inlet.bore,
        holes: 1,
        // nobody asked for the hose then: none is counted
        hose: { length: 0, bore: 0.006, material: 'pvc' },
      },
    ],
    vents: [{ id: 'v1', on: seat[b.vent.side], height: b.vent.height, bore: b.vent.bore }],
    joints: {},
    gas: b.gas,
    supplyPpm: b.supplyPpm,
  };
}
