/**
 * Sensor faults told apart, on runs recorded from the stand-in: a simulated spool and cell (devices/oxygen-monitor/model.ts),
 * every run seeded, one reading a second. How often the rules miss and how often they cry wolf is counted here and stated in
 * docs/decisions/0012-sensor-faults.md.
 */
import { describe, expect, it } from 'vitest';
import { believable, frozenAfter, sensorState, type Declared, type Sample, type SensorState } from '../../core/models/sensor';
import { seeded } from '../../core/basics/seeded';
import { defaults, freshWorld, read, step, type Settings } from '../../devices/oxygen-monitor/model';

const declared: Declared = { resolution: 1, noise: 1.5, top: 250_000 };

type Fault = { kind: 'freeze' | 'drop' | 'drift' | 'saturate'; at: number; perMinute?: number };

/** One recorded fill of `seconds`, with a fault from its moment on. Spools, flows and leaks as shops have them. */
function recorded(seed: number, seconds: number, fault?: Fault): Sample[] {
  const chance = seeded(seed);
  const gauss = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const s: Settings = {
    ...defaults,
    state: 'on',
    volume: 1e-3 + 5e-3 * chance(),
    flow: (6 + 6 * chance()) / 60_000,
    leak: 10 ** (-9.5 + 1.5 * chance()),
    lag: 2 + 6 * chance(),
    ...(fault?.perMinute !== undefined && { drift: fault.perMinute }),
  };
  let world = freshWorld(s);
  let held: number | null = null;
  const out: Sample[] = [];
  for (let t = 0; t < seconds; t++) {
    const bad = fault !== undefined && t >= fault.at;
    world = step(world, { ...s, fault: bad && fault.kind === 'drift' ? 'drift' : 'none' }, 1);
    if (bad && fault.kind === 'drop') continue;
    let r = read(world, s, gauss());
    if (bad && fault.kind === 'freeze') {
      held ??= r.raw;
      r = { ...r, raw: held, ppm: held };
    }
    if (bad && fault.kind === 'saturate') r = { raw: 250_000, ppm: 250_000, quality: 'saturated' };
    out.push({ at: t * 1000, ...r });
  }
  return out;
}

/** First time each state is told, s, looking every two seconds as a screen would. */
function watched(run: Sample[], seconds: number): Map<SensorState['state'], number> {
  const first = new Map<SensorState['state'], number>();
  for (let t = 5; t < seconds; t += 2) {
    const { state } = sensorState(
      run.filter((r) => r.at <= t * 1000 && r.at > (t - 180) * 1000),
      declared,
      t * 1000,
    );
    if (!first.has(state)) first.set(state, t);
  }
  return first;
}

const RUNS = 60;
const LONG = 900;
/** Told of `kind` within `within` s of its beginning: how many of the runs were not. */
function missed(kind: Fault['kind'], told: SensorState['state'], within: number, fault: (n: number) => Omit<Fault, 'kind'>): number {
  let missed = 0;
  for (let n = 0; n < RUNS; n++) {
    const f = { kind, ...fault(n) };
    const until = Math.min(LONG, f.at + within + 2);
    const at = watched(recorded(1000 + n, until, f), until).get(told);
    if (at === undefined || at > f.at + within) missed++;
  }
  return missed;
}

describe('on sixty recorded runs each', () => {
  it('sound sensors: fifteen minutes each, no alarm of any kind', () => {
    const told = new Map<string, number>();
    for (let n = 0; n < RUNS; n++) for (const [state] of watched(recorded(n, LONG), LONG)) told.set(state, (told.get(state) ?? 0) + 1);
    expect(Object.fromEntries([...told].filter(([s]) => s !== 'good' && s !== 'steady'))).toEqual({});
  }, 60_000);
  it('frozen above its noise: all but one of sixty told within 25 s', () => {
    expect(missed('freeze', 'frozen', 25, (n) => ({ at: 20 + 2 * n }))).toBeLessThanOrEqual(1);
  }, 60_000);
  it('dropped: every one told within 12 s', () => expect(missed('drop', 'dropped', 12, (n) => ({ at: 30 + 5 * n }))).toBe(0), 60_000);
  it(
    'saturated: every one told at the next look',
    () => expect(missed('saturate', 'saturated', 2, (n) => ({ at: 30 + 5 * n }))).toBe(0),
    60_000,
  );
  it('drifting by 60 ppm a minute in a clean purge: told within 90 s', () => {
    expect(missed('drift', 'drifting', 90, () => ({ at: 500, perMinute: 60 }))).toBe(0);
  }, 60_000);
  it('drifting by 10 ppm a minute: told within two and a half minutes', () => {
    expect(missed('drift', 'drifting', 150, () => ({ at: 500, perMinute: 10 }))).toBe(0);
  }, 60_000);
});

describe('the rule for a frozen cell', () => {
  it('needs more like readings the more the step hides the noise, and is none when the step hides all of it', () => {
    expect(frozenAfter({ resolution: 1, noise: 5, top: 1e6 })).toBe(20);
    // P(|z| < 1/2.2) = 0.3506 by the normal table, 0.3506^20 = 8e-10
    expect(frozenAfter({ resolution: 1, noise: 1.1, top: 1e6 })).toBe(21);
    expect(frozenAfter({ resolution: 1, noise: 1, top: 1e6 })).toBeNull();
    expect(frozenAfter({ resolution: 10, noise: 1.5, top: 1e6 })).toBeNull();
  });
  const still = (ppm: number, n = 100): Sample[] => Array.from({ length: n }, (_, i) => ({ at: i * 1000, ppm, quality: 'good' }));
  it('says "steady, can’t tell" of a coarse display and of a reading near nought; both may be gone by', () => {
    for (const s of [sensorState(still(40), { ...declared, resolution: 10 }, 99_500), sensorState(still(2), declared, 99_500)]) {
      expect(s.state).toBe('steady');
      expect(s.text).toContain('can’t tell');
      expect(believable(s)).toBe(true);
    }
    expect(sensorState(still(40), declared, 99_500)).toMatchObject({ state: 'frozen', since: 0 });
    expect(believable(sensorState(still(40), declared, 99_500))).toBe(false);
  });
  it('passes on what the device says of itself, and judges nothing of an undeclared one but its age', () => {
    expect(sensorState([], declared, 0).state).toBe('none');
    expect(
      sensorState(
        still(40, 3).map((r) => ({ ...r, quality: 'warming' })),
        declared,
        3000,
      ),
    ).toMatchObject({ state: 'fault' });
    expect(sensorState(still(40), null, 99_500).state).toBe('good');
    expect(sensorState(still(40), null, 112_000).state).toBe('dropped');
  });
  it('a dam that fell is no drift: the air comes in a curve', () => {
    const s = { ...defaults, state: 'on' as const };
    let w = step(freshWorld(s), s, 1200);
    const run: Sample[] = [];
    for (let t = 0; t < 200; t++) {
      w = step(w, { ...s, state: t > 100 ? 'open' : 'on' }, 1);
      run.push({ at: t * 1000, ...read(w, s, t % 2 ? 0.7 : -0.7) });
    }
    for (let t = 60; t < 200; t += 2)
      expect(
        sensorState(
          run.filter((r) => r.at <= t * 1000),
          declared,
          t * 1000,
        ).state,
      ).toBe('good');
  });
});
