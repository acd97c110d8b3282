/**
 * The gate: may the arc start? It advises and never locks. By monitor or by clock, as the criterion asks,
 * and always with the place that was measured, since the vent is not the joint.
 */
import type { PurgeRules } from '../../models/criteria';
import { believable, meets, sensorState, STALE_AFTER, type Declared, type Sample } from '../../models/sensor';
import type { Backing } from '../../models/need';

export type Reading = Sample;

export type Gate = {
  ready: boolean;
  by: 'monitor' | 'clock';
  /** one line for two metres away */
  text: string;
  /** seconds until ready if all goes on as now; null when that is not known */
  left: number | null;
};

/** The rules a run goes by: without a monitor the clock decides where the criterion allows it. */
export const rulesFor = (rules: PurgeRules, monitor: boolean): PurgeRules =>
  !monitor && rules.clockAllowed ? { ...rules, readyBy: 'clock' } : rules;

export type GateInput = {
  rules: PurgeRules;
  /** when gas last began to fill an opened or new purge, ms; null while a dam is open */
  fillingSince: number | null;
  /** the plan's time to the limit, late end of its band, s; null when the plan gave none */
  planned: number | null;
  /** is there a monitor on this purge? */
  monitored: boolean;
  /** newest last */
  readings: readonly Reading[];
  /** what the monitor's maker declares of it; null when nothing is known */
  declared?: Declared | null;
  /** the monitor was checked in air and in bottle gas this shift */
  monitorChecked: boolean;
  place: string;
  now: number;
  /** s the joint is said to clear after the vent */
  jointLag?: number;
  /** a weld on backing, or on nothing, waits for no gas */
  backing?: Backing;
};

/** Seconds the oxygen has been at or below the limit without a break, up to the newest reading. */
export function heldFor(readings: readonly Reading[], limitPpm: number, step = 0): number {
  const last = readings.at(-1);
  if (!last || !meets(last.ppm, step, limitPpm) || last.quality !== 'good') return 0;
  let since = last.at;
  for (let i = readings.length - 2; i >= 0; i--) {
    const r = readings[i] as Reading;
    const next = readings[i + 1] as Reading;
    if (!meets(r.ppm, step, limitPpm) || r.quality !== 'good' || next.at - r.at > STALE_AFTER * 1000) break;
    since = r.at;
  }
  return (last.at - since) / 1000;
}

export function gate({
  rules,
  fillingSince,
  planned,
  monitored,
  readings,
  declared = null,
  monitorChecked,
  place,
  now,
  jointLag = 0,
  backing = 'purge',
}: GateInput): Gate {
  if (backing !== 'purge')
    return {
      ready: true,
      by: 'clock',
      text: `No inside purge, as decided: ${backing === 'backing' ? 'chill or backing' : 'none'}. Oxygen not measured.`,
      left: 0,
    };
  if (fillingSince === null) return { ready: false, by: rules.readyBy, text: 'Dam open. Close it and mark refill.', left: null };
  const filling = (now - fillingSince) / 1000;
  if (rules.readyBy === 'clock') {
    if (planned === null) return { ready: false, by: 'clock', text: 'The plan gives no time here. Use a monitor.', left: null };
    const left = Math.max(0, planned - filling);
    return {
      ready: left === 0,
      by: 'clock',
      text: left === 0 ? 'Ready by the clock. Oxygen not measured.' : 'Filling, by the clock.',
      left,
    };
  }
  if (!monitored)
    return {
      ready: false,
      by: 'monitor',
      text: 'No monitor. The criterion asks for one: without it the record says not measured.',
      left: null,
    };
  const since = readings.filter((r) => r.at >= fillingSince);
  const last = since.at(-1);
  const sensor = sensorState(since, declared, now);
  if (!last || !believable(sensor)) return { ready: false, by: 'monitor', text: sensor.text, left: null };
  const step = declared?.resolution ?? 0;
  // Whatever it shows, it cannot show the limit.
  if (!meets(0, step, rules.startPpm))
    return {
      ready: false,
      by: 'monitor',
      text: `This monitor reads in steps of ${step} ppm: it cannot show ${rules.startPpm} ppm. Take a finer one.`,
      left: null,
    };
  if (!meets(last.ppm, step, rules.startPpm))
    return { ready: false, by: 'monitor', text: `Filling. Limit is ${rules.startPpm} ppm at the ${place}.`, left: null };
  // Measured at the vent, the joint is waited for as long as the criterion asks, or as long as the plan says it clears later.
  const forJoint = Math.max(rules.jointHoldSeconds, place === 'vent' ? jointLag : 0);
  const left = Math.max(0, rules.holdSeconds + forJoint - heldFor(since, rules.startPpm, step));
  if (left > 0) return { ready: false, by: 'monitor', text: 'At the limit. Holding for the joint, which is not measured.', left };
  if (!monitorChecked) return { ready: false, by: 'monitor', text: 'Reads ready, but the monitor was not checked this shift.', left: null };
  const still = sensor.state === 'steady' ? ' Steady, can’t tell whether the cell is frozen.' : '';
  return { ready: true, by: 'monitor', text: `Ready. Measured at the ${place}; joint not measured.${still}`, left: 0 };
}
