/** Gas: the lots, the monitor and its check, what the purge is drawn from and read by; and whether a purge is needed at all. */
import { z } from 'zod';
import { gasNames, gasRefusal } from '../../basics/gases';
import { alloys } from '../../basics/materials';
import { show, type System } from '../../basics/units';
import { backingNames, type Backing, type NeedOption } from '../../models/need';
import { define, inUnits, version, type Line, type Reader } from '../event';
import type { Design } from '../jobs';
import { gasPaperFaults, type PaperFault } from '../../models/papers';
import { one, three } from '../shapes';

export * from './form';
export { gasAgain, gasPicks, type GasAgain, type GasPicks } from './again';
import type { GasCheck, Typed } from './body';
export type { GasCheck, GasLot, Typed } from './body';

const second = z.object({
  purge: one.gasLot,
  torch: one.gasLot,
  monitor: one.named.nullable(),
  air: z.number().min(0).nullable(),
  bottle: z.number().min(0).nullable(),
  cylinder: one.drawnFrom,
  meter: one.readBy,
  price: one.price,
});
/** The first two took any number for oxygen, and no word of how it was read. */
const third = second.extend({
  air: three.ppm.nullable(),
  bottle: three.ppm.nullable(),
  typed: z.object({ air: three.typed, bottle: three.typed }),
});
/** The first went out before cylinders, meters and prices were kept. */
const first = second.partial({ cylinder: true, meter: true, price: true });

export const gasRecorded = define<GasCheck>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => ({ ...b, cylinder: b.cylinder ?? null, meter: b.meter ?? null, price: b.price ?? null })),
    version(second, (b) => ({ ...b, typed: { air: null, bottle: null } })),
    version(third, (b): GasCheck => b),
  ],
  added: z.object({ papers: three.gasPapers.optional() }),
});

/** What of its papers does not belong to the purge gas. */
export const gasFaults = (b: GasCheck): PaperFault[] => (b.papers ? gasPaperFaults(b.papers, b.purge.gas) : []);

/** Is a purge needed: what was chosen, beside what else there was. */
export type Need = { choice: Backing; reason: string; options: NeedOption[] };

export const needDecided = define<Need>()({
  stream: 'weld',
  decision: true,
  versions: [
    version(
      z
        .object({ choice: one.backing, reason: z.string().max(200), options: z.array(one.needOption).min(1).max(5) })
        .refine((n) => n.choice === 'purge' || n.reason.trim().length >= 3, {
          message: 'Say why in a few words: the record keeps it.',
          path: ['reason'],
        }),
      (b): Need => b,
    ),
  ],
});

/** Why one of these gases must not be used on this metal, each reason once. */
export const gasRefusals = ({ purge, torch }: Pick<GasCheck, 'purge' | 'torch'>, { alloyA, alloyB }: Design): string[] => [
  ...new Set([alloyA, alloyB].flatMap((a) => [purge.gas, torch.gas].flatMap((g) => gasRefusal(g, alloys[a]) ?? []))),
];

export function tellGas(b: GasCheck, reader: Reader): Line {
  const q = inUnits(reader);
  const checked = (v: number | null, typed: Typed | null, where: string) =>
    v === null
      ? `not checked in ${where}`
      : `${typed?.text ?? q(v, 'oxygen')} in ${where}${typed && v < typed.step ? ` (under ${q(typed.step, 'oxygen')})` : ''}`;
  const meter = { good: ', checked', unchecked: ', not checked', off: ', off', drifting: ', drifting' };
  return {
    title: 'Gas',
    details: [
      `Purge ${b.purge.label}, ${gasNames[b.purge.gas].toLowerCase()}; torch ${b.torch.label}, ${gasNames[b.torch.gas].toLowerCase()}`,
      b.monitor
        ? `${b.monitor.label}: ${checked(b.air, b.typed.air, 'air')}, ${checked(b.bottle, b.typed.bottle, 'bottle gas')}`
        : 'No oxygen monitor',
      ...(b.cylinder
        ? [`From ${b.cylinder.label}, ${b.cylinder.left === null ? 'content not known' : `${q(b.cylinder.left, 'volume')} left`}`]
        : []),
      ...(b.meter ? [`${b.meter.label}${meter[b.meter.state]}; true over read ${b.meter.factor.toFixed(2)}`] : []),
      ...gasFaults(b).map((f) => (f.level === 'never' ? `Wrong paper: ${f.text}` : `Mind: ${f.text}`)),
    ],
  };
}

export function tellNeed(b: Need, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: `Inside: ${backingNames[b.choice].toLowerCase()}`,
    details: [
      ...(b.reason ? [b.reason] : []),
      ...b.options.map(
        (o) =>
          `${backingNames[o.choice]}: ${o.gas === null ? 'gas not known' : q(o.gas, 'volume')}${o.choice === b.choice ? ', chosen' : ''}`,
      ),
    ],
  };
}

export const gasLine = (b: GasCheck, system: System): string =>
  `${b.purge.label}; monitor ${b.air === null ? 'not checked' : `${show(b.air, 'oxygen', system)} in air`}`;

export const gasCautions = [
  'Cylinders stand chained. Liquid argon burns cold and boils off.',
  'The oxygen monitor for the purge is not a personal oxygen alarm.',
];
