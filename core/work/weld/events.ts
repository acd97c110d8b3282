/**
 * What can happen to a weld or to a purge run: every event type, with its version and its schema.
 * A fact is always taken; a decision carries the version of the stream it was made on.
 */
import { z } from 'zod';
import { cleanMethodSchema, passivationSchema, productSchema, testSchema, toolSchema } from '../../models/cleaning';
import { arcSchema, foundDefectSchema, outcomeSchema, purgeRulesSchema, tintSchema } from '../../models/criteria';
import { deviceKindSchema } from '../devices';
import { figureSchema } from '../../basics/figure';
import { gasSchema } from '../../basics/gases';
import { designSchema } from '../jobs';
import { backingSchema, needOptionSchema, planSchema, setupSchema } from '../../models/purge';
import { stageSchema } from './stages';

const id = z.uuid();
const hour = z.number().gt(0).max(12);
const length = z.number().min(0).max(0.1);
const named = z.object({ id, label: z.string().min(1).max(80) });
const advice = z.object({ school: z.string(), text: z.string(), source: z.string() });
const gasLot = named.extend({ gas: gasSchema, lot: z.string(), supplyPpm: z.number().min(0) });

export const createdBody = z.object({ spool: id, number: z.string().min(1).max(40), design: designSchema });

export const fitupBody = z
  .object({
    gapNarrow: z.object({ value: length, at: hour }),
    gapWide: z.object({ value: length, at: hour }),
    highLow: length,
    heatA: named,
    heatB: named,
    filler: z.object({ heat: named, diameter: length }).nullable(),
    wps: named.extend({ revision: z.string() }),
    welder: id,
    figures: z.array(figureSchema),
    advice: z.array(advice),
  })
  .refine((f) => f.gapNarrow.value <= f.gapWide.value, { message: 'The narrowest gap is wider than the widest.', path: ['gapNarrow'] });

export const gasBody = z.object({
  purge: gasLot,
  torch: gasLot,
  /** null: no monitor, the purge goes by the clock */
  monitor: named.nullable(),
  /** what the monitor read in air and in bottle gas, ppm; null when it was not checked */
  air: z.number().min(0).nullable(),
  bottle: z.number().min(0).nullable(),
  /** what the purge gas is drawn from, and how much was left; null when it is not kept */
  cylinder: named
    .extend({ left: z.number().min(0).nullable() })
    .nullable()
    .default(null),
  /** the purge meter: true over read, by its newest check, and what that check is worth */
  meter: named
    .extend({ factor: z.number().positive(), state: z.enum(['good', 'off', 'drifting', 'unchecked']) })
    .nullable()
    .default(null),
  /** money for a m³ of purge gas and of torch gas, as known then */
  price: z
    .object({ purge: z.number().min(0).nullable(), torch: z.number().min(0).nullable(), currency: z.string().max(8) })
    .nullable()
    .default(null),
});

/** Is a purge needed: what was chosen, beside what else there was. */
export const needBody = z
  .object({ choice: backingSchema, reason: z.string().trim().max(200), options: z.array(needOptionSchema).min(1).max(5) })
  .refine((n) => n.choice === 'purge' || n.reason.length >= 3, { message: 'Say why in a few words.', path: ['reason'] });

export const setupBody = z.object({
  cup: z.number().int().min(3).max(24),
  lens: z.boolean(),
  electrode: z.number().positive().max(0.01),
  stickOut: length,
  flow: z.number().positive().max(5e-3),
  amps: z.number().positive().max(500),
  postFlow: z.number().min(0).max(600),
  figures: z.array(figureSchema),
});

export const plannedBody = z.object({ setup: setupSchema, plan: planSchema });

export const lookBody = z.object({
  insideBy: z.enum(['direct', 'borescope', 'blind', 'not-seen']),
  tints: z.array(tintSchema).max(200),
  defects: z.array(foundDefectSchema).max(100),
  insideReachable: z.boolean(),
});

export const verdictBody = z.object({
  look: id,
  criterion: z.object({ id: z.string(), version: z.number().int().positive() }),
  outcome: outcomeSchema,
  reasons: z.array(z.string()).min(1).max(60),
});

const usedProduct = named.extend({ product: productSchema });

