/** Registers on a real PostgreSQL: set right without touching what a record holds, retired, found where they are used. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RegisterItem } from '../core/work/registers';
import { enter, fittedUp, makeWorld, say, type World } from '../tests/database';
import { weldRecord } from './record/stored';
import { addRegisterItem, changeItem, itemUse, registerItems, retireItem, wholeRegister } from './registers';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const heat = (label: string, sulphur: number | null = 0.009) => ({
  kind: 'heat' as const,
  label,
  body: { alloy: '316L' as const, what: 'tube' as const, sulphur },
});
const add = async (label: string, sulphur: number | null = 0.009) => (await addRegisterItem(w.sql, heat(label, sulphur))).id;
const change = (id: string, seen: number, item = heat('X')) => changeItem(w.sql, Date.now, w.person, id, seen, item);
const of = async (id: string): Promise<RegisterItem | undefined> => (await wholeRegister(w.sql)).find((i) => i.id === id);
/** A weld fitted up from two heats. */
async function welded(spool: string, a: string, b: string): Promise<string> {
  const { welds } = await enter(w, { job: 'Shelves', spool });
  const [weld = ''] = welds;
  const answer = await say(w, weld, 'fitup.recorded', fittedUp(w, { heatA: { id: a, label: 'A' }, heatB: { id: b, label: 'B' } }));
  expect(answer.status).toBe(201);
  return weld;
}

describe('an item set right', () => {
  it('that no record names is written over; one that is named keeps what it said', async () => {
    const [free, used] = [await add('FREE'), await add('USED', 0.02)];
    const weld = await welded('SH-1', used, used);
    const papers = async () => (await weldRecord(w.sql, weld))?.events.find((e) => e.type === 'fitup.recorded')?.body;
    const then = JSON.stringify(await papers());
    expect(await change(free, 1, heat('FREE', 0.011))).toEqual({ ok: true, version: 2 });
    expect(await change(used, 1, heat('USED-2', 0.012))).toEqual({ ok: true, version: 2 });
    expect((await itemUse(w.sql, free))?.before).toEqual([]);
    expect((await itemUse(w.sql, used))?.before).toMatchObject([
      { version: 1, label: 'USED', by: 'Test Person', item: { body: { sulphur: 0.02 } } },
    ]);
    expect(await of(used)).toMatchObject({ label: 'USED-2', version: 2, body: { sulphur: 0.012 } });
    expect(JSON.stringify(await papers())).toBe(then);
    expect(then).toContain('0.02');
  });
  it('by two at once: one is told, and neither writes over the other', async () => {
    const id = await add('TWO');
    const answers = await Promise.all([change(id, 1, heat('TWO', 0.01)), change(id, 1, heat('TWO', 0.02))]);
    expect(answers.map((a) => a.ok).sort()).toEqual([false, true]);
    expect(answers.find((a) => !a.ok)).toMatchObject({ status: 409, error: expect.stringContaining('changed TWO meanwhile') as string });
    expect((await of(id))?.version).toBe(2);
  });
  it('never takes the name of another, nor becomes another kind of thing', async () => {
    const id = await add('NAME-1');
    await add('NAME-2');
    expect(await change(id, 1, heat('NAME-2'))).toMatchObject({ ok: false, status: 409, error: 'NAME-2 is on the list already.' });
    const wps = { kind: 'wps' as const, label: 'NAME-1', body: { revision: '1', amps: null, about: '' } };
    expect(await changeItem(w.sql, Date.now, null, id, 1, wps)).toMatchObject({ ok: false, status: 404 });
    expect(await change(uuid(), 1)).toMatchObject({ ok: false, status: 404 });
  });
});

describe('a retired item', () => {
  it('is offered to nobody but the record that names it, and can come back', async () => {
    const id = await add('OLD');
    const [weld, other] = [await welded('SH-2', id, id), await welded('SH-3', await add('NEW'), await add('NEW-B'))];
    const offered = async (record?: string) => (await registerItems(w.sql, record)).some((i) => i.id === id);
    expect(await retireItem(w.sql, Date.now, id, 'used up')).toBe(true);
    expect([await offered(), await offered(other), await offered(weld)]).toEqual([false, false, true]);
    expect((await of(id))?.retired).toEqual({ why: 'used up' });
    await retireItem(w.sql, Date.now, id, null);
    expect(await offered(other)).toBe(true);
    expect(await retireItem(w.sql, Date.now, uuid(), 'none')).toBe(false);
  });
});

describe('where an item is used', () => {
  it('every weld whose entries name it, once; none that only has its letters in a text', async () => {
    const [a, b] = [await add('USE-A'), await add('USE-B')];
    const first = await welded('SH-4', a, b);
    const second = await welded('SH-5', a, a);
    await say(w, first, 'fitup.recorded', fittedUp(w, { heatA: { id: a, label: `not ${b}` }, heatB: { id: a, label: 'A' } }));
    expect((await itemUse(w.sql, a))?.welds.map((x) => x.id).sort()).toEqual([first, second].sort());
    expect(await itemUse(w.sql, b)).toMatchObject({ all: 1, welds: [{ id: first, spool: 'SH-4', job: 'Shelves' }] });
    expect((await itemUse(w.sql, await add('USE-C')))?.all).toBe(0);
    expect(await itemUse(w.sql, uuid())).toBeNull();
  });
  it('past its day in the time of the shop', async () => {
    const { id } = await addRegisterItem(w.sql, { ...heat('DAY'), expires: '2027-03-01' });
    const over = async (at: string) => (await wholeRegister(w.sql, Date.parse(at))).find((i) => i.id === id)?.over;
    expect([await over('2027-03-01T12:00:00Z'), await over('2027-03-03T12:00:00Z')]).toEqual([false, true]);
  });
});
