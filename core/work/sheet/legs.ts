/** The arcs of a sheet in their order, each with its share of the current: by what follows from torch and metal, where both are known. */
import { legsOf, sharesOf, type Share } from '../../models/passes';
import { ARC_HELD } from '../../models/shield';
import type { Design } from '../jobs';
import type { Sheet } from './body';

/** @param torch amps and travel of the pass; nothing is taken off where they are not known */
export function legsOfSheet(
  { way, start, counter, held, lies }: Sheet,
  torch: { amps: number | null; travel: number | null },
  { seam, size, alloyA }: Pick<Design, 'seam' | 'size' | 'alloyA'>,
): Share[] {
  const { amps, travel } = torch;
  if (amps === null || travel === null || !(amps > 0) || !(travel > 0))
    return legsOf(way, start, seam, counter).map((l) => ({ ...l, share: 1 }));
  return sharesOf(
    { alloy: alloyA, wall: size.wall, od: seam.kind === 'straight' ? null : size.od, travel, amps, arcLength: ARC_HELD },
    way,
    start,
    seam,
    { hold: held === 'fixed' ? 'fixed' : 'turned', axis: lies === 'overhead' ? 'level' : lies, counter },
  );
}