export const cleanBody = z.object({
  method: cleanMethodSchema,
  side: z.enum(['inside', 'outside', 'both']),
  metalTemperature: z.number().min(-30).max(1500).nullable(),
  tool: named.extend({ tool: toolSchema }).nullable(),
  product: usedProduct.nullable(),
  dwell: z.number().min(0).max(86_400).nullable(),
  /** looked at again: does tint remain? */
  tintRemains: z.boolean(),
});

export const passivateStartedBody = z.object({
  acid: passivationSchema,
  product: usedProduct,
  percent: z.number().positive().max(100),
  celsius: z.number().min(0).max(100),
  dwell: z.number().positive().max(86_400),
  dwellFrom: z.enum(['sheet', 'table']),
});
export const passivateEndedBody = z.object({
  neutraliser: usedProduct.nullable(),
  feedPh: z.number().min(0).max(14),
  runoffPh: z.number().min(0).max(14),
  chloridePpm: z.number().min(0).max(100_000).nullable(),
  test: testSchema,
  testPassed: z.boolean().nullable(),
});

export const skippedBody = z.object({
  stage: stageSchema.extract(['clean', 'passivate']),
  reason: z.string().trim().min(3, 'Say why in a few words.').max(200),
});
export const closedBody = z.object({ remarks: z.string().max(1000) });
export const correctedBody = z.object({
  corrects: id,
  reason: z.string().trim().min(3, 'Say why in a few words.').max(200),
  /** the event's body as it should have been; null takes the event back */
  body: z.record(z.string(), z.unknown()).nullable(),
  /** when a mark really happened, if it was told for another time */
  happenedAt: z.iso.datetime().optional(),
});

export const runStartedBody = z.object({
  spool: id,
  welds: z.array(id).min(1).max(50),
  setup: setupSchema,
  rules: purgeRulesSchema,
  /** late end of the plan's band, s; null when the plan gave no time */
  planned: z.number().positive().nullable(),
  device: named.extend({ declared: z.object({ resolution: z.number(), noise: z.number(), top: z.number() }).optional() }).nullable(),
  /** the plan's time to the limit at the joint, P10, median and P90, s */
  band: z.object({ low: z.number(), value: z.number(), high: z.number() }).nullable().optional(),
  /** flow meter, foot switch, current clamp: what else this run listens to */
  listens: z
    .array(named.extend({ kind: deviceKindSchema }))
    .max(8)
    .optional(),
  /** the bay, as the Board shows it */
  station: z.string().max(40).optional(),
  /** where the oxygen is measured */
  place: z.enum(['vent', 'joint', 'inlet']),
  monitorChecked: z.boolean(),
  /** dams, tape and diffusers that went in */
  countIn: z.number().int().min(0).max(200),
  /** what keeps the air from the root; a run without purge only carries the arcs */
  backing: backingSchema.default('purge'),
});

