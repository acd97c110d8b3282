/** Wrong paper: seen by the server by what the registers say, on the record as a deviation, gone when it is recorded rightly. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { NewRegisterItem } from '../core/work/registers';
import type { SaidOf } from '../core/work/record';
import { enter, makeWorld, say, type World } from '../tests/database';
import { checks, takeBackCheck, takeCheck, unreadChecks } from './checks';
import { addRegisterItem, registerItems, unreadItems } from './registers';
import { weldRecord } from './record/stored';
import { setupOf } from './setups';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const item = async (i: NewRegisterItem) => ({ id: (await addRegisterItem(w.sql, i)).id, label: i.label });
const heat = (label: string, alloy: '316L' | 'Ti-2', what: 'tube' | 'filler' = 'tube') =>
  item({ kind: 'heat', label, body: { alloy, what, sulphur: null } });
const fitup = (heatA: { id: string; label: string }, over: object = {}): SaidOf<'fitup.recorded'> => ({
  gapNarrow: { value: 0, at: 12 },
  gapWide: { value: 1e-4, at: 6 },
  highLow: 1e-4,
  heatA,
  heatB: heatA,
  filler: null,
  wps: { id: uuid(), label: 'WPS', revision: '1' },
  welder: w.person,
  figures: [],
  advice: [],
  ovality: null,
  flux: null,
  ...over,
});
const gas = (over: object = {}): SaidOf<'gas.recorded'> => ({
  purge: { id: uuid(), label: 'HE', gas: 'helium', lot: '1', supplyPpm: 3 },
  torch: { id: uuid(), label: 'AR', gas: 'argon', lot: '1', supplyPpm: 3 },
  monitor: null,
  air: null,
  bottle: null,
  cylinder: null,
  meter: null,
  price: null,
  typed: { air: null, bottle: null },
  ...over,
});
const stands = async (weld: string) =>
  (await weldRecord(w.sql, weld))?.state.deviations.map((d) => [d.step, d.id, d.settled === null ? 'open' : 'settled']);

describe('wrong paper', () => {
  it('a titanium heat on 316L is a deviation whatever the sender says of it, until it is recorded rightly', async () => {
    const [ti, steel] = [await heat('T-1', 'Ti-2'), await heat('S-1', '316L')];
    const weld = (await enter(w, { spool: 'P-1' })).welds[0] ?? '';
    const lie = { ...fitup(ti), papers: { heatA: { alloy: '316L', what: 'tube', sulphur: null, filler: null } } };
    expect((await say(w, weld, 'fitup.recorded', lie as never)).status).toBe(201);
    expect(await stands(weld)).toEqual([
      ['fitup', 'heat-A', 'open'],
      ['fitup', 'heat-B', 'open'],
    ]);
    await say(w, weld, 'fitup.recorded', fitup(steel));
    expect((await stands(weld))?.map(([, , s]) => s)).toEqual(['settled', 'settled']);
  });
  it('corrected, it goes by the papers that were meant', async () => {
    const [ti, steel] = [await heat('T-2', 'Ti-2'), await heat('S-2', '316L')];
    const weld = (await enter(w, { spool: 'P-2' })).welds[0] ?? '';
    const wrong = uuid();
    await say(w, weld, 'fitup.recorded', fitup(ti), { id: wrong });
    const right = { corrects: wrong, reason: 'picked the line below', version: 2, body: fitup(steel) };
    expect((await say(w, weld, 'weld.corrected', right, { seen: 2 })).status).toBe(201);
    expect(await stands(weld)).toEqual([]);
  });
  it('a titanium rod, and a WPS for titanium', async () => {
    const [steel, rod] = [await heat('S-3', '316L'), await heat('R-3', 'Ti-2', 'filler')];
    const wps = await item({ kind: 'wps', label: 'W-3', body: { revision: '1', amps: null, about: '', metals: ['Ti-2'] } });
    const weld = (await enter(w, { spool: 'P-3' })).welds[0] ?? '';
    await say(w, weld, 'fitup.recorded', fitup(steel, { filler: { heat: rod, diameter: 0.0024 }, wps: { ...wps, revision: '1' } }));
    expect((await stands(weld))?.map(([, id]) => id).sort()).toEqual(['filler', 'wps']);
  });
  it('a helium lot on an argon cylinder', async () => {
    const cylinder = await item({
      kind: 'cylinder',
      label: 'C-1',
      body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: '' },
    });
    const weld = (await enter(w, { spool: 'P-4' })).welds[0] ?? '';
    await say(w, weld, 'gas.recorded', gas({ cylinder: { ...cylinder, left: 6 } }));
    expect(await stands(weld)).toEqual([['gas', 'cylinder', 'open']]);
  });
  it('a high-low over the wall is no fit-up', async () => {
    const steel = await heat('S-4', '316L');
    const weld = (await enter(w, { spool: 'P-5' })).welds[0] ?? '';
    expect(await say(w, weld, 'fitup.recorded', fitup(steel, { highLow: 0.002 }))).toMatchObject({ status: 422 });
  });
});

describe('a check that was entered wrongly', () => {
  const airOf = async (id: string) => (await checks(w.sql)).filter((c) => c.item === id).map((c) => c.kind === 'monitor' && c.body.air);
  it('209 % in an air check is refused, and what an older page took of it breaks no page', async () => {
    const weld = (await enter(w, { spool: 'P-6' })).welds[0] ?? '';
    const monitor = { id: w.device, label: 'Test monitor' };
    expect(await say(w, weld, 'gas.recorded', gas({ monitor, air: 2_090_000, bottle: 4 }))).toMatchObject({ status: 400 });
    const id = uuid();
    await w.owner`insert into check_entry (id, item, kind, body, at) values (${id}, ${w.device}, 'monitor', ${w.owner.json({ air: 2_090_000, bottle: 4 })}, now())`;
    expect(await airOf(w.device)).toEqual([]);
    expect((await unreadChecks(w.sql)).map((c) => c.id)).toEqual([id]);
    expect(await takeBackCheck(w.sql, Date.now, w.person, id, 'typed percent for ppm')).toBe(true);
    expect(await unreadChecks(w.sql)).toEqual([]);
    expect(await takeBackCheck(w.sql, Date.now, w.person, uuid(), 'no such')).toBe(false);
  });
  it('a gas check that is corrected takes the check of its monitor with it', async () => {
    const weld = (await enter(w, { spool: 'P-7' })).welds[0] ?? '';
    const monitor = { id: w.device, label: 'Test monitor' };
    const [first, body] = [uuid(), gas({ monitor, air: 190_000, bottle: 4 })];
    await say(w, weld, 'gas.recorded', body, { id: first });
    expect(await airOf(w.device)).toEqual([190_000]);
    const right = { corrects: first, reason: 'read it again', version: 3, body: { ...body, air: 209_000 } };
    expect((await say(w, weld, 'weld.corrected', right, { seen: 2 })).status).toBe(201);
    expect(await airOf(w.device)).toEqual([209_000]);
  });
  it('a meter is not checked against itself', async () => {
    const { id } = await item({
      kind: 'meter',
      label: 'M-9',
      body: { meterKind: 'float', scaleGas: 'argon', scalePascal: 101_325, scaleCelsius: 20, station: '' },
    });
    const body = { reading: 1e-4, checkReading: 1e-4, checkMeter: id, at: 'hose end' as const };
    expect(await takeCheck(w.sql, Date.now, w.person, { id: uuid(), item: id, kind: 'meter', body })).toMatchObject({ status: 422 });
  });
});

describe('rows of another time', () => {
  it('are passed over and named: registers and a kept set-up', async () => {
    await w.owner`insert into register (id, kind, label, body) values (${uuid()}, 'heat', 'OLD-1', ${w.owner.json({ alloy: 'unobtainium' })})`;
    expect((await registerItems(w.sql)).some((i) => i.label === 'OLD-1')).toBe(false);
    expect((await unreadItems(w.sql)).map((i) => i.label)).toEqual(['OLD-1']);
    const { spool } = await enter(w, { spool: 'P-8' });
    await w.owner`insert into spool_setup (spool, setup, joints, updated_at) values (${spool}, ${w.owner.json({ parts: 'none' })}, '{}', now())`;
    expect(await setupOf(w.sql, spool)).toBeNull();
  });
});
