/** A step of the cloud: on in time, and weighed by a reading. */
import type { Dice } from '../../basics/seeded';
import { FRONT, JOINT_WANDER, WANDER } from './prior';
import { jointOver, oxygen, places, type Cloud, type Monitor } from './cloud';
import { lnShare, type Shapes } from './shapes';

/** Steps are no longer than this, s, however far apart the readings lie; a long silence takes longer ones. */
const STEP = 2;
const LONG_STEP = 5;
const SILENCE = 60;
/** Neighbouring readings are no evidence of their own on a wrong model: a reading a second counts for a quarter. */
export const TEMPER = 0.25;
/** A reading is off by a share of itself, of its noise and of what the model cannot say; tails of a Student's law with four degrees. */
export const READS = { share: 0.006, model: 0.05 };

/** Volume changes a second without what wanders: shape, bypass, pace and flow. */
export const baseRate = (s: Shapes, c: Cloud, i: number, flow: number): number =>
  ((s.asked * flow * (c.slower[i] as number)) / s.volume) *
  (s.flow[c.shape[i] as number] as number) *
  (1 - (s.bypass[c.shape[i] as number] as number)) *
  (c.pace[i] as number);

/**
 * On by some seconds, with what every monitor shows.
 * @param t s since gas on, before @param flow over the flow asked for, during
 */
export function advance(s: Shapes, c: Cloud, monitors: readonly Monitor[], t: number, seconds: number, flow: number, dice: Dice): void {
  // Known of both places, how much slower the joint clears wanders too; where one is all that is read nothing tells.
  const both = places(monitors) === 'both';
  const steps = Math.max(1, Math.ceil(seconds / (seconds > SILENCE ? LONG_STEP : STEP)));
  const dt = seconds / steps;
  for (let n = 1; n <= steps; n++) {
    for (let i = 0; i < c.n; i++) {
      const eta = c.eta[i] as number;
      const dth = baseRate(s, c, i, flow) * (eta === 0 ? 1 : Math.exp(eta)) * dt;
      const th = (c.th[i] as number) + dth;
      c.th[i] = th;
      c.thj[i] = (c.thj[i] as number) + (dth / jointOver(s, c, i)) * (both ? Math.exp(c.ej[i] as number) : 1);
      if (both) {
        const stays = Math.exp(-dth / JOINT_WANDER.memory);
        c.ej[i] = (c.ej[i] as number) * stays + JOINT_WANDER.sd * Math.sqrt(1 - stays * stays) * dice.normal();
      }
      if (lnShare(s, 'vent', c.shape[i] as number, th) < FRONT) {
        const stays = Math.exp(-dth / WANDER.memory);
        const tail = c.tail[i] as number;
        c.eta[i] = tail + (eta - tail) * stays + WANDER.sd * Math.sqrt(1 - stays * stays) * dice.normal();
      }
    }
    for (let m = 0; m < monitors.length; m++) {
      const { z, gas, tau } = c.monitors[m] as Cloud['monitors'][number];
      const { place } = monitors[m] as Monitor;
      for (let i = 0; i < c.n; i++) {
        const now = oxygen(s, c, i, place, c.th[i] as number, t + n * dt, flow);
        const stays = Math.exp(-dt / (tau[i] as number));
        // What is measured falls evenly in its logarithm: so the mean of a step is that of both ends.
        z[i] = (z[i] as number) * stays + Math.sqrt(now * (gas[i] as number)) * (1 - stays);
        gas[i] = now;
      }
    }
  }
}

/** What a monitor's reading is off by, ppm² : noise, step of the display, and what neither it nor the model is better than. */
export const variance = (m: Monitor, z: number): number =>
  m.noise ** 2 + m.resolution ** 2 / 12 + (READS.share ** 2 + READS.model ** 2) * z * z;

/** Weighs the cloud by a reading. @param seconds since the last one of this monitor */
export function weigh(c: Cloud, m: number, monitor: Monitor, ppm: number, seconds: number): void {
  const counts = (TEMPER * Math.min(1 / TEMPER, Math.max(0.2, seconds))) / c.monitors.length;
  const { z, gain, zero } = c.monitors[m] as Cloud['monitors'][number];
  for (let i = 0; i < c.n; i++) {
    const is = z[i] as number;
    const v = variance(monitor, is);
    const d2 = (ppm - (gain[i] as number) * is - (zero[i] as number)) ** 2 / v;
    const k = 1 + d2 / 4;
    c.lnW[i] = (c.lnW[i] as number) - 0.5 * counts * Math.log(k * k * k * k * k * v);
  }
}
