/** The estimate of when a purge is ready, against tanks in series: the textbook fall of oxygen in a swept vessel (core/models/network/bounds). */
import { describe, expect, it } from 'vitest';
import { tanksRemaining, tanksVolumes } from '../../models/network';
import type { Reading } from './gate';
import { readyEstimate } from './estimate';

const VOLUME = 30; // s a volume takes
const read = (n: number, floor: number, until: number): Reading[] =>
  Array.from({ length: Math.floor(until) + 1 }, (_, s) => ({
    at: s * 1000,
    ppm: floor + (209_500 - floor) * tanksRemaining(s / VOLUME, n),
    quality: 'good' as const,
  }));

describe('when it will be ready', () => {
  it('holds the true time in nine of ten estimates, over falls from fully mixed to nearly plug and floors up to half the limit', () => {
    let [held, all] = [0, 0];
    for (const limit of [50, 100, 1000])
      for (const n of [1, 2, 3, 5, 10])
        for (const floor of [0, 0.2 * limit, 0.5 * limit]) {
          const truth = VOLUME * tanksVolumes(n, limit, floor);
          for (let s = 20; s < truth - 5; s += 10) {
            const e = readyEstimate(read(n, floor, s), limit, 0, s * 1000);
            // Before it falls nothing is said; what is said is judged.
            if (e === null || e === 'still') continue;
            all++;
            if (e.low <= truth - s && truth - s <= e.high) held++;
          }
        }
    expect(all).toBeGreaterThan(300);
    expect(held / all).toBeGreaterThan(0.9);
  });
  it('narrows as the limit comes near, and adds the hold', () => {
    const at = (s: number, hold = 0) => readyEstimate(read(1, 0, s), 100, hold, s * 1000);
    const [far, near] = [at(60), at(200)];
    if (far === null || near === null || far === 'still' || near === 'still') throw new Error('no estimate');
    expect(near.high - near.low).toBeLessThan((far.high - far.low) / 3);
    expect(at(200, 40)).toEqual({ low: near.low + 40, high: near.high + 40 });
  });
  it('says nothing from too little, from what is at the limit, and names what does not fall', () => {
    expect(readyEstimate(read(1, 0, 3), 100, 0, 3000)).toBeNull();
    expect(readyEstimate(read(1, 0, 600), 100, 0, 600_000)).toBeNull();
    expect(readyEstimate(read(1, 500, 600), 100, 0, 600_000)).toBe('still');
    expect(readyEstimate([], 100, 0, 0)).toBeNull();
  });
});
