/** Baths: what their log makes of them, and what hung in them by the record. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDeviations } from '../core/work/record';
import type { BathEntry } from '../core/models/bath';
import { enter, makeWorld, say, work, type World } from '../tests/database';
import { bathLogs, bathsNow, bathUses } from './baths';
import { takeBackCheck, takeCheck } from './checks';
import type { TankFault } from '../core/work/tank';
import { weldRecord } from './record/stored';
import { addRegisterItem, wholeRegister } from './registers';
import { rebuild } from './tools/rebuild';

let w: World;
let [tank, weld] = ['', ''];
beforeAll(async () => {
  w = await makeWorld();
  const body = {
    ...{ holds: 'citric' as const, volume: 0.4, percent: [5, 8] as [number, number], celsius: [35, 50] as [number, number] },
    ...{ iron: 6, every: 7 * 86_400 },
  };
  tank = (await addRegisterItem(w.sql, { kind: 'bath', label: 'B-1', body })).id;
  weld = (await enter(w, { spool: 'B-1', design: work().design })).welds[0] ?? '';
});
afterAll(() => w.end());

const HOUR = 3_600_000;
const T0 = Date.now() - 48 * HOUR;
const log = (hours: number, what: BathEntry['what'], over: Partial<BathEntry> = {}, id = uuid()) =>
  takeCheck(w.sql, () => T0 + hours * HOUR, null, {
    ...{ id, item: tank, kind: 'bath' as const },
    body: { what, percent: null, iron: null, celsius: null, note: '', ...over },
  });
const now = async () => (await bathsNow(w.sql, Date.now())).get(tank);
const hangs = (out: TankFault[] = []) =>
  say(w, weld, 'passivate.started', {
    ...{ acid: 'citric', percent: 6, celsius: 40, dwell: 1200, dwellFrom: 'table', because: null, wetWithin: null },
    product: { id: uuid(), label: 'C', product: { kind: 'citric', lot: '1', dwellSeconds: null, hydrofluoric: false, mostCelsius: null } },
    tank: { id: tank, label: 'B-1', out },
  });

describe('a bath of the shop', () => {
  it('is what its log says; an entry sent twice is one, and one taken back counts for nothing', async () => {
    expect(await now()).toMatchObject({ phase: 'empty' });
    await log(0, 'made', { percent: 7, iron: 0, celsius: 40 });
    const id = uuid();
    await log(1, 'measured', { percent: 4 }, id);
    await log(1, 'measured', { percent: 4 }, id);
    expect(await bathLogs(w.sql, tank)).toHaveLength(2);
    expect(await now()).toMatchObject({ phase: 'in-use', percent: 4, out: ['weak'] });
    expect((await wholeRegister(w.sql)).find((i) => i.id === tank)?.bath?.out).toEqual(['weak']);
    await takeBackCheck(w.sql, () => Date.now(), null, id, 'Another bath');
    expect(await now()).toMatchObject({ percent: 7, out: [] });
  });
  it('counts what hung in it by the record, until that is taken back', async () => {
    const { id, seq } = await hangs();
    expect(await now()).toMatchObject({ uses: 1 });
    expect(await bathUses(w.sql, tank)).toMatchObject([{ weld }]);
    const before = await w.sql`select event, bath, weld, at from bath_use`;
    await w.sql`delete from bath_use`;
    await rebuild(w.sql);
    expect(await w.sql`select event, bath, weld, at from bath_use`).toEqual(before);
    const back = { corrects: id ?? '', reason: 'Another weld', version: 1, body: null };
    expect(await say(w, weld, 'weld.corrected', back, { seen: seq ?? null })).toMatchObject({ status: 201 });
    expect(await now()).toMatchObject({ uses: 0 });
  });
  it('hung in an empty one all the same, the weld has a deviation that stays on it', async () => {
    await hangs(['empty']);
    const state = (await weldRecord(w.sql, weld))?.state as never;
    expect(openDeviations(state).map((d) => d.id)).toContain('tank-empty');
  });
  it('what is no entry, or of no bath, is refused', async () => {
    const unknown = {
      id: uuid(),
      item: uuid(),
      kind: 'bath' as const,
      body: { what: 'dumped', percent: null, iron: null, celsius: null, note: '' },
    };
    expect(await takeCheck(w.sql, () => Date.now(), null, unknown as never)).toMatchObject({ ok: false, status: 404 });
  });
});
