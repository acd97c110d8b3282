import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { NewCheck, NewRegisterItem } from '../core/work/registers';
import { makeWorld, type World } from '../tests/database';
import { checks, prices, setPrices, takeCheck } from './checks';
import { devices, setDeviceCard } from './devices';
import { addRegisterItem } from './registers';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const bottle: NewRegisterItem = {
  kind: 'cylinder',
  label: 'C-1',
  body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: '' },
};
const meter: NewRegisterItem = {
  kind: 'meter',
  label: 'M-1',
  body: { meterKind: 'float', scaleGas: 'argon', scalePascal: 101_325, scaleCelsius: 20, station: '' },
};
const read = (item: string, bar: number, over: object = {}): NewCheck => ({
  id: uuid(),
  item,
  kind: 'cylinder',
  body: { pascal: bar * 1e5, celsius: 15, level: null, changed: false, ...over },
});

describe('looks at cylinders and meters', () => {
  it('are kept once, in order, and refused where they cannot be', async () => {
    const { id } = await addRegisterItem(w.sql, bottle);
    const first = read(id, 150);
    expect(await takeCheck(w.sql, () => 1e12, w.person, first)).toMatchObject({ ok: true });
    expect(await takeCheck(w.sql, () => 1e12 + 1000, w.person, first)).toMatchObject({ ok: true });
    expect(await takeCheck(w.sql, () => 1e12 + 2000, w.person, read(id, 300))).toMatchObject({ ok: false, status: 422 });
    expect(await takeCheck(w.sql, () => 1e12 + 3000, w.person, read(id, 190))).toMatchObject({ ok: false });
    expect(await takeCheck(w.sql, () => 1e12 + 4000, w.person, read(id, 190, { changed: true }))).toMatchObject({ ok: true });
    expect(await takeCheck(w.sql, () => 1e12 + 5000, w.person, read(id, 4))).toMatchObject({
      ok: true,
      note: expect.stringContaining('Empty') as string,
    });
    expect((await checks(w.sql)).filter((c) => c.item === id).map((c) => c.kind === 'cylinder' && c.body.pascal / 1e5)).toEqual([
      150, 190, 4,
    ]);
    expect(await takeCheck(w.sql, Date.now, w.person, read(uuid(), 100))).toMatchObject({ ok: false, status: 404 });
  });
  it('a check meter that is itself unchecked is said', async () => {
    const { id } = await addRegisterItem(w.sql, meter);
    const own = (await addRegisterItem(w.sql, { ...meter, label: 'M-check' })).id;
    const check = (item: string, checkMeter: string | null): NewCheck => ({
      id: uuid(),
      item,
      kind: 'meter',
      body: { reading: 1e-4, checkReading: 9e-5, checkMeter, at: 'hose end' },
    });
    expect(await takeCheck(w.sql, Date.now, w.person, check(id, own))).toMatchObject({
      ok: true,
      note: expect.stringContaining('itself unchecked') as string,
    });
    await takeCheck(w.sql, Date.now, w.person, check(own, null));
    expect(await takeCheck(w.sql, Date.now, w.person, check(id, own))).toMatchObject({ ok: true, note: '' });
  });
  it('cannot be changed by the application', async () => {
    await expect(w.sql`update check_entry set kind = 'meter'`).rejects.toThrow(/permission denied/);
    await expect(w.sql`delete from check_entry`).rejects.toThrow(/permission denied/);
  });
});

it('prices are kept and read back; a monitor keeps its card', async () => {
  expect(await prices(w.sql)).toBeNull();
  await setPrices(w.sql, { currency: 'EUR', perM3: { argon: 9.5 } });
  await setPrices(w.sql, { currency: 'EUR', perM3: { argon: 10, helium: 40 } });
  expect(await prices(w.sql)).toEqual({ currency: 'EUR', perM3: { argon: 10, helium: 40 } });
  expect(await setDeviceCard(w.sql, w.device, { cell: 'optical', calibratedOn: '2026-01-15' })).toBe(true);
  expect((await devices(w.sql, Date.now)).find((m) => m.id === w.device)).toMatchObject({ cell: 'optical', calibratedOn: '2026-01-15' });
  expect(await setDeviceCard(w.sql, uuid(), { cell: 'optical', calibratedOn: null })).toBe(false);
});
