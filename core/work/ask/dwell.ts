/** Asked from outside: how long a product stays on, what speaks against it on this metal, and the tests that may be made of it. */
import { z } from 'zod';
import { alloySchema } from '../../basics/materials';
import {
  baths,
  judgeBath,
  judgeCleaning,
  judgeTestKind,
  pasteHint,
  testNames,
  testSchema,
  testSeconds,
  type Product,
  type Situation,
} from '../../models/cleaning';

const names = ['paste', 'gel', ...baths.map((b) => b.id)] as [string, ...string[]];
export const dwellQuestion = z
  .strictObject({
    product: z.enum(names, `One of: ${names.join(', ')}.`).describe("paste or gel (with hydrofluoric acid), or a bath's name"),
    alloy: alloySchema,
    metal: z
      .number('Give the metal as a number, °C.')
      .min(-30, 'Colder than any shop.')
      .max(1500, 'Hotter than molten steel.')
      .describe('°C, measured'),
    foodContact: z.boolean().default(false).describe('tests that leave poison behind are not allowed there'),
  })
  .meta({ title: 'Dwell question' });
export type DwellQuestion = z.infer<typeof dwellQuestion>;

const said = z.object({ level: z.enum(['never', 'reason', 'warn']), text: z.string() });
export const dwellAnswer = z
  .object({
    dwell: z.object({ least: z.number(), most: z.number().nullable() }).nullable().describe('s; most null where only the least is known'),
    against: z.array(said),
    tests: z.array(z.object({ id: z.string(), name: z.string(), seconds: z.number() })),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Dwell answer' });
export type DwellAnswer = z.infer<typeof dwellAnswer>;
export const dwellExample = { product: 'paste', alloy: '316L', metal: 20 };

export function answerDwell(q: DwellQuestion): DwellAnswer {
  const s: Situation = {
    ...{ alloys: [q.alloy], foodContact: q.foodContact, insideReachable: true },
    ...{ tintRemains: false, acidOn: false, passivated: false },
  };
  const bath = baths.find((b) => b.id === q.product);
  const product: Product = {
    ...{ kind: bath ? bath.acid : q.product === 'gel' ? 'gel' : 'paste', lot: '', mostCelsius: null },
    ...{ dwellSeconds: null, hydrofluoric: !bath },
  };
  const hint = bath ? null : pasteHint(q.alloy, q.metal);
  const dwell = bath ? { least: 60 * bath.minutes, most: null } : hint && { least: 60 * hint[0], most: 60 * hint[1] };
  const middle = bath ? { percent: (bath.percent[0] + bath.percent[1]) / 2, celsius: q.metal, dwell: 60 * bath.minutes } : null;
  const against = bath
    ? judgeBath({ acid: bath.acid, product, ...(middle as NonNullable<typeof middle>), dwellFrom: 'table' }, s)
    : judgeCleaning({ method: 'paste', side: 'outside', metalTemperature: q.metal, tool: null, product, rinse: undefined }, s);
  const never = against.some((b) => b.level === 'never');
  return {
    dwell: never ? null : dwell,
    against: against.map(({ level, text }) => ({ level, text })),
    tests: testSchema.options
      .filter((t) => t !== 'none' && judgeTestKind(t, s).length === 0)
      .map((t) => ({ id: t, name: testNames[t], seconds: testSeconds[t] })),
    notes: [
      "The product's own sheet leads; this is a hint of tables remembered (ASTM A967, Euro Inox and Nickel Institute guides).",
      ...(never
        ? ['No dwell: it must not be put on like this.']
        : dwell === null
          ? ['No guide gives a dwell here: ask the maker, or try it on a piece.']
          : []),
    ],
  };
}
