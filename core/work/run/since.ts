/** When a mark happened, as the bench counts: minutes and seconds since gas on. */
import type { Field } from '../../basics/fields';
import { clock } from '../../basics/units';

/** "4:05", "1:02:30" or "245": seconds; null for what is no time. */
function secondsIn(text: string): number | null {
  const m = /^(?:(\d{1,3}):)?(?:([0-5]?\d):)?(\d{1,5})$/.exec(text.trim());
  return m
    ? text
        .trim()
        .split(':')
        .map(Number)
        .reduce((s, p) => s * 60 + p, 0)
    : null;
}

/** @param startedAt when the gas came on, ms @param now ms; what is still to come has not happened */
export const sinceGasOn = (label: string, startedAt: number, now: number): Field<number> => ({
  label,
  shape: { kind: 'text', list: [], lines: 1, most: 12 },
  read: (typed) => {
    const s = secondsIn(typeof typed === 'string' ? typed : '');
    if (s === null) return { ok: false, error: 'Type minutes and seconds since gas on, such as 4:05.' };
    return startedAt + s * 1000 > now ? { ok: false, error: 'That is still to come.' } : { ok: true, value: s };
  },
  write: (seconds) => clock(seconds),
});
