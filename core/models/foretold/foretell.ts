/** What tint to expect, as a range of words: never one level, and never an acceptance. */
import { alloys, type AlloyId } from '../../basics/materials';
import { bandAt, bandSchema, filmsOf, type Band, type Film } from '../tint';
import { insideDraws, type JointGas, type Pass } from './inside';
import { corrected, taught, type Correction, type Coupon } from './learnt';
import { outsideFilm } from './outside';

export type Nm = { low: number; value: number; high: number };
export type Foretold = {
  side: 'inside' | 'outside';
  film: Film;
  /** film, nm, P10 to P90: a model's, never a fact */
  nm: Nm;
  low: Band;
  likely: Band;
  high: Band;
  /** every word from `low` to `high` */
  words: Band[];
  /** what it goes by: the model alone, coupons of the shop, or what its own welds showed */
  by: 'model' | 'coupons' | 'shop';
  notes: string[];
};

/** Beyond this a film is scale and has no colour of its own, nm. */
const SCALE = 300;
/** The words stand in the order the film grows, scale last. */
const place = (b: Band): number => bandSchema.options.indexOf(b);
const word = (film: Film, nm: number): Band => (nm >= SCALE ? 'grey' : bandAt(film, nm));

function told(side: Foretold['side'], film: Film, nm: Nm, by: Foretold['by'], notes: string[]): Foretold {
  const [low, likely, high] = [word(film, nm.low), word(film, nm.value), word(film, nm.high)];
  const words = bandSchema.options.slice(place(low), place(high) + 1);
  return { ...{ side, film, nm, low, likely, high, words, by, notes } };
}

const quantile = (sorted: Float64Array, p: number): number => {
  const x = p * (sorted.length - 1);
  const i = Math.min(sorted.length - 2, Math.floor(x));
  return (sorted[i] as number) + ((sorted[i + 1] as number) - (sorted[i] as number)) * (x - i);
};

/** Does the film model speak of this metal at all? Copper-nickel and carbon steel grow other oxides. */
export const hasFilm = (alloy: AlloyId): boolean => alloys[alloy].family !== 'carbon' && !alloy.startsWith('CuNi');

export type Learnt = { coupons?: readonly Coupon[]; correction?: Correction | null };

/** What to expect inside. @returns null where no film model speaks of the metal */
export function foretellInside(pass: Pass, gas: JointGas, { coupons = [], correction = null }: Learnt = {}): Foretold | null {
  if (!hasFilm(pass.alloy)) return null;
  let draws = insideDraws(pass, gas);
  if (coupons.length) draws = taught(draws, pass.alloy, coupons);
  if (correction) draws = corrected(draws, correction);
  const sorted = Float64Array.from(draws).sort();
  const at = (p: number) => Math.exp(quantile(sorted, p));
  const by = correction ? 'shop' : coupons.length ? 'coupons' : 'model';
  const notes = [
    by === 'model'
      ? 'A model estimate, unproved here: one graded coupon at a known oxygen narrows it.'
      : by === 'coupons'
        ? `Narrowed by ${coupons.length} ${coupons.length === 1 ? 'coupon' : 'coupons'} of this shop in ${alloys[pass.alloy].name}.`
        : `Moved by what ${correction?.welds} welds of this shop showed.`,
    ...(gas.dewPoint === null ? ['Dew point not known: taken as clean gas through a good hose. Moist gas can outweigh the oxygen.'] : []),
    'Says nothing of what will be accepted: somebody looks, and the criterion decides.',
  ];
  return told('inside', filmsOf(pass.alloy).id, { low: at(0.1), value: at(0.5), high: at(0.9) }, by, notes);
}

/** What to expect outside. @param leaves °C of the hottest metal that the gas leaves bare */
export function foretellOutside(alloy: AlloyId, leaves: Nm): Foretold | null {
  if (!hasFilm(alloy)) return null;
  const notes = [
    'From temper tables of slow heating as the upper end, from memory: a weld is hot for seconds. A cover test on scrap shows more.',
    'Says nothing of what will be accepted: somebody looks, and the criterion decides.',
  ];
  return told('outside', filmsOf(alloy).od, outsideFilm(alloy, leaves), 'model', notes);
}

/** "bright to straw, likely pale straw" in the words of whoever reads. */
export function foretoldText(f: Foretold, name: (band: Band) => string): string {
  const [low, likely, high] = [f.low, f.likely, f.high].map((b) => name(b).toLowerCase());
  return low === high ? `${low}` : `${low} to ${high}, likely ${likely}`;
}

/** How what was seen lies to what was foretold. */
export function seenAgainst(f: Foretold, seen: Band): 'within' | 'thinner' | 'thicker' {
  const [s, low, high] = [place(seen), place(f.low), place(f.high)];
  if (seen === 'sugar' && f.high === 'grey') return 'within';
  return s < low ? 'thinner' : s > high ? 'thicker' : 'within';
}
