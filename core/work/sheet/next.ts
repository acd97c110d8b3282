/** Where a weld stands on its sheet while it is welded: the layer in hand, the arc of it, and what that is welded at. */
import { legsText, ordinal, passNames } from '../../models/passes';
import type { System } from '../../basics/units';
import type { Design } from '../jobs';
import type { Sheet } from './body';
import { legsOfSheet } from './legs';

type Torch = { amps: number; travel: number | null; sheet: Sheet | null };

export type LegNow = {
  /** "root, third: 6 to 9" */
  text: string;
  /** A; null where the sheet leaves it to the WPS */
  amps: number | null;
};

/**
 * @param layer counted from 1, by the passes that were marked @param arc of it, counted from 0
 * @returns null without a sheet, or where more was welded than it has
 */
export function legNow(
  { sheet, amps, travel }: Torch,
  design: Design,
  { layer, arc }: { layer: number; arc: number },
  system: System,
): LegNow | null {
  if (!sheet) return null;
  const layers = sheet.passes.flatMap((p) => Array.from({ length: p.times }, () => p));
  const pass = layers[layer - 1];
  if (!pass) return null;
  const own = pass.pass === 'root' ? amps : pass.amps;
  const legs = legsOfSheet(sheet, { amps: own, travel }, design);
  // A turn in one go is one arc, however its current falls.
  const whole = sheet.way === 'round';
  const leg = legs[whole ? 0 : arc];
  if (!leg || (whole && arc > 0)) return null;
  const several = layers.length > 1;
  const order = whole ? '' : ordinal(arc + 1);
  const where = whole ? 'all round' : legsText([leg], design.seam, system);
  return {
    text: [several ? passNames[pass.pass].toLowerCase() : '', order, where].filter(Boolean).join(', '),
    amps: own === null ? null : own * leg.share,
  };
}
