/** The ladder of a weld: from what was seen on it, what its criterion asks for, and the tools the shop has. */
import type { Criterion } from '../../models/criteria';
import type { Size } from '../../basics/sizes';
import type { AlloyId } from '../../basics/materials';
import { belongsTo, takesTintOff } from '../../models/cleaning';
import { dirtOf, ladder, type Finish, type Rise, type Rung } from '../../models/ladder';
import { itemsOf, type RegisterItem } from '../registers';
import type { Look } from '../look';

/** The tools of the register that say what kind they are, and are in use; each with the metal its past leaves it to, whatever its mark. */
export const rungsOf = (registers: readonly RegisterItem[]): Rung[] =>
  itemsOf(registers, 'tool').flatMap(({ id, label, retired, past, body: { kind, metal, grit, ra, takes, bore, ratedRpm, wear } }) =>
    kind === null || retired || !takesTintOff(kind)
      ? []
      : [{ id, label, kind, metal: belongsTo(metal, past?.families ?? []), grit, ra, takes, bore, ratedRpm, worn: wear === 'worn' }],
  );

type Weld = { size: Size; alloyA: AlloyId; alloyB: AlloyId };

/** What the words of a criterion say of the finish. */
const looks: readonly (readonly [Finish['look'], RegExp])[] = [
  ['electropolished', /electropolish/i],
  ['brushed', /brushed/i],
  ['mill', /\bmill\b/i],
];

/**
 * What to start with and how to come down, for each stretch that is not bright; the worst first.
 * @param look as it was seen last @param measured the wall as it was measured last, and the least it may have, m
 */
export function cleanPlan(
  look: Pick<Look, 'tints' | 'defects' | 'insideReachable'>,
  { size, alloyA, alloyB }: Weld,
  criterion: Criterion,
  registers: readonly RegisterItem[],
  measured: { after: number; least: number | null } | null = null,
): Rise[] {
  const rises = ladder({
    dirt: dirtOf(look.tints, look.defects),
    alloys: [...new Set([alloyA, alloyB])],
    finish: {
      look: looks.find(([, word]) => word.test(criterion.finish?.words ?? ''))?.[0] ?? 'polished',
      ra: criterion.finish?.ra ?? null,
    },
    rungs: rungsOf(registers),
    strips: itemsOf(registers, 'strip')
      .filter((i) => !i.retired)
      .map(({ id, label, body }) => ({ id, label, ...body })),
    bore: size.od - 2 * size.wall,
    wall: measured?.after ?? size.wall,
    leastWall: measured?.least ?? null,
    insideReachable: look.insideReachable,
  });
  const rank = (r: Rise) => (r.no.length > 0 ? 2 : 1) * 1000 + (r.steps.length > 0 ? 1000 - (r.steps[0]?.tool.grit ?? 999) : 0);
  return rises.sort((a, b) => rank(b) - rank(a));
}
