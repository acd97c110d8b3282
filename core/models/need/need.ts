/**
 * Is a purge needed? Three schools beside each other: a full purge, a chill or backing, none. Expected result, gas, time,
 * money, and what is given up. What is expected inside is common practice, no source.
 */
import { z } from 'zod';
import type { Criterion } from '../criteria';
import type { AlloyFamily } from '../../basics/materials';
import { gasOf, type Course } from '../purge';

export const backingSchema = z.enum(['purge', 'backing', 'none']);
export type Backing = z.infer<typeof backingSchema>;
export const backingNames: Record<Backing, string> = { purge: 'Full purge', backing: 'Chill or backing', none: 'None' };

export const needOptionSchema = z.object({
  choice: backingSchema,
  result: z.string(),
  /** m³ of gas; 0 when none */
  gas: z.number().nullable(),
  /** s until the arc may start, and after it until the gas is off */
  seconds: z.number().nullable(),
  money: z.number().nullable(),
  /** against: this criterion or alloy does not take it */
  speaks: z.enum(['for', 'mind', 'against']),
  given: z.array(z.string()),
});
export type NeedOption = z.infer<typeof needOptionSchema>;

/** Time to fit a chill or a backing, s: an assumption. */
const FITTING = 300;

type Case = {
  criterion: Pick<Criterion, 'foodContact' | 'id'>;
  family: AlloyFamily;
  /** the purge as planned (models/purge): the same figures as everywhere else */
  course: Pick<Course, 'wait' | 'weld' | 'hold' | 'gas'>;
  flow: number;
  /** money for a m³; null: no price */
  price: number | null;
};

const VOID = 'Leaving the backing gas out, or changing it, may void the WPS: ask whoever qualified it.';

/** The three ways for one weld. */
export function needOptions({ criterion, family, flow, course, price }: Case): NeedOption[] {
  const { wait, weld, hold } = course;
  const gas = gasOf(course);
  const cost = (m3: number | null) => (m3 === null || price === null ? null : m3 * price);
  const trough = flow * (weld + hold);
  const bright = criterion.foodContact || family === 'titanium';
  return [
    {
      choice: 'purge',
      result: 'Bright inside when the limit was held before and during the weld.',
      gas,
      seconds: wait === null ? null : (wait.high ?? wait.value) + hold,
      money: cost(gas),
      speaks: 'for',
      given: [],
    },
    {
      choice: 'backing',
      result:
        'Not bright, but not sugared: copper, second best thick aluminium, a foil trough fed by a drilled copper tube, or a backing box with a diffuser.',
      gas: trough,
      seconds: FITTING,
      money: cost(trough),
      speaks: bright ? 'against' : 'mind',
      given: [
        'Needs the back within reach. Never strike the arc on copper: it goes into the weld and cracks it.',
        ...(bright
          ? [
              `${family === 'titanium' ? 'Titanium' : criterion.id} asks for a bright inside: tint is left that must be removed where it can be reached.`,
            ]
          : []),
        VOID,
      ],
    },
    {
      choice: 'none',
      result:
        family === 'titanium'
          ? 'White flake and a brittle weld.'
          : family === 'carbon'
            ? 'Scale inside, as mild steel is welded.'
            : 'Sugared inside: crevices that start corrosion and hold soil.',
      gas: 0,
      seconds: 0,
      money: price === null ? null : 0,
      speaks: family === 'carbon' ? 'for' : bright || family !== 'austenitic' ? 'against' : 'mind',
      given: [
        family === 'titanium'
          ? 'Nothing takes it off: the weld is lost.'
          : 'The root is ground or pickled off afterwards, where it can be reached at all.',
        VOID,
      ],
    },
  ];
}
