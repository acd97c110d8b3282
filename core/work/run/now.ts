/**
 * What is true of a purge now: one answer for the page, the bench, the Board and the reading an arc is struck at. All follows from the
 * record, the readings and the time; who has more readings than are wanted gets the same answer as who has just those.
 */
import { leftNow } from '../../basics/gases';
import { postPurge } from '../../models/heat';
import { totalFlow } from '../../models/setup';
import { believable, sensorState, STALE_AFTER, type SensorState } from '../../models/sensor';
import { alarmsOf, type Alarm } from './alarms';
import { gate, type Gate, type Reading } from './gate';
import type { Happened } from './remains';
import type { RunState } from './state';
import type { BoardCylinder } from './summary';

/** Least that is looked back on, ms: what tells a frozen or drifting cell, and a silence nobody has answered yet. */
const LOOK_BACK = 30 * 60_000;

/**
 * The spans of time whose readings decide what is true now, ms: long enough for the limit to be held as the rules ask, and every arc
 * whose oxygen nobody has answered for.
 */
export function readingsWanted(run: RunState, now: number): { from: number; to: number }[] {
  const { holdSeconds, jointHoldSeconds } = run.started.rules;
  const held = (holdSeconds + Math.max(jointHoldSeconds, run.started.jointLag) + 6 * STALE_AFTER) * 1000;
  const from = Math.max(run.startedAt, now - Math.max(LOOK_BACK, held));
  const answered = run.answers.over ?? 0;
  const arcs = run.arcs
    .filter((a) => a.on < from && (a.off ?? now) > answered)
    .map((a) => ({ from: Math.max(a.on, answered), to: Math.min(a.off ?? now, from) }));
  return [...arcs, { from, to: now }];
}

/** How long the gas is held after the arc on this wall, s (models/heat). */
export function holdOf({ started: { setup } }: Pick<RunState, 'started'>): number {
  const joint = setup.parts.find((p) => p.id === setup.joint) ?? setup.parts[0];
  return (joint && postPurge(joint.size.wall).value) ?? 60;
}

export type RunNow = {
  gate: Gate;
  sensor: SensorState;
  /** the newest reading */
  last: Reading | null;
  /** the newest reading while it is fresh and its sensor may be gone by, ppm; null otherwise */
  ppm: number | null;
  holdSeconds: number;
  /** s left of the gas hold; null when none is held */
  holdLeft: number | null;
  alarms: Alarm[];
  /** what should be left in its cylinder; null when that is not known */
  supply: { left: number; dryIn: number | null } | null;
};

/**
 * @param readings those wanted, or more, oldest first
 * @param cylinder what the purge draws from; null when that is not kept
 * @param now ms @param happened what the readings say happened that nobody marked
 */
export function runNow(
  run: RunState,
  readings: readonly Reading[],
  cylinder: Omit<BoardCylinder, 'id' | 'label'> | null,
  now: number,
  happened: Happened | null = null,
): RunNow {
  const { rules, device, planned, place, monitorChecked, backing, setup, jointLag } = run.started;
  const spans = readingsWanted(run, now);
  const wanted = readings.filter((r) => spans.some((s) => r.at > s.from && r.at <= s.to));
  const recent = spans.at(-1)?.from ?? run.startedAt;
  const declared = device?.declared ?? null;
  const since = wanted.filter((r) => r.at > recent && r.at >= (run.fillingSince ?? Infinity));
  const sensor = sensorState(since, declared, now);
  const last = wanted.at(-1) ?? null;
  const fresh = last !== null && now - last.at <= STALE_AFTER * 1000;
  const believed = sensor.state === 'none' || sensor.state === 'drifting' || believable(sensor);
  const draws = [
    ...(cylinder?.draws.filter((d) => d.run !== run.id) ?? []),
    { flow: totalFlow(setup), from: run.startedAt, to: run.endedAt },
  ];
  const changed = cylinder?.changed === true || (run.bottleAt !== null && run.bottleAt > (cylinder?.look?.at ?? 0));
  const supply = cylinder ? leftNow(cylinder.body, cylinder.look, draws, now, changed) : null;
  const holdSeconds = holdOf(run) + run.holdLonger;
  return {
    gate: gate({
      rules,
      fillingSince: run.fillingSince,
      planned,
      monitored: device !== null,
      readings: since,
      declared,
      monitorChecked,
      place,
      now,
      jointLag,
      backing,
    }),
    sensor,
    last,
    ppm: fresh && device !== null && believed ? last.ppm : null,
    holdSeconds,
    holdLeft: run.holdSince === null ? null : Math.max(0, holdSeconds - (now - run.holdSince) / 1000),
    alarms: alarmsOf(run, { readings: wanted, sensor, dryIn: supply?.dryIn ?? null, now, heldFrom: recent, happened }),
    supply,
  };
}
