/**
 * A purge from gas on to gas off, as planned: one answer for the need, the plan, the cost, the bottle and the record. Nobody else
 * reckons how long it takes or what gas it wants.
 */
import { passesUnderPurge, postPurge, TURN_SPEED } from '../heat';
import type { PurgeRules } from '../criteria';
import { totalFlow, type Setup } from '../setup';
import { clockGate } from './thumb';
import type { Plan, Times } from './planned';

/** What the arc waits for: a clock, or a monitor whose reading is held so many seconds at the limit. */
export type Ready = { by: 'clock' | 'monitor'; hold: number };

/** How a criterion has it, with a monitor on the purge or without. */
export const readyBy = (rules: PurgeRules, monitored: boolean): Ready =>
  rules.readyBy === 'clock' || (!monitored && rules.clockAllowed)
    ? { by: 'clock', hold: 0 }
    : { by: 'monitor', hold: rules.holdSeconds + rules.jointHoldSeconds };

/** Of a plan that is not there yet, or of a spool that cannot be purged as it stands. */
export const NO_TIMES: Times = {
  joint: { value: null, low: null, high: null },
  vent: { value: null, low: null, high: null },
  figures: [],
};

/** A dam is opened so often to look inside, and the space filled again: taken at once. */
const LOOKS = 1;

type Share = { value: number; low: number | null; high: number | null };
export type Course = {
  /** s until the arc may start, late end in `high`; null where no time is given */
  wait: Share | null;
  /** s of all passes until the purge may end, and of the hold after it */
  weld: number;
  hold: number;
  passes: number;
  looks: number;
  /** m³ at the late end: fill, the refills after looks, weld, hold; null where no time is given */
  gas: { fill: number; refills: number; weld: number; hold: number } | null;
};

export function courseOf(setup: Setup, times: Times, ready: Ready): Course {
  const size = setup.parts.find((p) => p.id === setup.joint)?.size ?? setup.parts[0]?.size;
  const passes = size ? passesUnderPurge(size.wall) : 1;
  const weld = size ? (passes * Math.PI * size.od) / TURN_SPEED : 0;
  const hold = (size && postPurge(size.wall).value) ?? 60;
  const wait = waitOf(setup, times, ready);
  const flow = totalFlow(setup);
  const late = wait && (wait.high ?? wait.value);
  return {
    wait,
    weld,
    hold,
    passes,
    looks: LOOKS,
    gas: late === null ? null : { fill: flow * late, refills: LOOKS * flow * late, weld: flow * weld, hold: flow * hold },
  };
}

function waitOf(setup: Setup, times: Times, ready: Ready): Share | null {
  if (ready.by === 'clock') {
    const { seconds } = clockGate(setup, times);
    return seconds === null ? null : { value: seconds, low: seconds, high: seconds };
  }
  const { joint, vent } = times;
  if (joint.value === null) return null;
  const later = (a: number | null, b: number | null) => (a === null ? null : Math.max(a, b ?? 0) + ready.hold);
  return {
    value: Math.max(joint.value, vent.value ?? 0) + ready.hold,
    low: later(joint.low, vent.low),
    high: later(joint.high, vent.high),
  };
}

/** m³ of all of it; null where no time is given. */
export const gasOf = ({ gas }: Pick<Course, 'gas'>): number | null => gas && gas.fill + gas.refills + gas.weld + gas.hold;

/** s the joint is said to clear after the vent that is measured: as long a reading there is held at the limit, at least. */
export const jointLag = ({ joint, vent }: Pick<Plan, 'joint' | 'vent'>): number =>
  joint.value === null || vent.value === null ? 0 : Math.max(0, Math.ceil(joint.value - vent.value));
