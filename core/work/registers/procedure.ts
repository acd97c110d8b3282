/** A WPS of the register as what is set up by it sees it. */
import { usuallyEssential, type Ranges, type RowId } from '../../models/wps';
import type { ItemOf } from './items';

/** @returns its ranges, the amps among them, and what of them is essential */
export function procedureOf({ id, label, body }: ItemOf<'wps'>): {
  id: string;
  label: string;
  revision: string;
  ranges: Ranges;
  essential: readonly RowId[];
} {
  const { revision, amps, limits, essential = usuallyEssential } = body;
  // Zod leaves "may be missing" as "may be undefined": what is undefined is not there.
  const given = Object.fromEntries(Object.entries(limits ?? {}).filter(([, v]) => v !== undefined)) as Ranges;
  return { id, label, revision, ranges: { ...given, ...(amps && { amps: { low: amps[0], high: amps[1] } }) }, essential };
}
