/** Asked from outside: what the gas of a cup covers, and what of the hot metal stays bare. */
import { z } from 'zod';
import { heatOf } from '../../models/heat';
import { coverOf, COVER_SPREAD, cups, flowWindow, longestGap, shieldOf, travelMost, type Torch } from '../../models/shield';
import { heatAsked, heatExample, heatFound, heatQuestion, range } from './heat';
import { Unanswerable } from './unanswerable';

const [LEAST, MOST] = [cups[0], cups[cups.length - 1] as number];
const cup = z.strictObject({
  cup: z
    .number('Give the cup as a number: sixteenths of an inch of bore.')
    .min(LEAST, `Cups go from ${LEAST} to ${MOST}.`)
    .max(MOST, `Cups go from ${LEAST} to ${MOST}.`)
    .describe('sixteenths of an inch of bore'),
  lens: z.boolean('Say whether there is a lens.'),
  screens: z.number().int().min(0).max(3).describe('added upon the lens; 0 without one'),
  gap: z
    .number('Give the gap as a number.')
    .positive('A cup that lies on the work covers nothing: the gap must be more than nought.')
    .max(0.1, 'More than 100 mm from the work: in metres?')
    .describe('m, lip of the cup to the work'),
  flow: z
    .number('Give the flow as a number.')
    .positive('Without flow nothing is covered.')
    .max(5e-3, 'More than 300 L/min.')
    .describe('m3/s'),
  tilt: z.number().min(-45, 'More than 45° of lean.').max(45, 'More than 45° of lean.').default(0).describe('degrees, gas blown ahead'),
});
export const coverQuestion = cup
  .extend({
    od: z
      .number()
      .positive('The outside diameter must be more than nought.')
      .max(5)
      .nullable()
      .default(null)
      .describe('m; null: flat work'),
  })
  .meta({ title: 'Cover question' });
export type CoverQuestion = z.infer<typeof coverQuestion>;

export const coverAnswer = z
  .object({
    reynolds: z.number(),
    diameter: range.describe('m, of the circle on the work under 500 ppm'),
    reachBehind: range.describe('m, from the arc backwards'),
    flowLow: z.number().describe('m3/s'),
    flowUsual: z.number(),
    flowHigh: z.number(),
    longestGap: z.number().describe('m, where the cover falls to the bore at this flow'),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Cover answer' });
export type CoverAnswer = z.infer<typeof coverAnswer>;
export const coverExample = { cup: 12, lens: true, screens: 1, gap: 0.0254, flow: 1.97e-4 };

/** @throws Unanswerable */
function torchOf(q: z.infer<typeof cup> & { od?: number | null }): Torch {
  if (!q.lens && q.screens > 0) throw new Unanswerable('screens', 'A screen sits upon a lens: give 0, or a lens.');
  return { ...q, od: q.od ?? null };
}
const ranged = (value: number) => ({ value, low: value * (1 - COVER_SPREAD), high: value * (1 + COVER_SPREAD) });

/** @throws Unanswerable */
export function answerCover(q: CoverQuestion): CoverAnswer {
  const torch = torchOf(q);
  const cover = coverOf(torch);
  const window = flowWindow(q.cup, q.lens, q.screens > 0);
  const notes = [
    'Flat work, calm air; a judgement that no cover test has corrected. Hold the arc on a scrap of titanium and see where it stays silver.',
  ];
  if (q.flow < window.low) notes.push('Too little gas for this cup.');
  if (q.flow > window.high) notes.push('Too much gas for this cup: the stream breaks up and draws in air.');
  if (cover.aside === 0) notes.push('The air is through before the gas reaches the work: nothing is covered.');
  if (torch.od && cover.behind < cover.aside) notes.push('Beyond 60 degrees round the tube the gas is taken to have left it.');
  return {
    reynolds: cover.reynolds,
    diameter: ranged(2 * cover.aside),
    reachBehind: ranged(cover.behind),
    flowLow: window.low,
    flowUsual: window.usual,
    flowHigh: window.high,
    longestGap: longestGap(torch),
    notes,
  };
}

export const shieldQuestion = heatQuestion
  .extend({
    cover: cup,
    trailing: z
      .strictObject({
        length: z.number().positive('A shield is longer than nought.').max(1).describe('m, behind the cup'),
        width: z.number().positive('A shield is wider than nought.').max(0.5).describe('m'),
      })
      .nullable(),
  })
  .meta({ title: 'Shield question' });
export type ShieldQuestion = z.infer<typeof shieldQuestion>;

export const shieldAnswer = z
  .object({
    hottestOutside: range.describe('°C, hottest metal outside the cover'),
    at: z.object({ behind: z.number(), aside: z.number() }).describe('m from the arc'),
    lengthNeeded: range.describe('m of trailing shield, from the edge of the cover of the cup'),
    widthNeeded: range.describe('m'),
    travelMost: z.number().nullable().describe('m/s, the fastest this cover is long enough for, with the same bead'),
    trailingFlow: z.object({ low: z.number(), high: z.number() }).describe('m3/s'),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Shield answer' });
export type ShieldAnswer = z.infer<typeof shieldAnswer>;
export const shieldExample = {
  ...{ ...heatExample, alloy: 'Ti-2', wall: 3.05e-3, od: 0.0889, travel: 1.7e-3, back: 2.5e-3 },
  cover: { cup: 12, lens: true, screens: 0, gap: 0.01, flow: 2.2e-4 },
  trailing: { length: 0.0762, width: 0.0254 },
};

/** @throws Unanswerable */
export function answerShield({ cover: c, trailing, ...q }: ShieldQuestion): ShieldAnswer {
  const asked = heatAsked(q);
  const { alloy, wall, od, travel } = asked;
  if (trailing && od !== null && trailing.length > Math.PI * od)
    throw new Unanswerable('trailing.length', 'The shield is longer than the seam is round the tube.');
  const heat = heatFound(asked, false);
  const cover = coverOf(torchOf({ ...c, od }));
  const s = shieldOf({ alloy, wall, travel, heat, cover, trailing });
  const { hottest } = s;
  const tailAt = (v: number) => heatOf({ ...asked, travel: v, by: { back: heat.pool.back } }, { ring: false }).tail.length;
  const short = hottest.value > heat.limit;
  return {
    hottestOutside: { value: hottest.value, low: hottest.low, high: hottest.high },
    at: hottest.at,
    lengthNeeded: s.lengthNeeded,
    widthNeeded: s.widthNeeded,
    travelMost: travelMost(tailAt, cover.behind + (trailing?.length ?? 0)),
    trailingFlow: s.trailingFlow,
    notes: [
      ...heat.notes,
      short
        ? `Metal above ${Math.round(heat.limit)} °C comes out from under the gas: model estimate, unproved here; run the cover test.`
        : 'By the model no hot metal leaves the gas: unproved here; run the cover test.',
      'The WPS, the code of construction and a qualified person decide.',
    ],
  };
}
