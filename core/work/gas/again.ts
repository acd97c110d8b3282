/** The gas of an earlier weld, taken again by one press; or why it has to be looked at anew. */
import { readForm, type TypedForm, type Values } from '../../basics/fields';
import type { System } from '../../basics/units';
import { SHIFT } from '../registers';
import type { GasCheck } from './body';
import { gasFaultsOf, gasTyped, monitorOf, type GasForm } from './form';

/** What was picked then; never what was read: air and bottle gas belong to their check. */
export type GasPicks = { picked: TypedForm; at: number };

export const gasPicks = (g: GasCheck & { at: number }): GasPicks => ({
  picked: gasTyped({ ...g, typed: { air: null, bottle: null } }),
  at: g.at,
});

/** What the shop knows now of the things that were picked. */
export type GasNow = {
  now: number;
  /** was this monitor checked this shift? */
  checked: (monitor: string) => boolean;
  /** was a bottle changed on this cylinder since its gauge, or since the monitor, read it? */
  changed: (cylinder: string) => boolean;
  /** what the newest check of this meter says against it; null: nothing */
  off: (meter: string) => string | null;
  /** is the hose of this purge another than that was? */
  otherHose: boolean;
};

export type GasAgain = { ok: true; values: Values<GasForm>; typed: TypedForm } | { ok: false; because: string };

/**
 * A shift's check holds until its bottle, hose, meter or monitor is another; then it is made again (common practice, no source).
 * @param form of the Gas step, as the registers and monitors stand now
 */
export function gasAgain<F extends GasForm>(
  form: F,
  { picked, at }: GasPicks,
  { now, checked, changed, off, otherHose }: GasNow,
  system: System,
): GasAgain {
  const open = (because: string): GasAgain => ({ ok: false, because });
  if (now - at >= SHIFT) return open('That was before this shift.');
  const read = readForm<GasForm>(form, { ...picked, air: '', bottle: '', so: false }, system);
  if (!read.ok) return open('Something that was used then is not at hand any more.');
  const { values } = read;
  const monitor = monitorOf(values.monitor);
  if (monitor && !checked(monitor.id)) return open(`${monitor.name} was not checked this shift: let it read air, then bottle gas.`);
  if (values.cylinder && changed(values.cylinder.id))
    return open(`A bottle was changed on ${values.cylinder.label}: read its gauge, and let the monitor read its gas.`);
  if (monitor && otherHose) return open('The hose is another one: let the monitor read bottle gas through it.');
  const wrong = values.meter && off(values.meter.id);
  if (wrong) return open(wrong);
  const fault = gasFaultsOf(values).find((f) => f.level === 'never');
  return fault ? open(fault.text) : { ok: true, values, typed: { ...picked } };
}
