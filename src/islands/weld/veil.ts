/** Several people grade the same weld, none seeing what the others said: who comes second sees it when they have graded, or asked for it. */
import type { WeldState } from '../../../core/work/record';
import { lookingAt, type Looking } from './desk';

/** Others have looked and this person has not, and nobody has decided yet. */
export const isVeiled = (s: Pick<WeldState, 'looks' | 'verdict'>, me: string | null): boolean =>
  s.verdict === null && me !== null && s.looks.length > 0 && s.looks.every((l) => l.by !== null && l.by !== me);

/** The look in hand: the newest, or an empty one where another's is not to be seen. */
export function lookNow(s: WeldState, me: string | null): Looking {
  const veiled = isVeiled(s, me);
  return lookingAt(veiled ? null : s.look, s.design, veiled);
}
