/** The same thing marked by two: a second tablet, or a hand and the current clamp. It happened once. */
import type { Marked } from './told';

/** ms within which a mark of the same kind from another screen is the same mark. */
const SCREENS = 5000;
/** A hand is slower than a clamp that watches the same arc. */
const CLAMP = 15_000;

export type Told = Pick<Marked, 'mark' | 'weld' | 'screen' | 'source'> & { at: number };

const byClamp = (t: Told): boolean => t.source?.kind === 'current-clamp';

/** @param later made at or after the other */
export function sameMark(earlier: Told, later: Told): boolean {
  const apart = later.at - earlier.at;
  if (apart > CLAMP || earlier.mark !== later.mark) return false;
  if (earlier.weld !== null && later.weld !== null && earlier.weld !== later.weld) return false;
  if (byClamp(earlier) !== byClamp(later) && (later.mark === 'arc-on' || later.mark === 'arc-off')) return true;
  const a = earlier.source?.id ?? earlier.screen;
  const b = later.source?.id ?? later.screen;
  return a !== undefined && b !== undefined && a !== b && apart <= SCREENS;
}
