/**
 * The simulated world of one oxygen monitor: a spool being purged, and a cell that reads its vent
 * with lag, noise and resolution. Pure: time and chance are passed in.
 */
import { AIR_OXYGEN_PPM, type Gas } from '../../core/basics/gases';
import { leakFloor } from '../../core/models/network';

export type Settings = {
  /** spool volume, m³, and how many mixed tanks stand for it */
  volume: number;
  tanks: number;
  /** purge flow, m³/s, and air leaking in, m³/s */
  flow: number;
  leak: number;
  supplyPpm: number;
  gas: Gas;
  /** open: a dam is out; off: no gas; on: filling */
  state: 'off' | 'on' | 'open';
  /** the world runs this many times faster than the device's clock */
  speed: number;
  /** cell: first-order lag, s; noise, ppm and share of the reading (one sigma); resolution, ppm */
  lag: number;
  noise: number;
  noiseShare: number;
  resolution: number;
  fault: 'none' | 'freeze' | 'drop' | 'drift' | 'saturate';
  /** ppm a minute, when drifting */
  drift: number;
};

export const defaults: Settings = {
  volume: 4.2e-3,
  tanks: 2,
  flow: 8e-3 / 60,
  leak: 2e-9,
  supplyPpm: 3,
  gas: 'argon',
  state: 'off',
  speed: 1,
  lag: 4,
  noise: 1.5,
  noiseShare: 0.004,
  resolution: 1,
  fault: 'none',
  drift: 60,
};

export type World = { tanks: number[]; cell: number; drifted: number; frozen: number | null };

export const freshWorld = (s: Settings): World => ({
  tanks: Array.from({ length: s.tanks }, () => AIR_OXYGEN_PPM),
  cell: AIR_OXYGEN_PPM,
  drifted: 0,
  frozen: null,
});

/** A dam out on a level spool: air comes in with about this e-fold, s. */
const OPEN_FOLD = 8;

/** Moves the world on by dt seconds of the device's clock. */
export function step(w: World, s: Settings, dt: number): World {
  const until = dt * s.speed;
  let tanks = w.tanks;
  if (tanks.length !== s.tanks)
    tanks = Array.from({ length: s.tanks }, (_, i) => w.tanks[Math.min(i, w.tanks.length - 1)] ?? AIR_OXYGEN_PPM);
  let cell = w.cell;
  const h = 0.25;
  for (let t = 0; t < until - 1e-9; t += h) {
    const d = Math.min(h, until - t);
    const each = s.volume / s.tanks;
    const rate = s.state === 'on' ? 1 - Math.exp((-(s.flow + s.leak) * d) / each) : 0;
    const open = s.state === 'open' ? 1 - Math.exp(-d / OPEN_FOLD) : 0;
    const feed = leakFloor(s.leak, s.flow, s.supplyPpm);
    let inflow = feed;
    tanks = tanks.map((c) => {
      const next = c + (inflow - c) * rate + (AIR_OXYGEN_PPM - c) * open;
      inflow = c;
      return next;
    });
    cell += ((tanks.at(-1) ?? AIR_OXYGEN_PPM) - cell) * (1 - Math.exp(-d / (s.lag * s.speed)));
  }
  return { tanks, cell, drifted: s.fault === 'drift' ? w.drifted + (s.drift / 60) * dt : w.drifted, frozen: w.frozen };
}

/** What the display shows now, ppm; `gauss` is a standard normal number. */
export function read(w: World, s: Settings, gauss: number): { raw: number; ppm: number; quality: 'good' | 'saturated' } {
  const sigma = Math.hypot(s.noise, s.noiseShare * w.cell);
  const raw = Math.max(0, w.cell + w.drifted + sigma * gauss);
  const ppm = Math.min(250_000, Math.round(raw / s.resolution) * s.resolution);
  return { raw: ppm, ppm, quality: raw > 250_000 ? 'saturated' : 'good' };
}
