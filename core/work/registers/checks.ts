/** Looks at instruments and cylinders: each is kept, none replaces another. */
import { z } from 'zod';
import { cylinderReadingSchema, gasSchema, meterCheckSchema, type Gas } from '../../basics/gases';
import { bathEntrySchema } from '../../models/bath';
import { OXYGEN_MOST } from '../../models/sensor';
import { coverTestSchema } from '../../models/shield';

const of = { id: z.uuidv7('A check needs a UUIDv7 of its own.'), item: z.uuid() };

const read = z.number().min(0).max(OXYGEN_MOST.value, OXYGEN_MOST.says);

export const checkSchema = z.discriminatedUnion('kind', [
  z.object({ ...of, kind: z.literal('cylinder'), body: cylinderReadingSchema }),
  z.object({ ...of, kind: z.literal('meter'), body: meterCheckSchema }),
  z.object({
    ...of,
    kind: z.literal('monitor'),
    body: z.object({ air: read, bottle: read }),
  }),
  z.object({ ...of, kind: z.literal('cup'), body: coverTestSchema }),
  z.object({ ...of, kind: z.literal('shield'), body: coverTestSchema }),
  z.object({ ...of, kind: z.literal('bath'), body: bathEntrySchema }),
]);
export type NewCheck = z.infer<typeof checkSchema>;
export type Check = NewCheck & { when: number; by: string | null };

export type CheckOf<K extends Check['kind']> = Extract<Check, { kind: K }>;
/** Checks of one item, oldest first. */
export const checksOf = <K extends Check['kind']>(all: readonly Check[], kind: K, item: string): CheckOf<K>[] =>
  all.filter((c): c is CheckOf<K> => c.kind === kind && c.item === item).sort((a, b) => a.when - b.when);

/** A shift, ms: a monitor checked within it is not asked for again. */
export const SHIFT = 12 * 3_600_000;

/** Prices of gas, money for a m³, entered once. */
export const pricesSchema = z.object({
  currency: z.string().trim().min(1, 'Name the money, such as EUR.').max(8),
  perM3: z.partialRecord(gasSchema, z.number().min(0).max(10_000)),
});
export type Prices = z.infer<typeof pricesSchema>;

/** What a monitor's card says. Cells are fooled in their own ways. */
export const cellSchema = z.enum(['zirconia', 'electrochemical', 'optical']);
export type Cell = z.infer<typeof cellSchema>;
export const cellFools: Record<Cell, string> = {
  zirconia: 'Hot zirconia burns hydrogen and solvent vapour: it reads falsely low in them. Not for hydrogen mixtures.',
  electrochemical: 'An electrochemical cell ages in months and tires in air; acid gases spoil it. It is slow below 100 ppm.',
  optical: 'An optical cell is fooled by condensed water and by solvent vapour on its face.',
};

/** What is wrong with measuring this gas with this cell, or null. */
export const cellRefusal = (cell: Cell, gas: string): string | null =>
  cell === 'zirconia' && gas.endsWith('h2')
    ? 'This monitor has a hot zirconia cell: in a hydrogen mixture it reads falsely low. Take an electrochemical or optical one.'
    : null;

/** Money for a volume of gas, m³ as bought (15 °C, 1 bar, within 2 % of what the bench meter shows); null when no price was entered. */
export function gasCost(prices: Pick<Prices, 'perM3'> | null, gas: Gas, m3: number): number | null {
  const price = prices?.perM3[gas];
  return price === undefined ? null : price * m3;
}

/** "3.20 EUR", or that there is no price. */
export const money = (amount: number | null, currency: string | undefined): string =>
  amount === null || !currency ? 'no price entered' : `${amount.toFixed(2)} ${currency}`;
