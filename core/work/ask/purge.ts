/** Asked from outside: how a purge goes. A question in SI units in, the plan out, by the same model the pages use. */
import { z } from 'zod';
import { findSize, seriesSchema, type Series, type Size } from '../../basics/sizes';
import { isStraight, parseList } from '../../basics/spool';
import { adviceOn, bandOf, entering, FINE, horizonOf, insidePressure, planOf, predict, runThrough } from '../../models/purge';
import {
  closeUp,
  damSchema,
  heightSchema,
  hoseMaterialSchema,
  setupSchema,
  startingSetup,
  totalFlow,
  type Setup,
} from '../../models/setup';
import { closingOf } from '../../models/closing';
import { spacesOf, type Spaces } from '../../models/network';
import { gasSchema } from '../../basics/gases';
import { one, setupOf, setupOfBody } from '../shapes';
import { Unanswerable } from './unanswerable';

const metres = (most: number) => z.number().positive().max(most);

export const purgeQuestion = z
  .strictObject({
    list: z.string().max(2000).optional().describe('the spool in one line, its size at the head; lengths without a unit are millimetres'),
    series: seriesSchema.optional().describe('what a bare size means'),
    flow: z.number().positive().max(5e-3).optional().describe('m3/s, all lines together'),
    dams: z
      .strictObject({
        kind: damSchema.optional(),
        distance: metres(30).optional().describe('m from the joint, either side; left out: at the ends of the spool'),
      })
      .optional(),
    inlet: z
      .strictObject({
        height: heightSchema.optional(),
        kind: z.enum(['open', 'diffuser', 'ring']).optional(),
        bore: metres(0.1).optional(),
        holes: z.number().int().min(1).max(200).optional(),
        hose: z.strictObject({ length: z.number().min(0).max(200), bore: metres(0.05), material: hoseMaterialSchema }).optional(),
      })
      .optional(),
    vent: z.strictObject({ height: heightSchema.optional(), bore: metres(0.5).optional() }).optional(),
    tilt: z.number().min(-180).max(180).optional().describe('degrees; positive lifts the far end'),
    gas: gasSchema.optional(),
    supplyPpm: z.number().min(0).max(5000).optional().describe('oxygen in the bottle, ppm'),
    setup: z.record(z.string(), z.unknown()).optional().describe('instead: a set-up as a record keeps it, of any version'),
    gap: z.number().min(0).max(0.02).optional().describe('m, of the joint as fitted up, for the closing; 0 when left out'),
    limit: z.number().min(1).max(100_000).describe('ppm at which the arc may start'),
  })
  .meta({ title: 'Purge question' });
type Question = z.infer<typeof purgeQuestion>;

