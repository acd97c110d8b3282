/**
 * Shapes as they were when the first versions of the events were frozen. Nothing here is ever changed and nothing here imports what
 * the rest of the house goes by today: a shape that has to grow is written once more, in a file beside this one, for a next version.
 * Only checks stand here, no defaults and nothing that rewrites what was sent: what may be missing is filled by the `up` of a version.
 */
import { z } from 'zod';

export const id = z.uuid();
export const hour = z.number().gt(0).max(12);
export const length = z.number().min(0).max(0.1);
export const named = z.object({ id, label: z.string().min(1).max(80) });
export const why = z
  .string()
  .max(200)
  .refine((s) => s.trim().length >= 3, 'Say why in a few words: the record keeps it.');

const quantity = z.enum([
  'length',
  'area',
  'volume',
  'time',
  'flow',
  'pressure',
  'gauge',
  'oxygen',
  'current',
  'temperature',
  'count',
  'fraction',
  'speed',
]);
/** A figure; `caution` came on the second day, `id` with the second versions. */
export const figure = z.object({
  id: z.string().max(40).optional(),
  label: z.string(),
  quantity,
  value: z.number().nullable(),
  low: z.number().nullable().optional(),
  high: z.number().nullable().optional(),
  kind: z.enum(['model', 'rule', 'measured', 'typed']),
  formula: z.string(),
  source: z.string(),
  inputs: z.array(z.object({ name: z.string(), quantity: quantity.nullable(), value: z.union([z.number(), z.string()]) })),
  note: z.string().optional(),
  caution: z.string().optional(),
});
export const advice = z.object({ school: z.string(), text: z.string(), source: z.string() });

export const size = z
  .object({
    series: z.enum(['inch-tube', 'metric-tube', 'iso-tube', 'pipe']),
    nominal: z.string().min(1).max(10),
    schedule: z.string().max(6).nullable(),
    od: z.number().positive().max(2),
    wall: z.number().positive().max(0.1),
  })
  .refine((s) => 2 * s.wall < s.od, 'The wall leaves no bore.');
export const alloy = z.enum(['304L', '316L', '316Ti', '321', '2205', '625', 'Ti-2']);
export const criterion = z.object({ id: z.string(), version: z.number().int().positive() });
export const design = z.object({
  size,
  alloyA: alloy,
  alloyB: alloy,
  joint: z.enum(['square-butt', 'open-root']),
  criterion,
  looking: z.string().max(60),
  insideReachable: z.boolean(),
});

export const gas = z.enum(['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2', 'n2-5h2']);
export const gasLot = named.extend({ gas, lot: z.string(), supplyPpm: z.number().min(0) });
export const drawnFrom = named.extend({ left: z.number().min(0).nullable() }).nullable();
export const readBy = named.extend({ factor: z.number().positive(), state: z.enum(['good', 'off', 'drifting', 'unchecked']) }).nullable();
export const price = z
  .object({ purge: z.number().min(0).nullable(), torch: z.number().min(0).nullable(), currency: z.string().max(8) })
  .nullable();
export const backing = z.enum(['purge', 'backing', 'none']);
export const needOption = z.object({
  choice: backing,
  result: z.string(),
  gas: z.number().nullable(),
  seconds: z.number().nullable(),
  money: z.number().nullable(),
  speaks: z.enum(['for', 'mind', 'against']),
  given: z.array(z.string()),
});

// The purge set-up: a spool of parts, what closes it, what feeds it, where it leaves.
const partId = z.string().regex(/^[a-z]{1,3}\d{1,4}$/);
const anyId = z.string().regex(/^[a-z]{1,3}\d{1,4}(:[ab])?$/);
const metres = z.number().min(0).max(100);
const port = z.enum(['a', 'b', 'c']);
const turn = z.enum(['up', 'down', 'left', 'right', 'near', 'far']);
const part = { id: partId, on: z.object({ part: partId, port }).nullable(), size };
const parts = z.discriminatedUnion('kind', [
  z.object({ ...part, kind: z.literal('straight'), length: metres }),
  z.object({
    ...part,
    kind: z.literal('elbow'),
    angle: z.union([z.literal(45), z.literal(90)]),
    reach: metres,
    radius: metres,
    turn,
  }),
  z.object({ ...part, kind: z.literal('tee'), branch: size, reach: metres, side: metres, turn, enter: z.enum(['run', 'branch']) }),
  z.object({ ...part, kind: z.literal('nipple'), branch: size, reach: metres, side: metres, turn }),
  z.object({ ...part, kind: z.literal('reducer'), to: size, length: metres }),
  z.object({ ...part, kind: z.literal('cap'), length: metres }),
  z.object({ ...part, kind: z.literal('ferrule'), length: metres }),
  z.object({ ...part, kind: z.literal('vessel'), bore: z.number().positive().max(10), volume: z.number().min(0).max(100) }),
  z.object({ ...part, kind: z.literal('jacket'), around: partId, from: metres, to: metres }),
]);
const opening = (max: number) => z.number().positive().max(max);
const damKind = z.enum(['bung', 'foil', 'tape', 'card', 'plate', 'foam', 'water-soluble']);
const height = z.enum(['low', 'middle', 'high']);
export const setup = z.object({
  parts: z.array(parts).max(200),
  joint: anyId.nullable(),
  tilt: z.number().min(-180).max(180),
  roll: z.number().min(-180).max(180),
  dams: z
    .array(
      z.object({
        id: anyId,
        part: anyId,
        at: z.union([z.number().min(0).max(100), port]),
        kind: damKind,
        pinhole: opening(0.02).nullable().optional(),
      }),
    )
    .max(100),
  lines: z.array(z.object({ id: anyId, flow: z.number().min(0).max(5e-3) })).max(20),
  inlets: z
    .array(
      z.object({
        id: anyId,
        on: anyId,
        line: anyId,
        height,
        kind: z.enum(['open', 'diffuser', 'ring']),
        bore: opening(0.1),
        holes: z.number().int().min(1).max(200).optional(),
        hose: z.object({
          length: z.number().min(0).max(200),
          bore: opening(0.05),
          material: z.enum(['silicone', 'natural-rubber', 'epdm', 'pvc', 'polyurethane', 'ptfe', 'polyamide']),
        }),
      }),
    )
    .max(20),
  vents: z.array(z.object({ id: anyId, on: anyId, height, bore: opening(0.5) })).max(50),
  joints: z.record(z.string(), z.object({ state: z.enum(['welded', 'taped', 'open']), gap: z.number().min(0).max(0.02).optional() })),
  gas,
  supplyPpm: z.number().min(0).max(5000),
});
export type Setup = z.infer<typeof setup>;

