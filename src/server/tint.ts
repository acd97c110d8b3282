/** What the page about tint is told, read together; and what a printed record says of a weld's own. */
import { foretellInside, foretoldText, seenAgainst } from '../../core/models/foretold';
import { wordFor, type Criterion } from '../../core/models/criteria';
import type { Band } from '../../core/models/tint';
import { show } from '../../core/basics/units';
import type { WeldState } from '../../core/work/record';
import { learntOf, tintAsked, tintHere as hereOf, worstSeen, type TintHere } from '../../core/work/tint';
import { people } from '../../db/people';
import { itemsById } from '../../db/registers';
import type { Db } from '../../db/sql';
import { eyesOpened, tintEntries, tintOver } from '../../db/tint';

/** @param asker who asks */
export async function tintHere(db: Db, asker: string | null): Promise<TintHere> {
  const [entries, over, opened, all] = await Promise.all([tintEntries(db), tintOver(db), eyesOpened(db), people(db)]);
  return hereOf({ entries, ...over, opened, people: all }, asker);
}

const HOW = { within: 'within it', thinner: 'less than foretold', thicker: 'more than foretold' };

/** "foretold silver to dark straw (model), seen gold: more than foretold"; null where nothing could be foretold or was seen. */
export async function tintSaid(db: Db, state: WeldState, criterion: Criterion): Promise<string | null> {
  const seen = worstSeen(state, 'inside');
  if (!seen) return null;
  const lot = state.gas?.purge.id;
  const item = lot ? (await itemsById(db, [lot])).get(lot) : undefined;
  const dew = item?.kind === 'gas' ? (item.body.frostPoint ?? null) : null;
  const inside = tintAsked(state, criterion.purge.startPpm, dew)?.inside;
  if (!inside || inside.by !== 'arc') return null;
  const told = foretellInside(inside.pass, inside.gas, learntOf(await tintEntries(db, state.design.alloyA), state.design.alloyA));
  const name = (b: Band) => wordFor(criterion, b);
  return (
    told &&
    `foretold ${foretoldText(told, name)} at ${show(inside.gas.ppm, 'oxygen', 'metric')} (model); seen ${name(seen).toLowerCase()}, ${HOW[seenAgainst(told, seen)]}`
  );
}