export const markSchema = z.enum([
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
export type MarkName = z.infer<typeof markSchema>;
export const markNames: Record<MarkName, string> = {
  tack: 'Tack',
  look: 'Open to look',
  refill: 'Closed, refill',
  bottle: 'Bottle changed',
  grind: 'Grinding',
  'dam-out': 'Dam out',
  pass: 'Next pass',
  closing: 'Closing',
  'arc-on': 'Arc on',
  'arc-off': 'Arc off',
  hold: 'Hold',
  'tape-off': 'Tape off',
  'tape-on': 'Tape back on',
  move: 'Next weld',
};

export const usedReadingSchema = z.object({ ppm: z.number(), at: z.iso.datetime(), ageSeconds: z.number(), quality: z.string() });
export const markedBody = z.object({
  mark: markSchema,
  weld: id.nullable(),
  /** the part of the clock it speaks of: tape that came off or went on */
  arc: arcSchema.optional(),
  /** the screen it was made on, so that two that marked the same thing are told apart from one that marked it twice */
  screen: z.string().max(40).optional(),
  /** the device that made it */
  source: named.extend({ kind: deviceKindSchema }).optional(),
  /** written by the server at arc on: the reading in force and what the gate said */
  atArc: z
    .object({ reading: usedReadingSchema.nullable(), ready: z.boolean(), by: z.enum(['monitor', 'clock']), text: z.string() })
    .optional(),
});
/** What a run calls for until someone answers. */
export const alarmSchema = z.enum(['over', 'lost', 'frozen', 'drifting', 'saturated', 'dry']);
export type AlarmKind = z.infer<typeof alarmSchema>;
export const answeredBody = z.object({
  alarm: alarmSchema,
  /** what had been seen of it when it was answered */
  upTo: z.iso.datetime(),
});
/** A logger's file laid beside the run: its readings are kept under the file's own id. */
export const loggedBody = z.object({
  log: id,
  name: z.string().min(1).max(120),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  unit: z.enum(['ppm', 'percent']),
  readings: z.number().int().min(1),
  dropped: z.number().int().min(0),
  from: z.iso.datetime(),
  to: z.iso.datetime(),
});
export const endedBody = z.object({
  how: z.enum(['done', 'abandoned']),
  /** dams, tape and diffusers that came out; null when not counted yet */
  countOut: z.number().int().min(0).max(200).nullable(),
  /** written by the server: SHA-256 over the run's readings, and their number */
  digest: z.object({ readings: z.number().int(), sha256: z.string() }).optional(),
});

/** type -> the stream it belongs to, its present version, its body, and whether it is a decision. */
export const eventTypes = {
  'weld.created': { stream: 'weld', version: 1, body: createdBody, decision: false },
  'fitup.recorded': { stream: 'weld', version: 1, body: fitupBody, decision: false },
  'gas.recorded': { stream: 'weld', version: 1, body: gasBody, decision: false },
  'need.decided': { stream: 'weld', version: 1, body: needBody, decision: true },
  'setup.recorded': { stream: 'weld', version: 1, body: setupBody, decision: false },
  'purge.planned': { stream: 'weld', version: 1, body: plannedBody, decision: false },
  'look.recorded': { stream: 'weld', version: 1, body: lookBody, decision: false },
  'verdict.given': { stream: 'weld', version: 1, body: verdictBody, decision: true },
  'clean.recorded': { stream: 'weld', version: 1, body: cleanBody, decision: false },
  'passivate.started': { stream: 'weld', version: 1, body: passivateStartedBody, decision: false },
  'passivate.ended': { stream: 'weld', version: 1, body: passivateEndedBody, decision: false },
  'stage.skipped': { stream: 'weld', version: 1, body: skippedBody, decision: true },
  'record.closed': { stream: 'weld', version: 1, body: closedBody, decision: true },
  'weld.corrected': { stream: 'weld', version: 1, body: correctedBody, decision: true },
  'run.started': { stream: 'run', version: 1, body: runStartedBody, decision: false },
  'run.marked': { stream: 'run', version: 1, body: markedBody, decision: false },
  'run.answered': { stream: 'run', version: 1, body: answeredBody, decision: false },
  'run.logged': { stream: 'run', version: 1, body: loggedBody, decision: false },
  'run.ended': { stream: 'run', version: 1, body: endedBody, decision: false },
  'run.corrected': { stream: 'run', version: 1, body: correctedBody, decision: true },
} as const;

export type EventType = keyof typeof eventTypes;
export type StreamKind = (typeof eventTypes)[EventType]['stream'];
export type BodyOf<T extends EventType> = z.infer<(typeof eventTypes)[T]['body']>;

export const isEventType = (t: string): t is EventType => Object.hasOwn(eventTypes, t);

/** An event as it stands in the record. Times are ISO 8601 in UTC. */
export type Recorded<T extends EventType = EventType> = {
  [K in T]: {
    id: string;
    stream: string;
    seq: number;
    type: K;
    version: number;
    happenedAt: string;
    receivedAt: string;
    actor: string | null;
    identified: string;
    body: BodyOf<K>;
    hash: string;
  };
}[T];

/** What a client sends: the server gives the rest. */
export const sentEventSchema = z.object({
  id: z.uuidv7('An event needs a UUIDv7 of its own.'),
  stream: id,
  type: z.string(),
  version: z.number().int().positive(),
  happenedAt: z.iso.datetime(),
  /** how far the client's clock was behind the server's when it was last measured, ms */
  offsetMs: z.number().min(-1e11).max(1e11),
  /** version of the stream the sender saw; a decision must name it */
  seen: z.number().int().min(0).nullable(),
  body: z.unknown(),
});
export type SentEvent = z.infer<typeof sentEventSchema>;

/** Older versions are lifted to the present one when read; so far there is only one of each. */
export const upcast = (event: Recorded): Recorded => event;
