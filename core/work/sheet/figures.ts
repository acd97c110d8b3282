/** What the sheet comes to, as figures that explain themselves. */
import type { Figure } from '../../basics/figure';
import { closingShare, passAmps } from '../../models/passes';
import { ARC_HELD } from '../../models/shield';
import type { AlloyId } from '../../basics/materials';
import { isOpened, type Design } from '../jobs';
import type { Sheet } from './body';

/** @param torch amps and travel of the first pass */
export function sheetFigures(
  torch: { amps: number; travel: number | null },
  sheet: Sheet,
  { size, seam, joint, alloyA }: Design,
): Figure[] {
  const alloy: AlloyId = alloyA;
  const closing =
    torch.travel === null
      ? null
      : closingShare({
          alloy,
          wall: size.wall,
          od: seam.kind === 'straight' ? null : size.od,
          travel: torch.travel,
          amps: torch.amps,
          arcLength: ARC_HELD,
        });
  return [
    ...(closing ? [closing] : []),
    ...(sheet.passes.length > 1
      ? sheet.passes.map((p) => passAmps(p.pass, p.process, { wall: size.wall, opened: isOpened(joint) }, p.rod))
      : []),
  ];
}
