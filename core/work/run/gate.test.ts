import { describe, expect, it } from 'vitest';
import { shipped } from '../../models/criteria';
import { meets } from '../../models/sensor';
import { gate, heldFor, rulesFor, type Reading } from './index';

describe('the gate', () => {
  const rules = { ...(shipped[0]?.purge as Parameters<typeof rulesFor>[0]), startPpm: 50, holdSeconds: 20, jointHoldSeconds: 10 };
  const at = (s: number, ppm: number, quality = 'good'): Reading => ({ at: s * 1000, ppm, quality });
  const falling = [...Array.from({ length: 30 }, (_, i) => at(i, 5000 - 150 * i)), ...Array.from({ length: 31 }, (_, i) => at(30 + i, 30))];
  const open = (over: Partial<Parameters<typeof gate>[0]> = {}) =>
    gate({
      rules,
      fillingSince: 0,
      planned: 90,
      monitored: true,
      readings: falling,
      monitorChecked: true,
      place: 'vent',
      now: 60_000,
      ...over,
    });

  it('opens when the limit was held long enough, and says where it was measured', () => {
    expect(open()).toMatchObject({ ready: true, by: 'monitor', text: 'Ready. Measured at the vent; joint not measured.' });
    expect(open({ readings: falling.slice(0, 50), now: 49_000 })).toMatchObject({ ready: false, left: 11 });
  });
  it('at the vent it waits as long as the plan says the joint clears later; at the joint only as long as the criterion asks', () => {
    expect(open({ jointLag: 25 })).toMatchObject({
      ready: false,
      left: 15,
      text: 'At the limit. Holding for the joint, which is not measured.',
    });
    expect(open({ jointLag: 8 })).toMatchObject({ ready: true });
    expect(open({ jointLag: 25, place: 'joint' })).toMatchObject({ ready: true });
  });
  it.each([
    ['a dam open', { fillingSince: null }, /Dam open/],
    ['no reading', { readings: [] }, /No reading/],
    ['an old reading', { now: 75_000 }, /15 s old/],
    ['a reading over the limit', { readings: [...falling, at(61, 80)], now: 61_000 }, /Limit is 50 ppm/],
    ['a faulty cell', { readings: [...falling, at(61, 30, 'fault')], now: 61_000 }, /reports: fault/],
    ['an unchecked monitor', { monitorChecked: false }, /not checked/],
    ['no monitor', { monitored: false, readings: [] }, /No monitor/],
    ['readings from before the refill only', { fillingSince: 60_500 }, /No reading/],
  ] as const)('stays shut with %s', (_name, over, text) =>
    expect(open(over as never)).toMatchObject({ ready: false, text: expect.stringMatching(text) as string }),
  );
  it('a reading says no more than its step: 0 in steps of 100 ppm is under 100, and cannot meet 50', () => {
    const coarse = { resolution: 100, noise: 10, top: 250_000 };
    const nought = falling.map((r) => ({ ...r, ppm: r.ppm < 100 ? 0 : r.ppm }));
    expect(open({ readings: nought, declared: coarse })).toMatchObject({
      ready: false,
      text: 'This monitor reads in steps of 100 ppm: it cannot show 50 ppm. Take a finer one.',
    });
    // At 100 ppm it can: what it shows as 0 is under 100; what it shows as 100 may be 199.
    const loose = { ...rules, startPpm: 100 };
    const steady = (ppm: number) => falling.map((r, i) => ({ ...r, ppm: r.ppm < 100 ? ppm : r.ppm, raw: r.ppm + (i % 5) }));
    expect(open({ rules: loose, readings: steady(0), declared: coarse }).ready).toBe(true);
    expect(open({ rules: loose, readings: steady(100), declared: coarse }).ready).toBe(false);
    expect([meets(50, 1, 50), meets(51, 1, 50), meets(0, 100, 50), meets(0, 100, 100), meets(40, 10, 50), meets(45, 10, 50)]).toEqual([
      true,
      false,
      false,
      true,
      true,
      false,
    ]);
  });
  it('goes by the clock where the criterion allows it and nothing is measured', () => {
    const clocked = rulesFor({ ...rules, clockAllowed: true }, false);
    expect(clocked.readyBy).toBe('clock');
    expect(rulesFor(rules, false).readyBy).toBe('monitor');
    expect(open({ rules: clocked, now: 60_000 })).toMatchObject({ ready: false, by: 'clock', left: 30 });
    expect(open({ rules: clocked, now: 90_000 })).toMatchObject({ ready: true, text: 'Ready by the clock. Oxygen not measured.' });
    expect(open({ rules: clocked, planned: null })).toMatchObject({ ready: false });
  });
  it('a gap in the readings breaks the hold', () => {
    expect(heldFor([at(0, 10), at(1, 10), at(20, 10), at(21, 10)], 50)).toBe(1);
    expect(heldFor([at(0, 10), at(1, 60), at(2, 10)], 50)).toBe(0);
    expect(heldFor([], 50)).toBe(0);
  });
});
