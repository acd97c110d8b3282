/** What a shop's purges show of what was foretold of them, and what may be taken over for the next: the old beside it, never by itself. */
import { ENOUGH, learnPrior, SHIPPED, type Prior } from '../../models/remaining';
import { scoreOf, type Foretold, type Score } from './foretold';

/** Of one kind of set-up: straight tube, or with parts the model was never checked on. */
export type Offer = {
  unchecked: boolean;
  /** purges of this kind that were measured */
  purges: number;
  /** that are needed before anything is offered */
  enough: number;
  /** in force, taken over from so many; null while what is shipped is */
  inForce: { id: string; body: Prior; purges: number; at: number } | null;
  /** what stands to be taken over; null while there are too few, or no more than what is in force was learnt from */
  learnt: Prior | null;
  shipped: Prior;
};
export type ShopScore = { score: Score; offers: Offer[] };

/** So many more purges than what is in force was learnt from before it is offered anew. */
const AGAIN = ENOUGH;

export function shopScore(
  list: readonly Foretold[],
  inForce: readonly { id: string; unchecked: boolean; body: Prior; purges: number; at: number }[],
): ShopScore {
  return {
    score: scoreOf(list),
    offers: [false, true].map((unchecked) => {
      const mine = list.filter((f) => f.unchecked === unchecked);
      const now = inForce.find((p) => p.unchecked === unchecked) ?? null;
      const more = now === null || mine.length >= now.purges + AGAIN;
      return {
        unchecked,
        purges: mine.length,
        enough: ENOUGH,
        inForce: now && { id: now.id, body: now.body, purges: now.purges, at: now.at },
        learnt: more
          ? learnPrior(
              mine.map((f) => f.learnt),
              unchecked,
            )
          : null,
        shipped: SHIPPED,
      };
    }),
  };
}
