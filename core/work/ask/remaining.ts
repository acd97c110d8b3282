/** Asked from outside: how long a purge that runs still takes, by what was read of it so far. The same model and words as the pages. */
import { z } from 'zod';
import { keptOutText, Remaining, shapesOf, testText, whyOf, wontText } from '../../models/remaining';
import { runThrough } from '../../models/purge';
import { lagText, UNPROVED } from '../../models/remaining';
import { purgeAsked, purgeQuestion } from './purge';

const reads = z.number().nullable();

export const remainingQuestion = purgeQuestion
  .omit({ gap: true })
  .extend({
    readings: z
      .array(z.tuple([reads, reads]))
      .max(20_000)
      .describe('[s since gas on, ppm], in any order; null is a reading that was none'),
    now: z.number().min(0).max(86_400).describe('s since gas on'),
    place: z.enum(['vent', 'joint']).optional().describe('where it is measured; the vent when left out'),
    t90: z.number().min(0.5).max(120).optional().describe('s the monitor takes to 90 % of a step, 11 when left out'),
    noise: z.number().min(0).max(1000).optional().describe('ppm it flickers, one standard deviation'),
    resolution: z.number().min(0).max(10_000).optional().describe('ppm, one step of its display'),
    seed: z.number().int().optional().describe('of the draws; the same gives the same answer'),
  })
  .meta({ title: 'Remaining time question' });
type Question = z.infer<typeof remainingQuestion>;

const range = z.object({ value: z.number(), low: z.number(), high: z.number() });
export const remainingAnswer = z
  .object({
    limit: z.number(),
    now: z.number(),
    state: z
      .enum(['fresh', 'before', 'stale', 'rising'])
      .describe('by fresh readings; by none yet; the newest is old; oxygen rises: then no times'),
    vent: range
      .nullable()
      .describe('s from now until the gas at the vent is at the limit, P10, median and P90 of the purges that get there'),
    joint: range.nullable().describe('the same at the joint'),
    reads: range.nullable().describe('s from now until the monitor reads the limit: it lags'),
    reach: z.number().describe('share of purges like this that get there within half an hour, 0 to 1, where it is measured'),
    jointReach: z.number().describe('the same at the joint'),
    willNotReach: z.boolean(),
    floor: range.nullable().describe('ppm that stays'),
    leak: range.nullable().describe('m3/s of air that comes in, once nine of ten purges like this say so; else null'),
    signs: z
      .array(z.object({ t: z.number(), kind: z.enum(['rises', 'left']) }))
      .describe('something happened that nobody marked: s since gas on; oxygen rises, or left what was forecast'),
    keptOut: z.array(z.object({ why: z.string(), count: z.number() })),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Remaining time answer' });
export type RemainingAnswer = z.infer<typeof remainingAnswer>;

export const remainingExample: Question = {
  list: '2 in tube: 400, weld, 400',
  series: 'inch-tube',
  flow: 1.333e-4,
  limit: 50,
  readings: [
    [10, 180_000],
    [20, 31_000],
    [30, 4200],
    [40, 700],
  ],
  now: 41,
};

/** @throws Unanswerable */
export function answerRemaining(q: Question): RemainingAnswer {
  const { setup, spaces } = purgeAsked(q);
  const shapes = runThrough(shapesOf(setup, spaces));
  const place = q.place ?? 'vent';
  const model = new Remaining(shapes, {
    limit: q.limit,
    monitors: [{ place, t90: q.t90 ?? 11, noise: q.noise ?? 1.5, resolution: q.resolution ?? 1 }],
    ...(q.seed !== undefined && { seed: q.seed }),
  });
  model.feed(
    q.readings.map(([t, ppm]) => ({ t: t ?? NaN, ppm: ppm ?? NaN })),
    q.now,
  );
  const a = model.answer(q.now);
  // What is old or rises says nothing of now.
  const timed = (a.state === 'fresh' || a.state === 'before') && !a.wont;
  const named = whyOf(a) === 'leak' || a.leaks >= 0.9;
  return {
    limit: q.limit,
    now: q.now,
    state: a.state,
    vent: timed ? a.vent : null,
    joint: timed ? a.joint : null,
    reads: timed ? a.reads : null,
    reach: a.reach,
    jointReach: a.jointReach,
    willNotReach: a.wont,
    floor: a.state === 'rising' ? null : a.floor,
    leak: named && a.state !== 'rising' ? a.leak : null,
    signs: a.signs.map(({ t, kind }) => ({ t, kind })),
    keptOut: a.keptOut.map(({ why, count }) => ({ why, count })),
    notes: [
      UNPROVED,
      place === 'vent'
        ? 'The joint is not measured: what is said of it is the model alone.'
        : 'The vent is not measured: what is said of it is the model alone.',
      lagText,
      ...(a.state === 'before' ? ['Nothing was read yet: this is what was likely before.'] : []),
      ...(a.state === 'stale' ? ['The newest reading is old: no time is given.'] : []),
      ...(a.state === 'rising' ? ['Oxygen rises, or does not fall: no time is given until it falls again.'] : []),
      ...(timed && a.vent === null ? ['Hardly any purge like this gets there: no time is given.'] : []),
      ...[wontText(a, 'metric'), testText(a)].filter((t) => t !== null),
      ...(named ? [] : ['Leak, gas and bypass cannot be told apart from one monitor: no leak is given.']),
      ...(a.layered ? ['The spool fills in layers or traps some: the model is weak there, and its ranges are too narrow.'] : []),
      ...a.keptOut.map(keptOutText),
      'The gate stays on the reading. The WPS, the code of construction and a qualified person decide.',
    ],
  };
}
