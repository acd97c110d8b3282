/**
 * What a shop's own purges say of pace and leak: one step of expectation and maximisation (Dempster, Laird & Rubin 1977) from what was
 * held likely of each at its end. A flow meter that reads wrong is in the pace: oxygen alone cannot tell the two apart.
 */
import { SHIPPED, type Prior } from './prior';

/** ln of pace and of leak (m³/s) of one purge at its end: mean and standard deviation of what was held likely. */
export type Learnt = { pace: { mean: number; sd: number }; leak: { mean: number; sd: number } };

/** Fewer purges teach nothing. */
export const ENOUGH = 12;
/** What is shipped counts as so many purges. */
const SHIPPED_COUNTS = 6;
/** A leak above this is something wrong rather than a tight purge, m³/s: three times the shipped median's spread. */
const WRONG = 3e-3 / 60_000;
/** Never surer than this share of the shipped spread. */
const LEAST = 0.5;

const moments = (list: readonly { mean: number; sd: number }[], before: { mean: number; sd: number }) => {
  const n = list.length + SHIPPED_COUNTS;
  const mean = (list.reduce((s, x) => s + x.mean, 0) + SHIPPED_COUNTS * before.mean) / n;
  const variance =
    (list.reduce((s, x) => s + x.sd ** 2 + (x.mean - mean) ** 2, 0) + SHIPPED_COUNTS * (before.sd ** 2 + (before.mean - mean) ** 2)) / n;
  return { mean, sd: Math.max(LEAST * before.sd, Math.sqrt(variance)) };
};

/**
 * @param unchecked were these of set-ups with parts the model was never checked on?
 * @param from what they were reckoned with
 * @returns null while there are too few
 */
export function learnPrior(list: readonly Learnt[], unchecked: boolean, from: Prior = SHIPPED): Prior | null {
  if (list.length < ENOUGH) return null;
  const wrong = list.filter((x) => x.leak.mean > Math.log(WRONG));
  const tight = list.filter((x) => x.leak.mean <= Math.log(WRONG));
  const { pace, leak } = from;
  const p = moments(
    list.map((x) => x.pace),
    { mean: pace.mean, sd: unchecked ? pace.unchecked : pace.sd },
  );
  const l = moments(
    tight.map((x) => x.leak),
    { mean: Math.log(leak.tight.median), sd: leak.tight.spread },
  );
  return {
    pace: { mean: p.mean, ...(unchecked ? { sd: pace.sd, unchecked: p.sd } : { sd: p.sd, unchecked: pace.unchecked }) },
    leak: {
      tight: { median: Math.exp(l.mean), spread: l.sd },
      wrong: leak.wrong,
      share: (wrong.length + SHIPPED_COUNTS * leak.share) / (list.length + SHIPPED_COUNTS),
    },
  };
}
