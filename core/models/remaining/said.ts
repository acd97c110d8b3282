/** An answer in words: what stays and why, what cannot be told apart and what would tell it. Names no cause the readings cannot name. */
import { show, type System } from '../../basics/units';
import type { Answer } from './filter';
import type { KeptOut } from './sift';

/** What leaks in is named in nine of ten purges like this, or it is not. */
const NAMED = 0.9;
/** From this share of purges on something is spoken of. */
const SPOKEN = 0.2;

export type Why = 'leak' | 'floor-or-branch' | 'cannot-tell';

/** Why it will not get there, as far as the readings say; null while it may. */
export function whyOf(a: Answer): Why | null {
  if (!a.wont) return null;
  if (a.branchAbove > SPOKEN && a.floorAbove > SPOKEN) return 'floor-or-branch';
  return a.leaks >= NAMED ? 'leak' : 'cannot-tell';
}

/** A figure that says no more than is known of it: 130, 300, 550, 1200. */
export const rough = (ppm: number): number => {
  if (!(ppm > 0)) return 0;
  const one = 10 ** Math.floor(Math.log10(ppm));
  const step = ppm < 2 * one ? one / 10 : ppm < 6 * one ? one / 2 : one;
  return Math.round(ppm / step) * step;
};

const TESTS = 'A second place measured, more flow for a minute, or tape on the joints in turn would tell.';

/** The one line that leads: will not reach, and what to look for. @returns null while it may get there */
export function wontText(a: Answer, system: System): string | null {
  const why = whyOf(a);
  if (why === null) return null;
  const stays = `Will not reach: about ${show(rough(a.floor.value), 'oxygen', system)} stays`;
  if (why === 'leak') return `${stays}; look for a leak in.`;
  if (why === 'floor-or-branch') return `${stays}, or a branch clears slowly: cannot tell yet.`;
  return `${stays}. Leak, gas and bypass look alike: cannot tell from one monitor.`;
}

/** What would tell apart what the readings do not. */
export const testText = (a: Answer): string | null => {
  const why = whyOf(a);
  return why === null ? null : why === 'leak' ? 'Tape the joints in turn and watch it fall.' : TESTS;
};

const keptOutWords: Record<KeptOut['why'], string> = {
  'no-number': 'no numbers',
  'not-of-this-purge': 'from before the gas came on: of another purge',
  'to-come': 'from a time to come: a clock is ahead',
  'out-of-range': 'outside what a cell can read',
  clock: 'contradict others of the same moment: a clock jumped',
  hydrogen: 'taken in hydrogen, which a cell burns with the oxygen it should measure: nothing is learnt from them',
  'no-monitor': 'of no monitor of this purge',
  doubt: 'of a monitor in doubt',
};
export const keptOutText = ({ why, count }: KeptOut): string =>
  `${count} ${count === 1 ? 'reading' : 'readings'} kept out: ${keptOutWords[why]}.`;

/** Of every range that is said. */
export const UNPROVED =
  'An estimate: eight of ten simulated purges ended within a range like this. No purge was measured to prove it, and the range is P10 to P90 of what the model holds likely.';
export const lagText = 'Times are of the gas; a monitor shows it later, by its lag.';
