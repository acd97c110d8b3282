/** Where two people who graded the same weld differ. */
import { arcOf, inArc, ROUND, type Arc, type Seam } from '../../basics/seam';
import { gradeOutcome, zoneSchema, type Criterion, type Tint, type Zone } from '../../models/criteria';
import { filmBands } from '../../models/tint';

type Seen = Tint['grade'];
export type Difference = {
  zone: Zone;
  arc: Arc;
  /** in the order the looks were given */
  grades: [Seen, Seen];
  /** bands between them; null where one of them is no band of the film */
  apart: number | null;
  /** one is accepted by the criterion and the other is not */
  overLimit: boolean;
};

/** What was graded at a place, the newest on top; null where nobody saw it. */
const gradeAt = (tints: readonly Tint[], zone: Zone, at: number): Seen | null =>
  tints.findLast((t) => t.zone === zone && t.grade.by !== 'unseen' && inArc(t.arc, at))?.grade ?? null;

const same = (a: Seen, b: Seen): boolean =>
  a.by === b.by &&
  (a.by === 'band' && b.by === 'band' ? a.band === b.band : a.by === 'number' && b.by === 'number' ? a.number === b.number : true);
const bandOf = (g: Seen): number => (g.by === 'band' ? filmBands.indexOf(g.band) : -1);

/**
 * Stretches, in quarters of a twelfth, that both saw and graded otherwise; round a clock one over twelve is one.
 */
export function differences(a: readonly Tint[], b: readonly Tint[], c: Criterion, seam: Seam = ROUND): Difference[] {
  const found: (Difference & { from: number; to: number })[] = [];
  const accepted = (zone: Zone, g: Seen) => g.by !== 'unseen' && gradeOutcome(c, zone, g) === 'accept';
  for (const zone of zoneSchema.options)
    for (let q = 0; q < 48; q++) {
      const [x, y] = [gradeAt(a, zone, (q + 0.5) / 4), gradeAt(b, zone, (q + 0.5) / 4)];
      if (!x || !y || same(x, y)) continue;
      const last = found.at(-1);
      if (last?.zone === zone && last.to === q && same(last.grades[0], x) && same(last.grades[1], y)) {
        last.to = q + 1;
        continue;
      }
      const [i, j] = [bandOf(x), bandOf(y)];
      found.push({
        zone,
        arc: { from: 12, to: 12 },
        grades: [x, y],
        apart: i >= 0 && j >= 0 ? Math.abs(i - j) : null,
        overLimit: accepted(zone, x) !== accepted(zone, y),
        ...{ from: q, to: q + 1 },
      });
    }
  if (seam.kind !== 'straight')
    for (const last of found.filter((d) => d.to === 48 && d.from > 0)) {
      const first = found.find((d) => d.zone === last.zone && d.from === 0 && d.to < 48);
      if (!first || !same(first.grades[0], last.grades[0]) || !same(first.grades[1], last.grades[1])) continue;
      last.to = 48 + first.to;
      found.splice(found.indexOf(first), 1);
    }
  return found.map(({ from, to, ...d }) => ({ ...d, arc: arcOf(from / 4, (to / 4) % 12 || 12) }));
}
