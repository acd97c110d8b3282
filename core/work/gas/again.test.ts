import { describe, expect, it } from 'vitest';
import { SHIFT } from '../registers';
import { gasAgain, gasPicks, type GasNow } from './again';
import { gasForm } from './form';
import type { GasCheck } from './body';
import type { RegisterItem } from '../registers';

const id = (n: number) => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const item = (n: number, kind: string, label: string, body: object) => ({ id: id(n), kind, label, body }) as unknown as RegisterItem;
const argon = { gas: 'argon', grade: '4.8', lot: 'A', supplyPpm: 3, use: 'both' };
const registers = [
  item(1, 'gas', 'AR-1', argon),
  item(2, 'cylinder', 'Bottle 2', { gas: 'argon' }),
  item(3, 'meter', 'Meter 1', { meterKind: 'float', scaleGas: 'argon', scalePascal: 0 }),
];
const monitors = [{ id: id(4), name: 'Monitor 1', resolution: 1, cell: 'zirconia' as const }];
const lot = { id: id(1), label: 'AR-1', gas: 'argon' as const, lot: 'A', supplyPpm: 3 };
const check: GasCheck & { at: number } = {
  ...{ purge: lot, torch: lot, monitor: { id: id(4), label: 'Monitor 1' }, air: 208_000, bottle: 4, at: 0 },
  cylinder: { id: id(2), label: 'Bottle 2', left: 3 },
  meter: { id: id(3), label: 'Meter 1', factor: 1, state: 'good' },
  ...{ price: null, typed: { air: { text: '20.8 %', step: 1000 }, bottle: { text: '4 ppm', step: 1 } } },
};
const calm: GasNow = { now: SHIFT / 2, checked: () => true, changed: () => false, off: () => null, otherHose: false };
const again = (over: Partial<GasNow> = {}, of = registers) =>
  gasAgain(gasForm(of, monitors), gasPicks(check), { ...calm, ...over }, 'metric');

describe('the gas of the last weld, again', () => {
  it('takes what was picked, and none of what was read', () => {
    const a = again();
    if (!a.ok) throw new Error(a.because);
    expect([a.values.purge.id, a.values.cylinder?.id, a.values.meter?.id, a.values.monitor.id]).toEqual([id(1), id(2), id(3), id(4)]);
    expect([a.values.air, a.values.bottle]).toEqual([null, null]);
    expect(JSON.stringify(gasPicks(check))).not.toMatch(/20\.8|4 ppm/);
  });
  it('falls open after the shift, on a changed bottle or hose, a monitor not checked, a meter that is off, and what is no longer at hand', () => {
    const because = (a: ReturnType<typeof again>) => (a.ok ? '' : a.because);
    expect(because(again({ now: SHIFT }))).toBe('That was before this shift.');
    expect(because(again({ changed: (c) => c === id(2) }))).toMatch(/^A bottle was changed on Bottle 2: read its gauge/);
    expect(because(again({ checked: () => false }))).toMatch(/^Monitor 1 was not checked this shift/);
    expect(because(again({ otherHose: true }))).toMatch(/^The hose is another one/);
    expect(because(again({ off: () => 'Meter 1 reads 50 % high.' }))).toBe('Meter 1 reads 50 % high.');
    expect(because(again({}, registers.slice(1)))).toMatch(/not at hand any more/);
  });
});
