/** What the Gas step asks: lots, cylinder, meter, monitor and its check; and whether a purge is needed at all. */
import { choice, flag, optional, quantity, ref, when, words, type Across, type TypedForm, type Values } from '../../basics/fields';
import { gasNames, type Gas } from '../../basics/gases';
import { parseQuantity, type System } from '../../basics/units';
import { backingNames, type Backing } from '../../models/need';
import { gasPaperFaults, type PaperFault } from '../../models/papers';
import { OXYGEN_MOST } from '../../models/sensor';
import { itemsOf, shelfName, type ItemOf, type Prices, type RegisterItem } from '../registers';
import type { GasCheck, GasLot, Typed } from './body';

/** What a monitor shows in air and in bottle gas; a bare number in air is a percentage. */
export const airField = quantity('oxygen', 'Reads in air', { bare: '%', most: OXYGEN_MOST });
export const bottleField = quantity('oxygen', 'Reads in bottle gas', { most: OXYGEN_MOST });

type Monitor = { id: string; name: string; resolution: number; cell: 'zirconia' | 'electrochemical' | 'optical' };
/** What is picked where no monitor is used. */
const NO_MONITOR = { id: 'none', name: 'None: by the clock' };

export function gasForm<M extends Monitor>(registers: readonly RegisterItem[], monitors: readonly M[]) {
  const gases = itemsOf(registers, 'gas');
  const lot = (i: ItemOf<'gas'>) => shelfName(i, `${i.label}, ${gasNames[i.body.gas].toLowerCase()} ${i.body.grade}`);
  const named = (i: RegisterItem) => shelfName(i, i.label);
  const watched = (f: TypedForm) => f['monitor'] !== NO_MONITOR.id;
  return {
    purge: ref(
      'Purge gas',
      gases.filter((g) => g.body.use !== 'torch'),
      lot,
      { empty: 'Pick the lot' },
    ),
    torch: ref(
      'Torch gas',
      gases.filter((g) => g.body.use !== 'purge'),
      lot,
      { empty: 'Pick the lot' },
    ),
    cylinder: optional(ref('Purge drawn from', itemsOf(registers, 'cylinder'), named, { empty: 'not kept' })),
    meter: optional(ref('Purge meter', itemsOf(registers, 'meter'), named, { empty: 'not kept' })),
    monitor: ref<M | typeof NO_MONITOR>('Oxygen monitor', [...monitors, NO_MONITOR], (m) => m.name),
    air: when(watched, optional(airField)),
    bottle: when(watched, optional(bottleField)),
    so: flag('It is so on the pipe: record it as a deviation'),
  };
}
export type GasForm = ReturnType<typeof gasForm>;
type Given = Values<GasForm>;

/** The monitor that is picked; null when none is. */
export const monitorOf = <M extends { id: string }>(picked: M | typeof NO_MONITOR | undefined): M | null =>
  picked === undefined || picked.id === NO_MONITOR.id ? null : (picked as M);

/** What was picked and typed when the gas was recorded before. */
export const gasTyped = (g: GasCheck | null): TypedForm =>
  g
    ? {
        purge: g.purge.id,
        torch: g.torch.id,
        cylinder: g.cylinder?.id ?? '',
        meter: g.meter?.id ?? '',
        monitor: g.monitor?.id ?? NO_MONITOR.id,
        ...(g.typed.air && { air: g.typed.air.text }),
        ...(g.typed.bottle && { bottle: g.typed.bottle.text }),
      }
    : {};

export const lotOf = (g: ItemOf<'gas'>): GasLot => ({
  id: g.id,
  label: g.label,
  gas: g.body.gas,
  lot: g.body.lot,
  supplyPpm: g.body.supplyPpm,
});

/** What the registers say of what is picked so far. */
export const gasFaultsOf = ({ purge, cylinder, meter }: Partial<Given>): PaperFault[] =>
  purge ? gasPaperFaults({ cylinder: cylinder ? { gas: cylinder.body.gas } : null, meter: meter?.body ?? null }, purge.body.gas) : [];

/** A reading as it was typed, and in which steps it was read; null where none was. */
export function typedReading(text: unknown, system: System, bare?: string): Typed | null {
  if (typeof text !== 'string') return null;
  const p = parseQuantity(text, 'oxygen', system, 0, bare);
  return p.ok ? { text: text.trim(), step: p.step } : null;
}

/** What is known of the picked items when the gas is recorded. */
export type GasKnown = {
  /** what the monitor's check of this shift read, where nothing is typed now */
  shift: { air: number; bottle: number } | undefined;
  left: number | null;
  meter: { factor: number; state: NonNullable<GasCheck['meter']>['state'] } | null;
  prices: Prices | null;
};

/** The form as the event says it. @param typed the texts of the form */
export function gasSaid(v: Given, typed: TypedForm, { shift, left, meter, prices }: GasKnown, system: System): Omit<GasCheck, 'papers'> {
  const monitor = monitorOf(v.monitor);
  const price = (gas: Gas) => prices?.perM3[gas] ?? null;
  return {
    purge: lotOf(v.purge),
    torch: lotOf(v.torch),
    monitor: monitor && { id: monitor.id, label: monitor.name },
    air: monitor && (shift?.air ?? v.air),
    bottle: monitor && (shift?.bottle ?? v.bottle),
    cylinder: v.cylinder && { id: v.cylinder.id, label: v.cylinder.label, left },
    meter: v.meter && meter && { id: v.meter.id, label: v.meter.label, ...meter },
    typed: {
      air: monitor && !shift ? typedReading(typed['air'], system, '%') : null,
      bottle: monitor && !shift ? typedReading(typed['bottle'], system) : null,
    },
    price: prices && { purge: price(v.purge.body.gas), torch: price(v.torch.body.gas), currency: prices.currency },
  };
}

export const needForm = { choice: choice<Backing>('Way', backingNames, { empty: null }), reason: words('Why') };
export const needAcross: readonly Across<typeof needForm>[] = [
  {
    of: ['choice', 'reason'],
    at: 'reason',
    says: (v) => (v.choice !== 'purge' && v.reason.length < 3 ? 'Say why in a few words: the record keeps it.' : null),
  },
];
