/** A product on the metal as the record has it, SI. */
import type { Arc } from '../../basics/seam';
import type { Product } from '../../models/cleaning';
import type { Tank } from '../tank';
import type { Dwell, DwellMark, Ready } from '../../models/dwell';

type Used = { id: string; label: string; product: Product };

/** What an electrolytic pad was fed with, and how it was. */
export type Current = { kind: 'ac' | 'dc'; amps: number | null; pad: 'whole' | 'worn' };

export type Begun = {
  side: 'inside' | 'outside' | 'both';
  /** null: all of its side */
  where: Arc | null;
  method: 'paste' | 'pickle-bath' | 'electrolytic';
  product: Used;
  /** the metal, measured */
  celsius: number;
  least: number;
  most: number;
  from: Dwell['from'];
  wetWithin: number | null;
  /** null where there is no hydrofluoric acid in it */
  ready: Ready | null;
  /** of an electrolytic pad; null where nothing is fed with current, or nobody was asked: the first version did not */
  current: Current | null;
  /** the bath of the shop it hangs in; null where it is none, or stands in no register */
  tank: Tank | null;
  because: string | null;
};
export type DwellMarked = { dwell: string; what: DwellMark['what'] };
export type DwellRinsed = {
  dwell: string;
  neutraliser: Used | null;
  feedPh: number;
  runoffPh: number;
  /** µS/cm; null where it was not measured */
  feedMicro: number | null;
  runoffMicro: number | null;
  chloridePpm: number | null;
  dried: boolean;
  /** looked at again: does tint remain? */
  tintRemains: boolean;
  because: string | null;
};