/** The set-up of the first day: one straight body between two dams, its size that of the weld. */
export const body = z.object({
  damA: z.object({ kind: damKind, distance: opening(30) }),
  damB: z.object({ kind: damKind, distance: opening(30) }),
  inlet: z.object({ side: z.enum(['A', 'B']), height, bore: opening(0.1), diffuser: z.boolean() }),
  vent: z.object({ side: z.enum(['A', 'B']), height, bore: opening(0.1) }),
  tilt: z.number().min(-90).max(90),
  flow: z.number().positive().max(5e-3),
  gas,
  supplyPpm: z.number().min(0).max(5000),
});
export type Body = z.infer<typeof body>;

export const span = z.object({ value: z.number().nullable(), low: z.number().nullable(), high: z.number().nullable() });
const rule = z.object({ id: z.string(), level: z.enum(['stop', 'mind']), at: z.string(), text: z.string() });
/** A plan; the first day's had no times of its own. */
export const plan = z.object({
  model: z.string().max(40),
  limitPpm: z.number(),
  joint: span.optional(),
  vent: span.optional(),
  figures: z.array(figure),
  rules: z.array(rule),
});
export type Plan = z.infer<typeof plan>;
/** The rules a purge goes by; on the first day nobody asked whether the clock may decide. */
export const rules = z.object({
  startPpm: z.number().positive(),
  weldPpm: z.number().positive(),
  readyBy: z.enum(['monitor', 'clock']),
  clockAllowed: z.boolean().optional(),
  holdSeconds: z.number().min(0),
  jointHoldSeconds: z.number().min(0),
  tacksAtLimit: z.boolean(),
});

export const deviceKind = z.enum(['oxygen-monitor', 'flow-meter', 'foot-switch', 'current-clamp']);
export const mark = z.enum([
  'tack',
  'look',
  'refill',
  'bottle',
  'grind',
  'dam-out',
  'pass',
  'closing',
  'arc-on',
  'arc-off',
  'hold',
  'tape-off',
  'tape-on',
  'move',
]);
export const place = z.enum(['vent', 'joint', 'inlet']);
export const declared = z.object({ resolution: z.number(), noise: z.number(), top: z.number() });

// What is seen on a weld.
const zone = z.enum(['id-bead', 'id-haz', 'od-bead', 'od-haz']);
export const arc = z.object({ from: hour, to: hour });
const band = z.enum([
  'bright',
  'pale-straw',
  'straw',
  'gold',
  'bronze',
  'purple',
  'dark-blue',
  'light-blue',
  'silvery',
  'second-yellow',
  'second-rose',
  'second-blue',
  'second-green',
  'later',
  'grey',
  'sugar',
  'white',
]);
const grade = z.discriminatedUnion('by', [
  z.object({ by: z.literal('band'), band }),
  z.object({ by: z.literal('number'), number: z.number().int().min(0).max(20), guide: z.string().min(1).max(80) }),
  z.object({ by: z.literal('unseen') }),
]);
export const tint = z.object({ zone, arc, grade });
export const defect = z.object({
  kind: z.enum([
    'crack',
    'lack-of-fusion',
    'lack-of-penetration',
    'sugar',
    'porosity',
    'undercut',
    'concavity',
    'convexity',
    'high-low',
    'tack-not-consumed',
    'arc-strike',
    'stop-oxide',
  ]),
  side: z.enum(['inside', 'outside']),
  arc,
});
export const outcome = z.enum(['accept', 'clean', 'refer', 'reweld', 'cut-out']);

// Cleaning and passivation.
export const method = z.enum(['brush', 'abrasive', 'paste', 'pickle-bath', 'electrolytic', 'electropolish', 'none']);
export const acid = z.enum(['nitric', 'citric']);
export const test = z.enum(['water-immersion', 'humidity', 'salt-spray', 'copper-sulfate', 'ferroxyl', 'damp-cloth', 'none']);
export const tool = named.extend({
  tool: z.object({
    what: z.string().max(80),
    metal: z.enum(['stainless', 'titanium', 'carbon-steel', 'aluminium', 'unmarked']),
    grit: z.number().int().positive().nullable().optional(),
  }),
});
export const product = named.extend({
  product: z.object({
    kind: z.enum(['paste', 'pickle', 'nitric', 'citric', 'neutraliser', 'electrolyte']),
    lot: z.string().max(40),
    dwellSeconds: z.number().positive().nullable().optional(),
    hydrofluoric: z.boolean().optional(),
  }),
});
export const stage = z.enum(['clean', 'passivate']);

export type Figure = z.infer<typeof figure>;
export type Rules = z.infer<typeof rules>;
export type Tool = z.infer<typeof tool>;
export type Product = z.infer<typeof product>;
