/** Pulsed current: peak, background, and the mean that heats. */

export type Pulse = {
  /** A */
  peak: number;
  /** background over peak, 0 to 1 */
  background: number;
  /** part of the time at peak, 0 to 1 */
  on: number;
  /** pulses a second */
  rate: number;
};

/** Mean current over a pulse, A: peak times (on + background (1 - on)). Arithmetic. */
export const meanOf = ({ peak, background, on }: Pick<Pulse, 'peak' | 'background' | 'on'>): number => peak * (on + background * (1 - on));

/** Peak of a pulse whose mean is known, A. */
export const peakOf = (mean: number, { background, on }: Pick<Pulse, 'background' | 'on'>): number => mean / (on + background * (1 - on));
