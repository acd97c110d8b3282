import { describe, expect, it } from 'vitest';
import { AIR_OXYGEN_PPM } from '../../core/basics/gases';
import { leakFloor, mixedVolumes, tanksVolumes } from '../../core/models/network';
import { defaults, freshWorld, read, step, type Settings } from './model';

const fill: Settings = { ...defaults, state: 'on', leak: 0, lag: 0.01 };
const after = (s: Settings, seconds: number, world = freshWorld(s)) => step(world, s, seconds);
const volumes = (n: number, s: Settings) => (n * s.volume) / s.flow;

describe('the simulated spool', () => {
  it('clears as the textbook says: one tank by e-folds, more tanks by the tanks-in-series formula', () => {
    const one = { ...fill, tanks: 1 };
    expect(after(one, volumes(mixedVolumes(1000, one.supplyPpm), one)).tanks.at(-1)).toBeCloseTo(1000, -1);
    const three = { ...fill, tanks: 3, volume: 0.02 };
    const vent = after(three, volumes(tanksVolumes(3, 1000, three.supplyPpm), three)).tanks.at(-1) as number;
    expect(Math.abs(vent / 1000 - 1)).toBeLessThan(0.05);
  });
  it('comes to rest on the floor its leak and supply make', () => {
    const leaky = { ...fill, leak: 1e-8 };
    expect(after(leaky, 3600).tanks.at(-1)).toBeCloseTo(leakFloor(1e-8, leaky.flow, leaky.supplyPpm), 3);
  });
  it('fills with air again when a dam is opened, and stays as it is with the gas off', () => {
    const clean = after(fill, 3600);
    expect(step(clean, { ...fill, state: 'off' }, 600).tanks).toEqual(clean.tanks);
    expect(step(clean, { ...fill, state: 'open' }, 60).tanks.at(-1)).toBeGreaterThan(0.99 * AIR_OXYGEN_PPM);
  });
  it('runs faster when told to', () =>
    expect(step(freshWorld(fill), { ...fill, speed: 10 }, 6).tanks.at(-1)).toBeCloseTo(after(fill, 60).tanks.at(-1) as number, -2));
});

describe('the simulated cell', () => {
  it('lags the spool by its time constant', () => {
    const s: Settings = { ...fill, lag: 10, state: 'off' };
    const w = { ...freshWorld(s), tanks: s.tanks === 2 ? [0, 0] : [0] };
    expect(step(w, s, 10).cell / AIR_OXYGEN_PPM).toBeCloseTo(Math.exp(-1), 3);
  });
  it('reads in steps of its resolution, with its noise, never below zero', () => {
    const w = { ...freshWorld(fill), cell: 41.3 };
    expect(read(w, { ...fill, resolution: 5 }, 0).ppm).toBe(40);
    expect(read(w, { ...fill, noise: 3, noiseShare: 0 }, 1).ppm).toBe(44);
    expect(read({ ...w, cell: 0 }, fill, -4).ppm).toBe(0);
  });
  it('drifts only when told to', () => {
    const s: Settings = { ...fill, fault: 'drift', drift: 60 };
    const w = step({ ...freshWorld(fill), cell: 0, tanks: [0, 0] }, s, 30);
    expect(w.drifted).toBeCloseTo(30, 9);
    expect(step(w, fill, 30).drifted).toBe(w.drifted);
  });
  it('says when it is beyond its range', () =>
    expect(read({ ...freshWorld(fill), cell: 260_000 }, fill, 0)).toMatchObject({ ppm: 250_000, quality: 'saturated' }));
});
