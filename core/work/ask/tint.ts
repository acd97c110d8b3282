/** Asked from outside: what tint to expect, before the arc. */
import { z } from 'zod';
import { couponSchema, foretellInside, foretellOutside, foretoldText, type Foretold } from '../../models/foretold';
import type { HeatAsked } from '../../models/heat';
import { coverOf, flowWindow, shieldOf, startingCup } from '../../models/shield';
import { isTitanium } from '../../basics/materials';
import { bandNames, bandSchema } from '../../models/tint';
import { heatAsked, heatFields, heatFound, range, type HeatQuestion } from './heat';
import { Unanswerable } from './unanswerable';

const ppm = z
  .number('Give the oxygen as a number of ppm.')
  .min(0, 'Oxygen cannot be less than nought.')
  .max(209_500, 'More oxygen than in air.');
const dewPoint = z.number().min(-100, 'Drier than any gas.').max(30, 'Wetter than any shop.').nullable().describe('°C; null: not known');
const flow = z.number().positive('The flow must be more than nought.').max(5e-3, 'More than 300 L/min.').default(8e-3 / 60).describe('m3/s through the bore'); // prettier-ignore
const { wall, od, travel, current } = heatFields;

export const tintQuestion = z
  .strictObject({
    metal: heatFields.alloy,
    side: z.enum(['inside', 'outside'], 'Say inside or outside.'),
    ppm: ppm.describe('oxygen at the joint; outside it says nothing where air comes to hot metal'),
    ...{ dewPoint, wall, od, travel },
    current: current.unwrap(),
    flow,
    leaves: z.number().min(20).max(1600).nullable().default(null).describe('°C of the hottest metal the gas leaves bare, outside; null: behind a usual cup'), // prettier-ignore
    coupon: z
      .strictObject({ ...couponSchema.shape, flow, ppm, dewPoint })
      .nullable()
      .describe('one that was graded inside, in the same metal'),
  })
  .meta({ title: 'Tint question' });
export type TintQuestion = z.infer<typeof tintQuestion>;

export const tintAnswer = z
  .object({
    film: range.nullable().describe('nm of the film model, P10 to P90: never a fact; null: no film model speaks of this metal'),
    low: bandSchema.nullable(),
    likely: bandSchema.nullable(),
    high: bandSchema.nullable(),
    bands: z.array(bandSchema).describe('every band from low to high'),
    words: z.string().nullable(),
    leaves: range.nullable().describe('°C, outside'),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Tint answer' });
export type TintAnswer = z.infer<typeof tintAnswer>;

export const tintExample = {
  ...{ metal: '316L', side: 'inside', ppm: 50, dewPoint: -60, wall: 1.65e-3, od: 0.0508, travel: 2.54e-3, current: 48, coupon: null },
};

/** @throws Unanswerable */
export function answerTint(q: TintQuestion): TintAnswer {
  const asked = named({ alloy: q.metal, wall: q.wall, od: q.od, travel: q.travel, current: q.current, arcLength: 1.5e-3, start: 20 });
  if (q.coupon?.od != null && q.coupon.wall >= q.coupon.od / 2)
    throw new Unanswerable('coupon.wall', 'There is no hole left in a tube with this wall.');
  const { alloy } = asked;
  if (q.side === 'inside') {
    const pass = { alloy, wall: q.wall, od: q.od, travel: q.travel, current: q.current };
    const told = foretellInside(pass, { ppm: q.ppm, dewPoint: q.dewPoint, flow: q.flow }, { coupons: q.coupon ? [q.coupon] : [] });
    return answer(told, null);
  }
  if (q.coupon) throw new Unanswerable('coupon', 'A coupon speaks of the inside: outside give null.');
  const leaves = q.leaves === null ? leftBare(asked, q) : { value: q.leaves, low: q.leaves, high: q.leaves };
  const told = foretellOutside(alloy, leaves);
  const notes = q.leaves === null ? ['Outside: behind a usual cup with a lens at its usual flow, no trailing shield.'] : [];
  return answer(told, leaves, notes);
}

/** The pass, its metal under the name this question has for it. @throws Unanswerable */
function named(q: HeatQuestion): HeatAsked {
  try {
    return heatAsked(q);
  } catch (e) {
    if (e instanceof Unanswerable && e.at === 'alloy') throw new Unanswerable('metal', e.message);
    throw e;
  }
}

/** °C where the gas of a usual cup ends. @throws Unanswerable */
function leftBare(asked: HeatAsked, { wall: t, od: d, travel: v }: TintQuestion) {
  const heat = heatFound(asked, false);
  const cup = startingCup(d ?? 0.1, isTitanium(asked.alloy));
  const cover = coverOf({ cup, lens: true, screens: 0, gap: 0.012, flow: flowWindow(cup, true, false).usual, od: d });
  const { value, low, high } = shieldOf({ alloy: asked.alloy, wall: t, travel: v, heat, cover, trailing: null }).hottest;
  return { value, low, high };
}

function answer(told: Foretold | null, leaves: { value: number; low: number; high: number } | null, notes: string[] = []): TintAnswer {
  if (!told)
    return {
      ...{ film: null, low: null, likely: null, high: null, bands: [], words: null, leaves },
      notes: ['No film model speaks of this metal: it is neither chromium steel, nickel alloy nor titanium. Weld a coupon and look.'],
    };
  return {
    film: told.nm,
    ...{ low: told.low, likely: told.likely, high: told.high, bands: told.words },
    words: foretoldText(told, (b) => bandNames[b]),
    leaves,
    notes: [...notes, ...told.notes, 'The WPS, the code of construction and a qualified person decide.'],
  };
}
