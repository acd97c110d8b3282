/** What a look at a cylinder, a meter or a monitor asks, and what prices are entered by. */
import { choice, flag, number, optional, quantity, ref, words, type Field, type Table, type Values } from '../../basics/fields';
import { gasNames, gasSchema, type Cylinder, type CylinderReading, type Gas } from '../../basics/gases';
import type { System } from '../../basics/units';
import { bathEntryNames, type BathEntry } from '../../models/bath';
import { OXYGEN_MOST } from '../../models/sensor';
import type { Prices } from './checks';
import type { ItemOf } from './items';

/** A monitor held in air and in bottle gas; a bare number in air is a percentage. */
export const monitorCheckForm = {
  air: quantity('oxygen', 'Reads in air', { bare: '%', most: OXYGEN_MOST, hint: 'such as 20.9 %' }),
  bottle: quantity('oxygen', 'In bottle gas', { most: OXYGEN_MOST, hint: 'such as 4 ppm' }),
};

/** Where a cylinder is read when nobody says otherwise, °C: the shop. */
const SHOP_CELSIUS = 20;
const warmth = quantity('temperature', 'Temperature', {
  least: { value: -60, says: 'No cylinder stands so warm or cold. Check the unit.' },
  most: { value: 80, says: 'No cylinder stands so warm or cold. Check the unit.' },
});
export const cylinderKnown = { celsius: SHOP_CELSIUS };

/** A gas cylinder is read by its gauge, a liquid vessel by its level. */
export const cylinderCheckForm = ({ form }: Pick<Cylinder, 'form'>, system: System) => ({
  reads:
    form === 'liquid'
      ? quantity('fraction', 'Level', {
          bare: '%',
          most: { value: 1, says: 'The level is a share: from 0 to 100 %.' },
          hint: 'such as 60 %',
        })
      : quantity('gauge', 'Gauge reads', { most: 6e7, hint: `such as ${system === 'inch' ? '2200 psi' : '150 bar'}` }),
  celsius: warmth,
  changed: flag('changed for another'),
});
export const cylinderSaid = ({ form }: Pick<Cylinder, 'form'>, v: Values<ReturnType<typeof cylinderCheckForm>>): CylinderReading => ({
  pascal: form === 'liquid' ? 0 : v.reads,
  celsius: v.celsius,
  level: form === 'liquid' ? v.reads : null,
  changed: v.changed,
});

const flow = (label: string) => quantity('flow', label, { zero: false, most: 5e-3 });
/** @param others meters it can be held against */
export const meterCheckForm = (others: readonly ItemOf<'meter'>[]) => ({
  reading: flow('Meter reads'),
  checkReading: flow('Check meter reads'),
  by: optional(ref('Check meter', others, (m) => m.label, { empty: 'not registered' })),
  at: choice('Checked at', ['hose end', 'torch'], { empty: null }),
});

/** What is entered in the log of a bath. */
export const bathLogForm = {
  what: choice<BathEntry['what']>('What was done', bathEntryNames),
  percent: optional(number('Strength, %', { most: 100, unit: '%', says: 'Type a strength from 0 to 100.' })),
  iron: optional(number('Iron, g/L', { most: 300, unit: 'g/L', says: 'Type g/L, such as 4.5.' })),
  celsius: optional(
    quantity('temperature', 'Temperature', {
      least: { value: -10, says: 'Colder than any bath. Check the unit.' },
      most: { value: 110, says: 'Hotter than any bath. Check the unit.' },
    }),
  ),
  note: words('Note', { most: 200 }),
};

/** What a set point is asked for: a wanted flow, at which pressures. Air pressure by its range on this earth. */
export const setPointForm = (orifice: boolean, system: System) => ({
  wanted: flow('Wanted'),
  pressure: quantity('gauge', orifice ? 'Pressure before it' : 'Back pressure in the tube', {
    most: { value: 5e7, says: 'No gauge shows so much. Check the unit.' },
  }),
  air: quantity('gauge', 'Air pressure here', {
    bare: system === 'inch' ? 'psi' : 'kPa',
    least: { value: 4e4, says: 'Air is between 40 and 110 kPa on this earth. Check the unit.' },
    most: { value: 1.1e5, says: 'Air is between 40 and 110 kPa on this earth. Check the unit.' },
  }),
});
/** A purge flow as most use it, m³/s: 17 CFH, or 8 L/min. Common practice, no source. */
export const usualPurge = (system: System): number => (system === 'inch' ? (17 * 0.3048 ** 3) / 3600 : 8e-3 / 60);

/** Gas is priced a m³, or a hundred cubic feet for who reads in inches. */
export const priceUnit = (system: System): { of: number; name: string } =>
  system === 'inch' ? { of: 100 * 0.3048 ** 3, name: '100 ft³' } : { of: 1, name: 'm³' };

type PriceForm = { currency: Field<string> } & Record<Gas, Field<number | null>>;
export function priceForm(system: System): Table & PriceForm {
  const { name } = priceUnit(system);
  const says = 'A price is a plain number, such as 9.50.';
  const price = (gas: Gas) => optional(number(`${gasNames[gas]}, a ${name}`, { most: 10_000, says }));
  return {
    currency: words('Money', { least: 1, most: 8, says: 'Name the money, such as EUR.' }),
    ...(Object.fromEntries(gasSchema.options.map((g) => [g, price(g)])) as Record<Gas, Field<number | null>>),
  };
}
export const pricesKnown = (prices: Prices | null, system: System): Partial<Values<PriceForm>> => ({
  currency: prices?.currency ?? 'EUR',
  ...Object.fromEntries(Object.entries(prices?.perM3 ?? {}).map(([g, p]) => [g, Number((p * priceUnit(system).of).toFixed(4))])),
});
export const pricesSaid = ({ currency, ...prices }: Values<PriceForm>, system: System): Prices => ({
  currency,
  perM3: Object.fromEntries(Object.entries(prices).flatMap(([g, p]) => (p === null ? [] : [[g, p / priceUnit(system).of]]))),
});
