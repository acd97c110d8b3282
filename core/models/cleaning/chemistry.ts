/**
 * The chemistry, as one table: which method, product and tool go on which metal, where, how warm, after what. Every row says whether it must
 * not be planned, wants a reason, or warns; and what mends it where it was done all the same. Read by the forms before, by the record after.
 * Limits of hands and tools without a source are judgements, and say so in docs/physics.md.
 */
import { bath, rinse, testing } from './bathRows';
import { cleaning } from './cleaningRows';
import { judge, type Breach } from './row';
import { baths } from './tables';
import type { BathStep, CleaningStep, RinseStep, Situation, Test, TestStep } from './steps';

/** Every row that speaks of a cleaning on this weld, the worst first. */
export const judgeCleaning = (step: CleaningStep, s: Situation): Breach[] => judge(cleaning, step, s);
export const judgeBath = (step: BathStep, s: Situation): Breach[] => judge(bath, step, s);
export const judgeRinse = (step: RinseStep, s: Situation): Breach[] => judge(rinse, step, s);
/** What speaks against a test here, whatever was rinsed. */
export const judgeTestKind = (test: Test, s: Situation): Breach[] =>
  judge(rinse, { feedPh: 7, runoffPh: 7, chloridePpm: null, test }, s).filter((b) => b.level === 'never');
/** The result of a test that was done here. */
export const judgeTest = (step: TestStep, s: Situation): Breach[] => judge(testing, step, s);

/** What of it is a deviation once it was done: what must not be, and what wanted a reason and has none. */
export const deviates = (breaches: readonly Breach[], because: string | null): Breach[] =>
  breaches.filter((b) => b.level === 'never' || (b.level === 'reason' && because === null));

/** The rows themselves, for the tests that hold the whole table. */
export const chemistry = { cleaning, bath, rinse, testing, baths };
