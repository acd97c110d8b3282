/** What the registration of a device asks, in the units of who registers it. */
import { choice, number, optional, when, words, type TypedForm, type Values } from '../../basics/fields';
import { unitOf, type System } from '../../basics/units';
import { deviceKindNames, type DeviceKind, type NewDevice } from './card';

const LPM_IN_CFH = 0.3048 ** 3 / 60e-3;

/** What a device shows in, and how many of its own units (ppm, L/min) one of the reader's is; null for what shows nothing. */
export const shownIn = (kind: DeviceKind, system: System): { unit: string; one: number } | null =>
  kind === 'oxygen-monitor'
    ? { unit: 'ppm', one: 1 }
    : kind === 'flow-meter'
      ? { unit: unitOf('flow', system), one: system === 'inch' ? LPM_IN_CFH : 1 }
      : null;

/** Where a monitor can measure. */
export const monitorPlaces = ['vent', 'joint', 'inlet'] as const;
const isKind = (f: TypedForm, ...kinds: DeviceKind[]) => kinds.some((k) => f['kind'] === k);
const shows = (f: TypedForm) => isKind(f, 'oxygen-monitor', 'flow-meter');

export const deviceForm = {
  kind: choice<DeviceKind>('What it is', deviceKindNames, { empty: null }),
  name: words('Name that stands on it', { least: 1, most: 60, says: 'Give it a name that stands on it.' }),
  station: words('Stands in', { most: 40 }),
  place: when((f) => isKind(f, 'oxygen-monitor'), choice('Measures at the', monitorPlaces, { empty: null })),
  resolution: when(shows, number('Step of its display', { most: 10_000, says: 'What is one step of its display?' })),
  noise: when(shows, number('How much it flickers', { most: 10_000, says: 'How much does it flicker, one standard deviation?' })),
  top: when(shows, number('Top of its scale', { least: 1e-9, most: 1_000_000, says: 'Where does its scale end?' })),
  t90: when(
    (f) => isKind(f, 'oxygen-monitor'),
    optional(number('Seconds to 90 % of a step', { least: 0.5, most: 600, says: 'How many seconds does it take to 90 %?' })),
  ),
};

/** What stands in the form of a kind from the start, in the units of the form: as most of that kind declare. */
export const declaredMost = (kind: DeviceKind): Record<'resolution' | 'noise' | 'top', string> =>
  kind === 'flow-meter' ? { resolution: '0.1', noise: '0.05', top: '30' } : { resolution: '1', noise: '1.5', top: '250000' };

export function deviceSaid(
  { kind, name, station, place, resolution, noise, top, t90 }: Values<typeof deviceForm>,
  system: System,
): Partial<NewDevice> & Pick<NewDevice, 'kind' | 'name'> {
  const { one } = shownIn(kind, system) ?? { one: 1 };
  return {
    ...{ kind, name, station, place: place ?? '', t90: t90 ?? null },
    ...(resolution !== null && noise !== null && top !== null && { resolution: resolution * one, noise: noise * one, top: top * one }),
  };
}
