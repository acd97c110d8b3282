/**
 * "Bright" that may be thick film: at 80 to 90 nm an oxide looks near-silver again, past blue. Where bright lies beside blue or beyond, on the
 * same side at the same place, it is said; whether it is clean metal only another look can tell.
 */
import { arcOf, arcText, inArc, ROUND, type Arc, type Seam } from '../../basics/seam';
import { filmBands } from '../tint';
import { wordFor, zoneNames, type Criterion, type Tint, type Zone } from './criterion';

const BLUE = filmBands.indexOf('dark-blue');
const sides: readonly (readonly [Zone, Zone])[] = [
  ['id-bead', 'id-haz'],
  ['od-bead', 'od-haz'],
];

const at = (tints: readonly Tint[], zone: Zone, place: number) => tints.findLast((t) => t.zone === zone && inArc(t.arc, place));

/** Places, in quarters of a twelfth, in one stretch each. */
function stretches(is: (place: number) => boolean, seam: Seam): Arc[] {
  const on = Array.from({ length: 48 }, (_, q) => is((q + 0.5) / 4));
  if (on.every(Boolean)) return [{ from: 12, to: 12 }];
  const found: [number, number][] = [];
  on.forEach((here, q) => {
    if (!here) return;
    const last = found.at(-1);
    if (last?.[1] === q) last[1] = q + 1;
    else found.push([q, q + 1]);
  });
  const [first, last] = [found[0], found.at(-1)];
  if (seam.kind !== 'straight' && first && last && first !== last && first[0] === 0 && last[1] === 48) {
    found.shift();
    last[1] = first[1];
  }
  return found.map(([from, to]) => arcOf(from / 4, (to % 48) / 4));
}

/** One sentence for each zone whose bright lies beside blue. */
export function besideBlue(c: Criterion, tints: readonly Tint[], seam: Seam = ROUND): string[] {
  return sides.flatMap((pair) =>
    pair.flatMap((zone, i) => {
      const other = pair[1 - i] as Zone;
      const beside = (place: number) => {
        const grade = at(tints, other, place)?.grade;
        return grade?.by === 'band' && (grade.band === 'grey' || filmBands.indexOf(grade.band) >= BLUE) ? grade.band : null;
      };
      const isBright = (place: number) => {
        const grade = at(tints, zone, place)?.grade;
        return grade?.by === 'band' && grade.band === 'bright';
      };
      const arcs = stretches((place) => isBright(place) && beside(place) !== null, seam);
      const bands = Array.from({ length: 48 }, (_, q) => (isBright((q + 0.5) / 4) ? beside((q + 0.5) / 4) : null)).filter(
        (b) => b !== null,
      );
      const [worst] = bands.sort((a, b) => filmBands.indexOf(b) - filmBands.indexOf(a));
      if (!worst || arcs.length === 0) return [];
      const where = arcs.map((a) => arcText(a, seam)).join(' and ');
      return [
        `${zoneNames[zone]}, ${where}: ${wordFor(c, 'bright').toLowerCase()} beside ${wordFor(c, worst).toLowerCase()}. Near-silver beside blue may be thick film and not clean metal: look again, slanting.`,
      ];
    }),
  );
}
