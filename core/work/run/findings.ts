/** What a purge says of one of its welds when that is judged: facts with their figures, in the order a welder would tell them. */
import type { Finding } from '../../models/criteria';
import { clock, timed } from '../../basics/units';
import { holdOf } from './now';
import type { ArcSpan, RunState } from './state';

const ppm = (x: number): string => `${Math.round(x).toLocaleString('en').replaceAll(',', ' ')} ppm`;
/** By how much a hold may be shorter than asked where a criterion says nothing, s: a hand is slow. */
const SLOW_HAND = 5;

/**
 * @param arcs of this weld in this purge; a weld that was welded again is judged by its last arcs alone
 * @param holdShortBy s a hold may be shorter than asked
 */
export function findingsOf(run: RunState, weld: string, arcs: readonly ArcSpan[], holdShortBy = SLOW_HAND): Finding[] {
  const { started, marks, incidents, ended } = run;
  if (started.backing !== 'purge' || arcs.length === 0) return [];
  const { rules } = started;
  const found: Finding[] = [];
  const say = (fact: Finding['fact'], text: string) => found.push({ fact, text });

  const read = arcs.flatMap((a) => a.atArc?.reading?.ppm ?? []);
  const highest = Math.max(-Infinity, ...read);
  if (highest > rules.weldPpm) say('arc-over', `Arc struck at ${ppm(highest)}, limit ${ppm(rules.weldPpm)} while welding`);
  else if (arcs.some((a) => a.atArc && !a.atArc.ready && a.atArc.reading)) say('arc-early', `Arc struck before ready, at ${ppm(highest)}`);
  if (arcs.some((a) => a.atArc && a.atArc.reading === null)) say('not-measured', 'Oxygen not measured when the arc was struck');

  const welding = ended?.welding?.find((w) => w.weld === weld);
  if (welding && welding.over > 0)
    say('over', `Up to ${ppm(welding.highest)} with the arc on, ${timed(welding.over)} over ${ppm(rules.weldPpm)}`);

  const from = arcs[0]?.on ?? Infinity;
  const happened = (kind: 'opened' | 'tape') => incidents.some((i) => i.kind === kind && i.weld === weld && i.at >= from);
  if (happened('opened')) say('opened', 'A dam was out, or the purge opened or ground, with the arc on');
  if (happened('tape')) say('tape', 'The arc was struck through tape');

  const tack = Math.max(
    -Infinity,
    ...marks.filter((m) => m.mark === 'tack' && (m.weld ?? weld) === weld).flatMap((m) => m.atArc?.reading?.ppm ?? []),
  );
  if (rules.tacksAtLimit && tack > rules.weldPpm) say('tack-over', `Tacked at ${ppm(tack)}, limit ${ppm(rules.weldPpm)}`);

  const off = arcs.at(-1)?.off ?? null;
  const stopped = Math.min(
    run.endedAt ?? Infinity,
    ...marks
      .filter((m) => off !== null && m.at > off && (m.mark === 'look' || m.mark === 'dam-out' || m.mark === 'grind'))
      .map((m) => m.at),
  );
  const asked = holdOf(run);
  if (off !== null && Number.isFinite(stopped) && (stopped - off) / 1000 < asked - holdShortBy)
    say('hold-short', `Gas held ${clock((stopped - off) / 1000)} of ${timed(asked)} after the arc`);

  if (started.device && !started.monitorChecked) say('unchecked', `${started.device.label} was not checked this shift`);
  return found;
}
