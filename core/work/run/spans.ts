/** A range of time in words. */
import { clock } from '../../basics/units';

/** Later than this nobody waits for, s: the late end is left open. */
export const LATE = 1200;
/** "0:50 to 1:40", or "0:50 or more" where one in ten takes longer than anybody waits. */
export const spanWords = ({ low, high }: { low: number; high: number }): string =>
  high > LATE ? `${clock(low)} or more` : `${clock(low)} to ${clock(high)}`;
