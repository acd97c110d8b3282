/** The same thing marked by two: a second tablet, or a hand and the current clamp. It happened once. */
import type { BodyOf } from './events';

/** ms within which a mark of the same kind from another screen is the same mark. */
const SCREENS = 5000;
/** A hand is slower than a clamp that watches the same arc. */
const CLAMP = 15_000;

export type Told = Pick<BodyOf<'run.marked'>, 'mark' | 'weld' | 'screen' | 'source'> & { at: number };

/** @param later made at or after the other */
export function sameMark(earlier: Told, later: Told): boolean {
  if (earlier.mark !== later.mark || (earlier.weld !== null && later.weld !== null && earlier.weld !== later.weld)) return false;
  const apart = later.at - earlier.at;
  const clamps = [earlier, later].filter((t) => t.source?.kind === 'current-clamp').length;
  if (clamps === 1 && (later.mark === 'arc-on' || later.mark === 'arc-off')) return apart <= CLAMP;
  const [a, b] = [earlier.source?.id ?? earlier.screen, later.source?.id ?? later.screen];
  return a !== undefined && b !== undefined && a !== b && apart <= SCREENS;
}
