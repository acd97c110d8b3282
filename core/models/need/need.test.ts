import { describe, expect, it } from 'vitest';
import { alloys } from '../../basics/materials';
import { needOptions } from './index';

const lpm = (x: number) => x / 60_000;

describe('is a purge needed', () => {
  const ask = (family: 'austenitic' | 'titanium', foodContact: boolean, price: number | null = 10) =>
    needOptions({
      criterion: { id: 'X', foodContact },
      family,
      flow: lpm(8),
      course: {
        wait: { value: 100, low: 80, high: 120 },
        weld: 90,
        hold: 60,
        gas: { fill: lpm(8) * 120, refills: lpm(8) * 120, weld: lpm(8) * 90, hold: lpm(8) * 60 },
      },
      price,
    });
  it('sets three ways beside each other with gas, time and money', () => {
    const [full, backing, none] = ask('austenitic', false);
    expect(full?.gas).toBeCloseTo(lpm(8) * 390, 9);
    expect(full?.money).toBeCloseTo(lpm(8) * 3900, 9);
    expect([full?.speaks, backing?.speaks, none?.speaks]).toEqual(['for', 'mind', 'mind']);
    expect(backing?.gas as number).toBeLessThan(full?.gas as number);
    expect(none?.gas).toBe(0);
    expect(ask('austenitic', false, null)[0]?.money).toBeNull();
  });
  it('speaks against leaving it out where the inside must be bright, and says that the WPS may be void', () => {
    for (const [family, food] of [
      ['titanium', false],
      ['austenitic', true],
    ] as const) {
      const [, backing, none] = ask(family, food);
      expect([backing?.speaks, none?.speaks]).toEqual(['against', 'against']);
      for (const o of [backing, none]) expect(o?.given.join(' ')).toMatch(/void the WPS/);
    }
    expect(alloys['Ti-2'].family).toBe('titanium');
  });
});
