/** A mark told late: does its time make sense among what was marked before and after? Asked about, never moved by itself. */
import { timed } from '../../basics/units';
import { nextMarks, type Phase, type RunState } from './state';
import { markNames, type MarkName } from './told';

/** What a mark leaves a purge in; the others leave it as it is. */
const leads: Partial<Record<MarkName, Phase>> = {
  look: 'open',
  grind: 'open',
  'dam-out': 'open',
  refill: 'filling',
  bottle: 'filling',
  move: 'filling',
  'arc-on': 'welding',
  'arc-off': 'between',
  pass: 'between',
  hold: 'holding',
};
const was: Record<Phase, string> = {
  filling: 'the purge was filling',
  open: 'a dam was open',
  welding: 'the arc was on',
  between: 'the arc was off, gas on',
  holding: 'the gas was being held',
  done: 'the purge had ended',
  abandoned: 'the purge had ended',
};
const fits = (phase: Phase, mark: MarkName): boolean =>
  leads[mark] === undefined || mark === 'move' || mark === 'bottle' || nextMarks(phase).includes(mark);

/**
 * What is odd about telling a mark for a time, ms; null when nothing is.
 * @param run as it stands
 */
export function lateOddity(run: Pick<RunState, 'startedAt' | 'marks'>, mark: MarkName, at: number): string | null {
  const name = markNames[mark];
  if (at < run.startedAt) return `${name} would be ${timed((run.startedAt - at) / 1000)} before the gas came on.`;
  const known = run.marks.filter((m) => m.twice === null && leads[m.mark] !== undefined);
  const before = known.filter((m) => m.at <= at).reduce<Phase>((p, m) => leads[m.mark] ?? p, 'filling');
  if (!fits(before, mark)) return `At that time ${was[before]}: ${name.toLowerCase()} does not follow.`;
  const next = known.find((m) => m.at > at);
  if (next && leads[mark] !== undefined && !fits(leads[mark], next.mark))
    return `"${markNames[next.mark]}" was marked ${timed((next.at - at) / 1000)} after that, and would not follow ${name.toLowerCase()}.`;
  return null;
}
