/** What the Board shows: running purges with their readings and alarms, gas that is drawn, welds that wait. On a real PostgreSQL. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BodyOf } from '../core/work/record';
import { enter, makeWorld, runBody, say, type World } from '../tests/database';
import { board } from './board';
import { addCheck } from './checks';
import { addDevice } from './devices';
import { intake } from './record/readings';
import { addRegisterItem } from './registers';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const T0 = Date.now() - 3_600_000;
const at = (s: number) => () => T0 + s * 1000;
let n = 0;

/** A purge on a monitor of its own, begun at nought. */
async function purging(over: Partial<BodyOf<'run.started'>> = {}, count = 1) {
  const device = uuid();
  await addDevice(w.owner, { id: device, name: `Monitor ${++n}`, place: 'vent', key: 'k', resolution: 1, noise: 1.5 });
  const { spool, welds } = await enter(w, { spool: `B-${n}`, job: `Job ${n}`, count }, at(-10));
  const run = uuid();
  const named = { id: device, label: `Monitor ${n}`, declared: { resolution: 1, noise: 1.5, top: 250_000 } };
  await say(w, run, 'run.started', runBody(w, spool, welds, { device: named, station: `bay ${n}`, ...over }), { clock: at(0) });
  const mark = (name: BodyOf<'run.marked'>['mark'], s: number, weld = welds[0] ?? '') =>
    say(w, run, 'run.marked', { mark: name, weld }, { clock: at(s) });
  /** One reading a second, with the flicker of a live cell. */
  const measure = (from: number, to: number, ppm: (s: number) => number) =>
    intake(
      w.sql,
      at(to),
      { id: device, kind: 'oxygen-monitor' },
      {
        boot: uuid(),
        sentAt: new Date(at(to)()).toISOString(),
        readings: Array.from({ length: to - from }, (_, i) => {
          const value = Math.max(0, ppm(from + i) + ((i * 7) % 4));
          return { seq: i, at: new Date(at(from + i)()).toISOString(), raw: value, ppm: value, quality: 'good' };
        }),
      },
    );
  const card = async (s: number) => (await board(w.sql, at(s)())).runs.find((r) => r.id === run);
  return { run, welds, spool, device, mark, measure, card };
}

describe('a running purge on the Board', () => {
  it('stands with its bay, its welds, its newest reading and its gate, until it ends', async () => {
    const p = await purging({}, 2);
    await p.measure(0, 300, (s) => 20 + 209_000 * Math.exp(-s / 8));
    const r = await p.card(301);
    expect(r).toMatchObject({ station: `bay ${n}`, job: `Job ${n}`, spool: `B-${n}`, alarms: [] });
    expect(r?.welds.map((x) => x.number)).toEqual(['W-1', 'W-2']);
    expect(r?.last?.ppm).toBeLessThan(30);
    expect(r?.gate.ready).toBe(true);
    await say(w, p.run, 'run.ended', { how: 'done', countOut: 2 }, { clock: at(320) });
    expect(await p.card(321)).toBeUndefined();
  });
  it('a reading of before the purge, or of later than now, is none of its own', async () => {
    const p = await purging();
    await p.measure(-20, -1, () => 7);
    expect((await p.card(5))?.last).toBeNull();
    await p.measure(10, 20, () => 900);
    expect((await p.card(12))?.last?.at).toBeLessThanOrEqual(at(12)());
  });
  it('calls when the limit is passed with the arc on, until someone answers; and again when it is passed anew', async () => {
    const p = await purging();
    const limit = (await p.card(1))?.summary.rules.weldPpm ?? 0;
    await p.mark('arc-on', 10);
    await p.measure(10, 60, (s) => (s > 30 ? limit + 40 : 10));
    expect((await p.card(60))?.alarms).toMatchObject([{ kind: 'over', on: true }]);
    await say(w, p.run, 'run.answered', { alarm: 'over', upTo: new Date(at(60)()).toISOString() }, { clock: at(60) });
    expect((await p.card(60))?.alarms).toEqual([]);
    await p.measure(61, 80, () => 10);
    await p.measure(81, 100, () => limit + 90);
    expect((await p.card(100))?.alarms).toMatchObject([{ kind: 'over' }]);
  });
  it('calls when the monitor falls silent, and when it freezes', async () => {
    const p = await purging();
    await p.measure(0, 60, (s) => 1000 - s);
    expect((await p.card(61))?.alarms).toEqual([]);
    expect((await p.card(120))?.alarms).toMatchObject([{ kind: 'lost', on: true }]);
    const q = await purging();
    await q.measure(0, 60, (s) => 1000 - s);
    await intake(
      w.sql,
      at(200),
      { id: q.device, kind: 'oxygen-monitor' },
      {
        boot: uuid(),
        sentAt: new Date(at(200)()).toISOString(),
        readings: Array.from({ length: 140 }, (_, i) => ({
          seq: i,
          at: new Date(at(60 + i)()).toISOString(),
          raw: 700,
          ppm: 700,
          quality: 'good',
        })),
      },
    );
    expect((await q.card(200))?.alarms).toMatchObject([{ kind: 'frozen' }]);
  });
});

