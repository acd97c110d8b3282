/** What a wrong vent leaves, against the two-dimensional slice computed for this project: 3 in and 8 in, low vent. */
import { describe, expect, it } from 'vitest';
import { airLayer, airLeft, headlineOf, layerPpm, planPurge, shortly, weighed, type Plan } from './index';
import { startingSetup, type Setup } from '../setup';
import { findSize, type Size } from '../../basics/sizes';

const low = (nominal: string, gas: 'argon' | 'helium' = 'argon'): Setup => {
  const s = startingSetup(findSize('inch-tube', nominal) as Size, gas, 3, 0.5);
  return { ...s, vents: s.vents.map((v) => ({ ...v, height: gas === 'argon' ? ('low' as const) : ('high' as const) })) };
};
const planned = (s: Setup): Plan => {
  const p = planPurge(s, 50, 'metric');
  if (!p.ok) throw new Error('no plan');
  return p.plan;
};

describe('a layer of air', () => {
  it('3 in, low vent: the slice holds 6.7 % in its worst cell after six volumes; the rule says half to twice that', () => {
    const s = low('3');
    const layer = airLayer(s, planned(s));
    if (!layer) throw new Error('no layer');
    expect(layer.above).toBe(true);
    // The slice: half a metre of it at 8 L/min.
    const since = ((Math.PI / 4) * layer.bore ** 2 * 0.5) / (8 / 60_000);
    const six = layerPpm({ ...layer, since }, 6 * since) / 10_000;
    expect(six).toBeGreaterThan(6.7 / 2);
    expect(six).toBeLessThan(6.7 * 2);
  });
  it('fills nearly the whole bore at first, thins, and is gone once it is under a percent', () => {
    const s = low('3');
    const layer = airLayer(s, planned(s));
    if (!layer) throw new Error('no layer');
    const at = [1, 3, 6, 9].map((n) => airLeft(layer, n * layer.since));
    expect(at).toEqual([...at].sort((a, b) => b - a));
    expect(at[0]).toBeGreaterThan(0.7 * layer.bore);
    expect(at[0]).toBeLessThan(layer.bore);
    expect(airLeft(layer, layer.since + 10 * layer.fold)).toBe(0);
  });
  it('none with the vent where it belongs; under helium it lies below', () => {
    const right = startingSetup(findSize('inch-tube', '3') as Size, 'argon', 3, 0.5);
    expect(airLayer(right, planned(right))).toBeNull();
    const s = low('3', 'helium');
    expect(airLayer(s, planned(s))?.above).toBe(false);
  });
});

describe('the headline', () => {
  it('is the worst that is wrong, with its reason and its place', () => {
    const s = low('3');
    const h = headlineOf(s, [], planned(s), 'calm');
    expect(h).toMatchObject({ level: 'stop', title: 'Vent is low: air stays on top, over the joint.', at: 'v1' });
    expect(h.reason).toMatch(/vent at the high point/);
    const first = weighed(planned(s).rules)[0];
    expect(first && shortly(s, first)).toBe('vent is low');
    expect(headlineOf(low('3', 'helium'), [], planned(low('3', 'helium')), '').title).toBe('Vent is high: helium leaves, air stays below.');
  });
  it('names what is only to be minded, its reason and how many more, before the clock', () => {
    const s = { ...startingSetup(findSize('inch-tube', '2') as Size, 'helium', 3, 0.5), tilt: -90 };
    const rules = weighed(planned(s).rules);
    const h = headlineOf(s, [], planned(s), 'By the clock 3:00.');
    expect(rules.every((r) => r.level === 'mind')).toBe(true);
    // Helium on end, in at the foot and out at the top: the wrong way round (common practice, no source).
    expect(h).toMatchObject({ level: 'mind', at: 'v1' });
    expect(h.title).toMatch(/^Mind: vent end lies high, and (one|\d+) more\.$/);
    expect(h.reason).toMatch(/the wrong way round.*By the clock 3:00\.$/);
  });
  it('a fault comes before any plan; with nothing wrong it says what was found and no more', () => {
    const s = startingSetup(findSize('inch-tube', '2') as Size, 'argon', 3, 0.5);
    expect(headlineOf(s, [{ at: 'p1', text: 'There is no vent.' }], null, '')).toMatchObject({
      level: 'stop',
      reason: 'There is no vent.',
    });
    const h = headlineOf(s, [], { ...planned(s), rules: [] }, 'By the clock 3:00.');
    expect(h.title).toBe('Nothing is found wrong with this set-up.');
    expect(h.title).not.toMatch(/safe/i);
  });
});
