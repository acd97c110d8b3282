/** What telling an event needs of who reads it: units, names, the words of the criterion. */
import type { Quantity } from '../../basics/figure';
import { show, type System } from '../../basics/units';
import type { AlloyId } from '../../basics/materials';
import { ROUND, type Seam } from '../../basics/seam';
import type { Criterion } from '../../models/criteria';

/** An event as a line of the story. */
export type Line = { title: string; details: string[] };

export type Reader = {
  system: System;
  criterion: Criterion;
  /** name of a person by id */
  who: (id: string | null) => string;
  /** a moment, ISO 8601, in the shop's own time */
  when?: (iso: string) => string;
  /** the joint, where one weld is told of */
  design?: { alloyA: AlloyId; alloyB: AlloyId; seam: Seam; size?: { wall: number } };
};

/** What the places of the weld that is told of lie on; a clock where only a purge is. */
export const seamOf = ({ design }: Pick<Reader, 'design'>): Seam => design?.seam ?? ROUND;

/** A quantity in the reader's units. */
export const inUnits =
  ({ system }: Pick<Reader, 'system'>) =>
  (value: number, quantity: Quantity): string =>
    show(value, quantity, system);
