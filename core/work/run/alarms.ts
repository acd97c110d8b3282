/**
 * What a run calls for, to the person and to the Board, until someone answers. Worked out from the record and the readings
 * every time: nothing has to be raised, so nothing is lost with a server or a screen.
 */
import { STALE_AFTER, type SensorState } from '../../models/sensor';
import type { Reading } from './gate';
import { timed } from '../../basics/units';
import type { Happened } from './remains';
import type { RunState } from './state';
import type { AlarmKind } from './told';

export type Alarm = {
  kind: AlarmKind;
  /** ms */
  since: number;
  /** what an answer covers, ms */
  upTo: number;
  /** it goes on as we look */
  on: boolean;
  text: string;
};

/** A bottle that is empty sooner than this is called out, s: ten minutes, about a root and its hold. Judgement, no source. */
export const DRY_SOON = 600;

/** The oxygen above the limit while an arc was on, after a time: from when to when, and the worst of it. */
function overLimit(run: RunState, readings: readonly Reading[], after: number): { since: number; until: number; worst: number } | null {
  const limit = run.started.rules.weldPpm;
  const bad = readings.filter(
    (r) => r.at > after && r.ppm > limit && run.arcs.some((a) => r.at >= a.on && (a.off === null || r.at <= a.off)),
  );
  const [first, last] = [bad[0], bad.at(-1)];
  return first && last ? { since: first.at, until: last.at, worst: Math.max(...bad.map((r) => r.ppm)) } : null;
}

/** The newest silence longer than a reading may be old, after a time. */
function silence(readings: readonly Reading[], from: number, now: number): { since: number; until: number } | null {
  const at = [from, ...readings.map((r) => r.at).filter((t) => t > from), now];
  for (let i = at.length - 1; i > 0; i--) {
    const [a, b] = [at[i - 1] as number, at[i] as number];
    if (b - a > STALE_AFTER * 1000) return { since: a, until: b };
  }
  return null;
}

/**
 * @param readings of the run, oldest first @param heldFrom since when they are all there, ms; the start of the run when left out
 * @param sensor what is to be thought of the monitor now
 * @param happened what the readings say happened that nobody marked
 * @param dryIn s until the cylinder has run out at the present flow; null when that is not known
 * @param now ms
 */
export function alarmsOf(
  run: RunState,
  {
    readings,
    sensor,
    dryIn,
    now,
    heldFrom = run.startedAt,
    happened = null,
  }: {
    readings: readonly Reading[];
    sensor: SensorState;
    dryIn: number | null;
    now: number;
    heldFrom?: number;
    happened?: Happened | null;
  },
): Alarm[] {
  const alarms: Alarm[] = [];
  const answered = (kind: AlarmKind) => run.answers[kind] ?? 0;
  if (run.endedAt !== null || run.started.backing === 'none' || run.started.backing === 'backing') return alarms;
  const over = overLimit(run, readings, answered('over'));
  if (over) {
    const on = run.phase === 'welding' && now - over.until <= STALE_AFTER * 1000;
    const until = on ? '' : `, until ${timed((now - over.until) / 1000)} ago`;
    alarms.push({
      kind: 'over',
      since: over.since,
      upTo: over.until,
      on,
      text: `Up to ${Math.round(over.worst)} ppm with the arc on, limit ${run.started.rules.weldPpm} ppm${until}.`,
    });
  }
  if (run.started.device) {
    const gap = silence(readings, Math.max(heldFrom, answered('lost')), now);
    if (gap) {
      const on = gap.until === now;
      alarms.push({
        kind: 'lost',
        since: gap.since,
        upTo: gap.until,
        on,
        text: on
          ? `No fresh reading from ${run.started.device.label} for ${timed((now - gap.since) / 1000)}: leave the gas on and the vent open, hold by your watch.`
          : `Nothing from ${run.started.device.label} for ${timed((gap.until - gap.since) / 1000)}; it is back.`,
      });
    }
    const { state, since, text } = sensor;
    if ((state === 'frozen' || state === 'drifting' || (state === 'saturated' && run.phase !== 'open')) && answered(state) < (since ?? now))
      alarms.push({ kind: state, since: since ?? now, upTo: now, on: true, text });
  }
  // What the readings say happened, until someone has seen to it.
  if (happened && happened.at > answered('happened'))
    alarms.push({ kind: 'happened', since: happened.at, upTo: now, on: happened.on, text: happened.text });
  const lastBottle = run.marks.findLast((m) => m.mark === 'bottle')?.at ?? run.startedAt;
  if (dryIn !== null && dryIn < DRY_SOON && answered('dry') < lastBottle)
    alarms.push({
      kind: 'dry',
      since: now,
      upTo: now,
      on: true,
      text:
        dryIn <= 0
          ? 'The cylinder should have run out by now: change it, then mark the changed bottle.'
          : `About ${timed(dryIn)} of gas left.`,
    });
  return alarms;
}