const range = z.object({ value: z.number(), low: z.number().nullable(), high: z.number().nullable() });
export const purgeAnswer = z
  .object({
    model: z.string(),
    limit: z.number(),
    joint: range.nullable().describe('s to the limit at the joint, nominal with P10 and P90'),
    vent: range.nullable().describe('s to the limit at the vent'),
    twelve: range.nullable().describe("s at 12 o'clock of the joint, in a short body that clears there last: the same as joint"),
    slowest: z
      .object({ time: z.number().nullable(), at: z.string(), ppm: z.number().nullable() })
      .nullable()
      .describe('the last place to clear'),
    reach: z.number().nullable().describe('share of purges like this that get to the limit at the joint, 0 to 1'),
    gas: range.nullable().describe('m3 until the joint is ready'),
    volume: z.number().describe('m3 purged'),
    pressure: z.number().nullable().describe('Pa inside, joint taped'),
    closing: z
      .object({
        steps: z.array(z.object({ open: z.number(), pascal: z.number() })),
        most: z.number().nullable().describe('Pa, the most the root at 6 is said to carry'),
        warning: z.enum(['open-vent', 'lower-flow', 'smaller-vent']).nullable(),
      })
      .nullable()
      .describe('pressure as the gap is shut, by the share still open'),
    rules: z.array(z.object({ id: z.string(), level: z.enum(['stop', 'mind']), at: z.string(), text: z.string() })),
    advice: z.array(z.object({ id: z.string(), text: z.string(), gain: z.number().nullable(), gas: z.number().nullable() })),
    floor: range.nullable().describe('ppm that leaks leave'),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Purge answer' });
export type PurgeAnswer = z.infer<typeof purgeAnswer>;

export const purgeExample: Question = { list: '2 in tube: 400, weld, elbow up, 300', series: 'inch-tube', flow: 1.333e-4, limit: 50 };

const NOT_A_SETUP = 'This is no set-up that a record ever kept.';

/** Any size of a series: what a list without one would be given, if it were allowed to have none. */
const anyOf = (series: Series): Size => {
  const size = findSize(
    series,
    series === 'pipe' ? '2' : series === 'inch-tube' ? '2' : series === 'metric-tube' ? '50' : '60.3',
    series === 'pipe' ? '40' : null,
  );
  return size ?? (findSize('inch-tube', '2') as Size);
};

function spoolOf({ list, series }: Question): { parts: Setup['parts']; joint: string | null; size: Size } {
  if (list === undefined) throw new Unanswerable('list', 'Say the spool in one line, or give a set-up.');
  if (series === undefined)
    throw new Unanswerable('series', 'A bare size is another tube in every series: say inch-tube, metric-tube, iso-tube or pipe.');
  if (!list.includes(':')) throw new Unanswerable('list', 'Begin with the size, such as "2 in tube: 400, weld, 400".');
  const read = parseList(list, 'metric', series, anyOf(series));
  if (!read.ok) throw new Unanswerable('list', `${read.error.word ? `"${read.error.word}": ` : ''}${read.error.text}`);
  const first = read.parts[0];
  if (!first) throw new Unanswerable('list', 'There is no part in it.');
  return { ...read, size: first.size };
}

/** Dams so far from the joint on either side: both its tubes must be straight and longer than that. */
function withDams(s: Setup, distance: number): Setup {
  const after = s.parts.find((p) => p.id === s.joint);
  const before = s.parts.find((p) => p.id === after?.on?.part);
  if (!after || !before || !isStraight(after) || !isStraight(before))
    throw new Unanswerable(
      'dams',
      'A distance is taken along straight tube on both sides of the joint. Leave it out, or mark the weld between two straights.',
    );
  const least = Math.min(after.length, before.length);
  if (distance >= least) throw new Unanswerable('dams', `The tube beside the joint is ${least} m long: the dams sit nearer than that.`);
  const [a, b] = [
    { id: 'd1', part: before.id, at: before.length - distance, kind: 'bung' as const, pinhole: null },
    { id: 'd2', part: after.id, at: distance, kind: 'bung' as const, pinhole: null },
  ];
  const [inlet, vent] = [s.inlets[0], s.vents[0]];
  return { ...s, dams: [a, b], inlets: inlet ? [{ ...inlet, on: 'd1' }] : [], vents: vent ? [{ ...vent, on: 'd2' }] : [] };
}

/** The set-up that is asked about. @throws Unanswerable with the field that keeps it from being one */
export function setupAsked(q: Question): Setup {
  if (q.setup !== undefined) {
    for (const field of ['flow', 'dams', 'inlet', 'vent', 'tilt', 'gas', 'supplyPpm'] as const)
      if (q[field] !== undefined) throw new Unanswerable(field, 'The set-up says this itself: change it there, or ask by list.');
    const body = one.body.safeParse(q.setup);
    // The set-ups of the first day did not hold their tube.
    if (body.success) return setupOfBody(body.data, spoolOf(q).size);
    const kept = one.setup.safeParse(q.setup);
    if (!kept.success) {
      const [issue] = kept.error.issues;
      throw new Unanswerable(['setup', ...(issue?.path ?? [])].join('.'), issue?.message ?? NOT_A_SETUP);
    }
    const read = setupSchema.safeParse(setupOf(kept.data));
    if (!read.success) throw new Unanswerable('setup', read.error.issues[0]?.message ?? NOT_A_SETUP);
    return read.data;
  }
  const { parts, joint, size } = spoolOf(q);
  const gas = q.gas ?? 'argon';
  const start = startingSetup(size, gas, q.supplyPpm ?? 3);
  const line = { id: 'l1', flow: q.flow ?? totalFlow(start) };
  let s: Setup = { ...closeUp(parts, joint, { ...start, lines: [line] }), tilt: -(q.tilt ?? 0), roll: 0 };
  if (q.dams?.distance !== undefined) s = withDams(s, q.dams.distance);
  const { kind } = q.dams ?? {};
  if (kind !== undefined) s = { ...s, dams: s.dams.map((d) => (typeof d.at === 'number' ? { ...d, kind } : d)) };
  const said = <T extends object>(o: T | undefined) => Object.fromEntries(Object.entries(o ?? {}).filter(([, v]) => v !== undefined));
  return { ...s, inlets: s.inlets.map((i) => ({ ...i, ...said(q.inlet) })), vents: s.vents.map((v) => ({ ...v, ...said(q.vent) })) };
}

/** The set-up that is asked about and what of it is purged. @throws Unanswerable where nothing can be */
export function purgeAsked(q: Question): { setup: Setup; spaces: Spaces } {
  const setup = setupAsked(q);
  const spaces = spacesOf(setup);
  const [fault] = spaces.faults;
  if (fault) throw new Unanswerable(q.setup ? 'setup' : 'list', `${fault.at}: ${fault.text}`);
  if (totalFlow(setup) <= 0) throw new Unanswerable('flow', 'Without flow nothing is purged.');
  return { setup, spaces };
}

const rangeOf = (t: { value: number | null; low: number | null; high: number | null } | undefined): z.infer<typeof range> | null =>
  !t || t.value === null ? null : { value: t.value, low: t.low, high: t.high };

/** @throws Unanswerable */
export function answerPurge(q: Question): PurgeAnswer {
  const { setup, spaces } = purgeAsked(q);
  const p = predict(setup, spaces, q.limit, FINE);
  const plug = p.mesh.total / totalFlow(setup);
  const band = runThrough(bandOf(setup, spaces, q.limit, horizonOf(p.times.joint, p.times.vent, plug)));
  const { plan } = planOf(setup, spaces, p, band, q.limit, 'metric');
  const figure = (id: string) => plan.figures.find((f) => f.id === id);
  const shut = closingOf(setup, q.gap ?? 0, 'least');
  const slowest = figure('slowest');
  const finite = (x: number | null | undefined) => (x !== null && x !== undefined && Number.isFinite(x) ? x : null);
  const joint = rangeOf(plan.joint);
  const gasFor = (seconds: number | null) => (seconds === null ? null : seconds * totalFlow(setup));
  return {
    model: plan.model,
    limit: q.limit,
    joint,
    vent: rangeOf(plan.vent),
    twelve: p.top ? joint : null,
    slowest: slowest
      ? { time: slowest.value, at: slowest.label.replace(/^Last to clear:? ?/, '') || 'the spool', ppm: finite(p.last?.ppm) }
      : null,
    reach: joint ? band.joint.reached : null,
    gas: joint && { value: gasFor(joint.value) ?? 0, low: gasFor(joint.low), high: gasFor(joint.high) },
    volume: p.mesh.total,
    pressure: finite(insidePressure(p)),
    closing: shut && {
      steps: shut.steps.flatMap((s) => (Number.isFinite(s.pascal) ? [{ open: s.open, pascal: s.pascal }] : [])),
      most: finite(shut.window.most),
      warning: shut.warning,
    },
    rules: plan.rules,
    advice: runThrough(adviceOn(setup, spaces, q.limit, 'metric')).map(({ id, text, gain, gas }) => ({ id, text, gain, gas })),
    floor: rangeOf(figure('floor')),
    notes: [
      'A model estimate, never compared with a measured purge: low and high are P10 and P90 of runs with flow, mixing, bypass and leak drawn from assumed priors.',
      ...plan.figures.flatMap((f) => (f.id === 'joint' && f.caution ? [f.caution] : [])),
      `What enters holds ${entering(setup).oxygen.toPrecision(3)} ppm of oxygen.`,
      'The WPS, the code of construction and a qualified person decide.',
    ],
  };
}