describe('gas and work on the Board', () => {
  it('shows a cylinder while a purge draws from it', async () => {
    const { id } = await addRegisterItem(w.sql, {
      kind: 'cylinder',
      label: 'C-7',
      body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: 'bay 9' },
    });
    const body = { pascal: 1.5e7, celsius: 15, level: null, changed: false };
    await addCheck(w.sql, { id: uuid(), item: id, kind: 'cylinder', body }, w.person, new Date(at(-100)()));
    const { spool, welds } = await enter(w, { spool: 'B-gas' }, at(-10));
    const lot = { id: uuid(), label: 'L', gas: 'argon' as const, lot: '1', supplyPpm: 3 };
    const cylinder = { id, label: 'C-7', left: 6 };
    await say(
      w,
      welds[0] ?? '',
      'gas.recorded',
      {
        purge: lot,
        torch: lot,
        monitor: null,
        air: null,
        bottle: null,
        cylinder,
        meter: null,
        price: null,
        typed: { air: null, bottle: null },
      },
      { clock: at(-5) },
    );
    const drawn = async (s: number) => (await board(w.sql, at(s)())).cylinders.find((c) => c.label === 'C-7');
    expect(await drawn(0)).toBeUndefined();
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null, station: '', cylinder: { id, label: 'C-7' } }), {
      clock: at(0),
    });
    expect((await drawn(60))?.draws).toMatchObject([{ run, from: at(0)(), to: null }]);
    expect((await board(w.sql, at(60)())).runs.find((r) => r.id === run)?.station).toBe('bay 9');
    await say(w, run, 'run.ended', { how: 'abandoned', countOut: null }, { clock: at(90) });
    expect(await drawn(91)).toBeUndefined();
  });
  it('lists the newest that wait for each stage, all of one stage in order, and counts those that are done; cleared work is on none', async () => {
    const { welds } = await enter(w, { spool: 'B-wait', job: 'Waiting job', count: 8 });
    const own = (b: { welds: { id: string; number: string; due: string }[] }) =>
      b.welds.filter((x) => welds.includes(x.id)).map((x) => [x.number, x.due]);
    const before = await board(w.sql, Date.now());
    expect(own(before).toSorted()).toEqual(['W-3', 'W-4', 'W-5', 'W-6', 'W-7', 'W-8'].map((n) => [n, 'fitup']));
    const all = await board(w.sql, Date.now(), { due: 'fitup' });
    expect(own(all)).toEqual(Array.from({ length: 8 }, (_, i) => [`W-${i + 1}`, 'fitup']));
    expect(before.counts.fitup).toBe(all.welds.length);
    await w.owner`update weld set due = 'done' where id = ${welds[0] ?? ''}`;
    expect((await board(w.sql, Date.now())).done).toBe(before.done + 1);
    await w.owner`update job set cleared = true where name = 'Waiting job'`;
    const after = await board(w.sql, Date.now());
    expect(after.welds.some((x) => welds.includes(x.id))).toBe(false);
    expect(after.done).toBe(before.done);
  });
});

describe('bays', () => {
  it('are free where a bottle stands and no purge runs', async () => {
    const bottle = { gas: 'argon' as const, lot: null, form: 'cylinder' as const, water: 0.05, rated: 2e7 };
    for (const [label, station] of [
      ['F-1', 'bay free'],
      ['F-2', 'bay free'],
      ['F-3', `bay ${n + 1}`],
      ['F-4', ''],
    ] as const)
      await addRegisterItem(w.sql, { kind: 'cylinder', label, body: { ...bottle, station } });
    const free = async () => (await board(w.sql, at(5)())).free;
    expect(await free()).toEqual(expect.arrayContaining(['bay free', `bay ${n + 1}`]));
    const p = await purging();
    expect(await free()).toContain('bay free');
    expect(await free()).not.toContain(`bay ${n}`);
    await say(w, p.run, 'run.ended', { how: 'abandoned', countOut: 2 }, { clock: at(10) });
    expect(await free()).toContain(`bay ${n}`);
  });
});
