/** Bath, rinse and test as the record has them. */
import type { Passivation, Product, Test } from '../../models/cleaning';
import type { Tank } from '../tank';

type Used = { id: string; label: string; product: Product };

export type Bath = {
  acid: Passivation;
  product: Used;
  percent: number;
  celsius: number;
  dwell: number;
  dwellFrom: 'sheet' | 'table' | 'told';
  because: string | null;
  /** wetted again within so many s, by its sheet; null where it hangs in a bath or its sheet does not say. Undefined before the fourth version, which has a clock with marks */
  wetWithin?: number | null;
  /** the bath of the shop it hung in; null for a gel, or a tank in no register */
  tank?: Tank | null;
};

/** A test that was not done here: when, by whom. */
export type Elsewhere = { when: string; by: string };

/** The result of the test that began with a rinse. */
export type Tested = { rinse: string; passed: boolean; elsewhere: Elsewhere | null; because: string | null };

export type Rinse = {
  neutraliser: Used | null;
  feedPh: number;
  runoffPh: number;
  chloridePpm: number | null;
  test: Test;
  /** of a test done elsewhere, and of the first two versions; else the test's own entry brings it, and until then it runs */
  testPassed: boolean | null;
  elsewhere: Elsewhere | null;
  because: string | null;
};
