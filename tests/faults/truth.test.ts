/** What is true must have one home: each of these was true in one place and not in another. Named after what a user would suffer. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { shipped } from '../../core/models/criteria';
import { versionOf, type BodyOf } from '../../core/work/record';
import { addCheck } from '../../db/checks';
import { handClock, steady } from '../../db/clock';
import { addDevice } from '../../db/devices';
import { seedDemo } from '../../db/demo';
import { append } from '../../db/record/append';
import { canonical, sha256 } from '../../db/record/chain';
import { headOfTheHour, newestHead, writeHead } from '../../db/record/heads';
import { intake, readingsSince } from '../../db/record/readings';
import { runState, weldRecord } from '../../db/record/stored';
import { addRegisterItem } from '../../db/registers';
import { board } from '../../db/board';
import { connect } from '../../db/sql';
import { supplies } from '../../db/supply';
import { rebuild } from '../../db/tools/rebuild';
import { retire } from '../../db/tools/retire';
import { verify } from '../../db/tools/verify';
import { clearDemo } from '../../db/work';
import { allBright, enter, makeWorld, runBody, say, type World } from '../database';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const monitor = async (world = w): Promise<{ id: string; label: string }> => {
  const d = { id: uuid(), label: `M ${uuid().slice(-6)}` };
  await addDevice(world.owner, { id: d.id, name: d.label, place: 'vent', key: 'k', resolution: 1, noise: 1.5 });
  return d;
};
let n = 0;
const spoolOf = (count = 1, clock = Date.now) => enter(w, { spool: `T-${++n}`, count }, clock);
const who = () => ({ person: w.person, identified: 'picked' });
const raw = (stream: string, type: string, version: number, body: unknown, more: { id?: string; seen?: number | null } = {}) =>
  append(w.sql, Date.now, who(), {
    id: more.id ?? uuid(),
    stream,
    type,
    version,
    happenedAt: new Date().toISOString(),
    offsetMs: 0,
    seen: more.seen ?? null,
    body,
  });
const seenOf = async (stream: string) =>
  (await w.sql<{ version: number }[]>`select version from stream where id = ${stream}`)[0]?.version ?? 0;
const measure = (device: string, from: number, to: number, ppm: (s: number) => number, world = w) =>
  intake(
    world.sql,
    () => to,
    { id: device, kind: 'oxygen-monitor' },
    {
      boot: uuid(),
      sentAt: new Date(to).toISOString(),
      readings: Array.from({ length: Math.floor((to - from) / 1000) }, (_, i) => {
        const value = Math.max(0, ppm(i) + ((i * 7) % 4));
        return { seq: i, at: new Date(from + (i + 1) * 1000).toISOString(), raw: value, ppm: value, quality: 'good' };
      }),
    },
  );

describe('two welders start at the same moment', () => {
  it('on one monitor: one of them gets it, twenty times out of twenty', async () => {
    for (let i = 0; i < 20; i++) {
      const device = await monitor();
      const [a, b] = [await spoolOf(), await spoolOf()];
      const both = await Promise.all([a, b].map(({ spool, welds }) => say(w, uuid(), 'run.started', runBody(w, spool, welds, { device }))));
      expect(both.map((x) => x.status).sort()).toEqual([201, 422]);
      expect(both.find((x) => x.status === 422)?.error).toMatch(/is on another purge that is still running/);
    }
  });
  it('on one weld: one purge runs, twenty times out of twenty', async () => {
    for (let i = 0; i < 20; i++) {
      const { spool, welds } = await spoolOf();
      const both = await Promise.all([0, 1].map(() => say(w, uuid(), 'run.started', runBody(w, spool, welds, { device: null }))));
      expect(both.map((x) => x.status).sort()).toEqual([201, 422]);
    }
  });
  it('what is claimed is free again with the end, and claimed again when the end is taken back', async () => {
    const device = await monitor();
    const [a, b] = [await spoolOf(), await spoolOf()];
    const [first, second] = [uuid(), uuid()];
    await say(w, first, 'run.started', runBody(w, a.spool, a.welds, { device }));
    const end = uuid();
    await say(w, first, 'run.ended', { how: 'done', countOut: 2 }, { id: end });
    expect((await say(w, second, 'run.started', runBody(w, b.spool, b.welds, { device }))).status).toBe(201);
    const back = { corrects: end, reason: 'ended by mistake', version: 1, body: null };
    expect(await say(w, first, 'run.corrected', back, { seen: 2 })).toMatchObject({
      status: 422,
      error: expect.stringContaining('another purge') as string,
    });
    await say(w, second, 'run.ended', { how: 'done', countOut: 2 });
    expect((await say(w, first, 'run.corrected', back, { seen: 2 })).status).toBe(201);
    expect((await say(w, uuid(), 'run.started', runBody(w, b.spool, b.welds, { device }))).status).toBe(422);
  });
});

describe('a mark that was made before an update', () => {
  it('is taken in the version it was said in, and the record page stands', async () => {
    const { spool, welds } = await spoolOf();
    const run = uuid();
    const { backing: _b, band: _n, listens: _l, station: _s, cylinder: _c, ...first } = runBody(w, spool, welds, { device: null });
    expect((await raw(run, 'run.started', 1, first)).status).toBe(201);
    const state = await runState(w.sql, run);
    expect(state?.started).toMatchObject({ backing: 'purge', listens: [], station: '', band: null });
    expect((await raw(run, 'run.marked', 1, { mark: 'tack', weld: welds[0] })).status).toBe(201);
    expect(await raw(run, 'run.marked', 2, { mark: 'tack', weld: welds[0] })).toMatchObject({
      status: 400,
      error: expect.stringContaining('not known here') as string,
    });
  });
  it('sent again it is the same, also when it was kept with what the code of its time filled in', async () => {
    const { welds } = await spoolOf();
    const weld = welds[0] as string;
    const lot = { id: uuid(), label: 'L', gas: 'argon', lot: '1', supplyPpm: 2 };
    const sent = { purge: lot, torch: lot, monitor: null, air: null, bottle: null };
    const id = uuid();
    // A row as it was written until now: hashed over the body with its defaults.
    const kept = { ...sent, cylinder: null, meter: null, price: null };
    const content = sha256(canonical({ stream: weld, type: 'gas.recorded', version: 1, body: kept }));
    await w.owner`insert into event (stream, seq, id, type, version, happened_at, received_at, actor, identified, body, form, content, canonical, prev_hash, hash)
      values (${weld}, 2, ${id}, 'gas.recorded', 1, now(), now(), null, 'picked', ${w.owner.json(kept)}, 1, ${content}, '', '', '')`;
    await w.owner`update stream set version = 2 where id = ${weld}`;
    expect(await raw(weld, 'gas.recorded', 1, sent, { id })).toMatchObject({ status: 200, seq: 2 });
    expect(await raw(weld, 'gas.recorded', 1, kept, { id })).toMatchObject({ status: 200, seq: 2 });
    expect((await raw(weld, 'gas.recorded', 1, { ...sent, air: 1 }, { id })).status).toBe(409);
    await w.owner
      .unsafe(
        `alter table event disable trigger user; delete from event where id = '${id}'; update stream set version = 1 where id = '${weld}'; alter table event enable trigger user`,
      )
      .simple();
  });
});

describe('what the server writes', () => {
  it('cannot be said by a screen: neither the oxygen at the arc, nor who marked it, nor the digest, nor a logger file', async () => {
    const { spool, welds } = await spoolOf();
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
    const forged = {
      reading: { ppm: 1, at: new Date().toISOString(), ageSeconds: 0, quality: 'good' },
      ready: true,
      by: 'monitor',
      text: 'Ready.',
    };
    const source = { id: uuid(), label: 'Clamp', kind: 'current-clamp' };
    const mark = uuid();
    await raw(run, 'run.marked', 1, { mark: 'tack', weld: null, atArc: forged, source }, { id: mark });
    await raw(run, 'run.marked', 1, { mark: 'arc-on', weld: welds[0], atArc: forged });
    const corrected = { corrects: mark, reason: 'set right', body: { mark: 'arc-on', weld: welds[0], atArc: forged, source } };
    for (const [version, body] of [
      [1, corrected],
      [2, { ...corrected, version: 1, added: { atArc: forged } }],
    ] as const)
      expect((await raw(run, 'run.corrected', version, body, { seen: await seenOf(run) })).status).toBe(201);
    const state = await runState(w.sql, run);
    expect(state?.arcs.map((a) => a.atArc?.ready ?? false)).toEqual(state?.arcs.map(() => false));
    expect(state?.marks.some((m) => m.source)).toBe(false);
    const log = {
      log: uuid(),
      name: 'x',
      sha256: 'a'.repeat(64),
      unit: 'ppm',
      readings: 1,
      dropped: 0,
      from: new Date().toISOString(),
      to: new Date().toISOString(),
    };
    expect(await raw(run, 'run.logged', 1, log)).toMatchObject({
      status: 400,
      error: expect.stringContaining('by the server alone') as string,
    });
    await raw(run, 'run.ended', 1, { how: 'done', countOut: 2, digest: { readings: 9, sha256: 'b'.repeat(64) } });
    expect((await runState(w.sql, run))?.ended?.digest).toBeUndefined();
  });
});

describe('a correction', () => {
  const crack = { ...allBright, defects: [{ kind: 'crack' as const, side: 'inside' as const, arc: { from: 5, to: 6 } }] };
  const judged = async (look: BodyOf<'look.recorded'>, outcome: BodyOf<'verdict.given'>['outcome']) => {
    const { welds } = await spoolOf();
    const weld = welds[0] as string;
    const [lookId, verdict] = [uuid(), uuid()];
    await say(w, weld, 'look.recorded', look, { id: lookId });
    const body = { look: lookId, criterion: { id: 'House-MP', version: 1 }, outcome, reasons: ['so'] };
    expect(await say(w, weld, 'verdict.given', body, { id: verdict, seen: 2 })).toMatchObject({ status: 201 });
    return { weld, look: lookId, verdict, body };
  };
  it('cannot turn a cut-out into an accept', async () => {
    const v = await judged(crack, 'cut-out');
    const milder = { corrects: v.verdict, reason: 'typed wrong', version: 1, body: { ...v.body, outcome: 'accept' } };
    expect(await say(w, v.weld, 'weld.corrected', milder, { seen: 3 })).toMatchObject({
      status: 422,
      error: expect.stringContaining('milder than the criterion') as string,
    });
    expect((await weldRecord(w.sql, v.weld))?.state.verdict?.outcome).toBe('cut-out');
  });
  it('of a look to a crack lets the verdict fall, and what was decided on it', async () => {
    const v = await judged(allBright, 'accept');
    await say(w, v.weld, 'stage.skipped', { stage: 'clean', reason: 'the client cleans' }, { seen: 3 });
    expect((await weldRecord(w.sql, v.weld))?.state.skipped).toEqual({ clean: 'the client cleans' });
    const seen = { corrects: v.look, reason: 'a crack was overlooked', version: 1, body: crack };
    expect((await say(w, v.weld, 'weld.corrected', seen, { seen: 4 })).status).toBe(201);
    const { state } = (await weldRecord(w.sql, v.weld)) ?? {};
    expect(state).toMatchObject({ verdict: null, skipped: {}, look: { defects: [{ kind: 'crack' }] } });
    expect(state?.done.look).toBe(false);
    // The verdict has to be given again, and then to what is seen now.
    const again = { ...v.body, outcome: 'accept' as const };
    expect((await say(w, v.weld, 'verdict.given', again, { seen: 5 })).status).toBe(422);
    expect((await say(w, v.weld, 'verdict.given', { ...again, outcome: 'cut-out' }, { seen: 5 })).status).toBe(201);
  });
  it('is kept as its version lets it be said, and a record that was closed over something else is open again', async () => {
    const v = await judged(crack, 'cut-out');
    expect((await say(w, v.weld, 'record.closed', { remarks: '' }, { seen: 3 })).status).toBe(201);
    expect((await weldRecord(w.sql, v.weld))?.state.done.record).toBe(true);
    const body = { ...crack, insideBy: 'direct', remark: 'not a field', verdict: 'accept' };
    expect((await raw(v.weld, 'weld.corrected', 1, { corrects: v.look, reason: 'seen directly', body }, { seen: 4 })).status).toBe(201);
    const [row] = await w.sql<{ body: { body: object } }[]>`select body from event where stream = ${v.weld} and seq = 5`;
    expect(row?.body.body).toEqual({ ...crack, insideBy: 'direct' });
    expect((await weldRecord(w.sql, v.weld))?.state).toMatchObject({ closed: null, done: { record: false } });
    const nonsense = { corrects: v.look, reason: 'nonsense in it', version: 1, body: { ...crack, tints: 'all' } };
    expect((await raw(v.weld, 'weld.corrected', 2, nonsense, { seen: 5 })).status).toBe(400);
  });
});

describe('ready', () => {
  it('is said alike by the Board, the page and the record, with a limit that has to be held 120 + 90 s', async () => {
    const device = await monitor();
    const { spool, welds } = await spoolOf();
    const run = uuid();
    const start = Date.now() - 900_000;
    const rules = { ...(shipped[0]?.purge as BodyOf<'run.started'>['rules']), startPpm: 50, holdSeconds: 120, jointHoldSeconds: 90 };
    const declared = { resolution: 1, noise: 1.5, top: 250_000 };
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: { ...device, declared }, rules }), { clock: () => start });
    await measure(device.id, start, start + 400_000, (s) => 20 + 209_000 * Math.exp(-s / 8));
    const at = start + 401_000;
    expect((await board(w.sql, at)).runs.find((r) => r.id === run)?.gate).toMatchObject({ ready: true });
    await say(w, run, 'run.marked', { mark: 'arc-on', weld: welds[0] ?? null }, { clock: () => at });
    expect((await runState(w.sql, run))?.arcs[0]?.atArc).toMatchObject({ ready: true });
    expect((await weldRecord(w.sql, welds[0] as string))?.state.contradictions).not.toContainEqual(expect.stringContaining('before ready'));
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 }, { clock: () => at + 1000 });
  });
});

describe('the cylinder a purge draws from', () => {
  it('is the one its start named; a changed bottle whose time was put right is still changed', async () => {
    const bottle = (label: string) =>
      addRegisterItem(w.sql, {
        kind: 'cylinder',
        label,
        body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: 'bay 4' },
      });
    const [a, b] = [await bottle('Bottle A'), await bottle('Bottle B')];
    const start = Date.now() - 600_000;
    for (const { id } of [a, b])
      await addCheck(
        w.sql,
        { id: uuid(), item: id, kind: 'cylinder', body: { pascal: 1.5e7, celsius: 15, level: null, changed: false } },
        null,
        new Date(start - 60_000),
      );
    const { spool, welds } = await spoolOf(1, () => start - 1000);
    const lot = { id: uuid(), label: 'L', gas: 'argon' as const, lot: '1', supplyPpm: 2 };
    const gas = (id: string, label: string) => ({
      purge: lot,
      torch: lot,
      monitor: null,
      air: null,
      bottle: null,
      cylinder: { id, label, left: 7 },
      meter: null,
      price: null,
    });
    await say(w, welds[0] as string, 'gas.recorded', gas(a.id, 'Bottle A'), { clock: () => start - 500 });
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null, station: '', cylinder: { id: b.id, label: 'Bottle B' } }), {
      clock: () => start,
    });
    const drawn = async (id: string) => (await supplies(w.sql)).find((c) => c.id === id);
    expect([(await drawn(a.id))?.draws, (await drawn(b.id))?.draws.length]).toEqual([[], 1]);
    const mark = uuid();
    await say(w, run, 'run.marked', { mark: 'bottle', weld: null }, { id: mark, clock: () => start + 60_000 });
    expect((await drawn(b.id))?.changed).toBe(true);
    const right = {
      corrects: mark,
      reason: 'its time set right',
      version: 1,
      body: { mark: 'bottle', weld: null },
      happenedAt: new Date(start + 30_000).toISOString(),
    };
    await say(w, run, 'run.corrected', right, { seen: 2, clock: () => start + 90_000 });
    expect((await drawn(b.id))?.changed).toBe(true);
    const card = (await board(w.sql, start + 100_000)).runs.find((r) => r.id === run);
    expect(card?.station).toBe('bay 4');
    await say(
      w,
      run,
      'run.corrected',
      { corrects: mark, reason: 'was another bay', version: 1, body: null },
      { seen: 3, clock: () => start + 110_000 },
    );
    expect((await drawn(b.id))?.changed).toBe(false);
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
  });
});

describe('a demo that is cleared away', () => {
  it('ends its purges by events, so that nothing opens them again', async () => {
    const world = await makeWorld();
    await seedDemo(world.owner, Date.now(), { id: world.device, name: 'Test monitor' });
    const [open] = await world.sql<{ id: string }[]>`select id from run where ended_at is null`;
    await clearDemo(world.sql, Date.now, { person: world.person, identified: 'picked' });
    expect((await runState(world.sql, open?.id ?? ''))?.phase).toBe('abandoned');
    await rebuild(world.owner);
    expect(await world.sql`select 1 from run where ended_at is null`).toHaveLength(0);
    const { spool, welds } = await enter(world, { spool: 'N-1' });
    expect((await say(world, uuid(), 'run.started', runBody(world, spool, welds))).status).toBe(201);
    expect((await verify(world.sql)).faults).toEqual([]);
    await world.end();
  });
  it('also one that was cleared before there were such events', async () => {
    const world = await makeWorld();
    await seedDemo(world.owner, Date.now(), { id: world.device, name: 'Test monitor' });
    await world.owner`update job set cleared = true where demo`;
    await world.owner`update run set ended_at = now() where ended_at is null`;
    await world.owner`delete from claim`;
    await rebuild(world.owner);
    expect(await world.sql`select 1 from run where ended_at is null`).toHaveLength(0);
    expect(await world.sql`select 1 from claim`).toHaveLength(0);
    await world.end();
  });
});

describe('many welds', () => {
  it('one tack on a purge of fifty asks the database little, and rewrites the weld in hand alone', async () => {
    const { spool, welds } = await spoolOf(50);
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
    const stamps = async () =>
      Object.fromEntries(
        (await w.sql<{ id: string; at: Date }[]>`select id, updated_at as at from weld where spool = ${spool}`).map((r) => [
          r.id,
          r.at.getTime(),
        ]),
      );
    const before = await stamps();
    let asked = 0;
    const counted = connect(w.url, { max: 1 });
    await counted`select 1`;
    const spy = connect(w.url, { max: 1, debug: () => asked++ });
    await spy`select 1`;
    asked = 0;
    const answer = await append(spy, () => Date.now() + 5000, who(), {
      id: uuid(),
      stream: run,
      type: 'run.marked',
      version: versionOf('run.marked'),
      happenedAt: new Date().toISOString(),
      offsetMs: 0,
      seen: null,
      body: { mark: 'tack', weld: welds[0] },
    });
    expect(answer.status).toBe(201);
    expect(asked).toBeLessThan(25);
    const after = await stamps();
    expect(Object.keys(after).filter((id) => after[id] !== before[id])).toEqual([welds[0]]);
    await Promise.all([spy.end(), counted.end()]);
    // The next weld is taken up: the one left behind and the one in hand.
    await say(w, run, 'run.marked', { mark: 'move', weld: welds[1] as string }, { clock: () => Date.now() + 9000 });
    const moved = await stamps();
    expect(
      Object.keys(moved)
        .filter((id) => moved[id] !== after[id])
        .sort(),
    ).toEqual([welds[0], welds[1]].sort());
    await say(w, run, 'run.ended', { how: 'abandoned', countOut: null });
  });
  it('are all counted on the Board, though only the first rows are sent', async () => {
    const world = await makeWorld();
    for (let i = 0; i < 3; i++) await enter(world, { spool: `B-${i}`, count: 150 });
    const all = await board(world.sql, Date.now());
    expect([all.counts, all.welds.length, all.done]).toEqual([{ fitup: 450 }, 60, 0]);
    expect((await board(world.sql, Date.now(), { due: 'fitup', rows: 420 })).welds).toHaveLength(420);
    expect((await board(world.sql, Date.now(), { due: 'look' })).welds).toHaveLength(0);
    await world.end();
  });
});

describe('clocks', () => {
  it('a tablet an hour off is put right by its measured offset', async () => {
    const { spool, welds } = await spoolOf();
    const run = uuid();
    const start = Date.now() - 300_000;
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }), { clock: () => start });
    const tell = (mark: string, s: number, off: number) =>
      append(w.sql, () => start + 200_000, who(), {
        id: uuid(),
        stream: run,
        type: 'run.marked',
        version: 1,
        happenedAt: new Date(start + s * 1000 - off).toISOString(),
        offsetMs: off,
        seen: null,
        body: { mark, weld: welds[0], screen: String(off) },
      });
    // Told out of order, by two tablets of which one is an hour behind and one an hour ahead.
    await tell('arc-off', 120, 3_600_000);
    await tell('arc-on', 60, -3_600_000);
    const state = await runState(w.sql, run);
    expect(state?.phase).toBe('between');
    expect(state?.arcs.map((a) => [(a.on - start) / 1000, ((a.off ?? 0) - start) / 1000])).toEqual([[60, 120]]);
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
  });
  it('a server clock set back an hour during a purge leaves no weld welding, and no reading behind', async () => {
    const device = await monitor();
    const { spool, welds } = await spoolOf();
    const run = uuid();
    const real = Date.now() - 300_000;
    const server = handClock(real);
    const tell = (mark: BodyOf<'run.marked'>['mark']) =>
      say(w, run, 'run.marked', { mark, weld: welds[0] ?? null }, { clock: server.clock });
    await say(w, run, 'run.started', runBody(w, spool, welds, { device }), { clock: server.clock });
    const boot = uuid();
    // The monitor's own clock runs on.
    const send = (s: number, received: number) =>
      intake(
        w.sql,
        () => received,
        { id: device.id, kind: 'oxygen-monitor' },
        {
          boot,
          sentAt: new Date(real + s * 1000).toISOString(),
          readings: [{ seq: s, at: new Date(real + s * 1000).toISOString(), raw: 30, ppm: 30, quality: 'good' }],
        },
      );
    for (let s = 1; s <= 60; s++) await send(s, real + s * 1000);
    server.set(real + 60_000);
    await tell('arc-on');
    server.set(real + 61_000 - 3_600_000);
    for (let s = 61; s <= 90; s++) await send(s, real + s * 1000 - 3_600_000);
    await tell('arc-off');
    const state = await runState(w.sql, run);
    expect(state?.phase).toBe('between');
    expect(state?.arcs[0]?.off).toBeGreaterThanOrEqual(state?.arcs[0]?.on ?? Infinity);
    const kept = await readingsSince(w.sql, device.id, real, real + 120_000);
    expect(kept).toHaveLength(90);
    expect(kept.at(-1)?.at).toBe(real + 90_000);
    server.set(real + 200_000);
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 }, { clock: server.clock });
    expect((await runState(w.sql, run))?.phase).toBe('done');
  });
  it("a process's own clock never goes back, and goes on by the time that passes", () => {
    let [wall, passed] = [1000, 0];
    const clock = steady(
      () => wall,
      () => passed,
    );
    [wall, passed] = [2000, 1000];
    expect(clock()).toBe(2000);
    [wall, passed] = [500, 1500];
    expect(clock()).toBe(2500);
    [wall, passed] = [9000, 2000];
    expect(clock()).toBe(9000);
  });
});

describe('what was tampered with', () => {
  it('is shown, whichever column it was', async () => {
    const world = await makeWorld();
    const behind = (sql: string) =>
      world.owner.unsafe(`alter table event disable trigger user; ${sql}; alter table event enable trigger user`).simple();
    const { spool, welds } = await enter(world);
    const weld = welds[0] as string;
    const run = uuid();
    await say(world, run, 'run.started', runBody(world, spool, welds));
    await say(world, weld, 'look.recorded', allBright);
    expect((await verify(world.sql)).faults).toEqual([]);
    const at = `stream = '${weld}' and seq = 2`;
    const cell = async (column: string) =>
      (await world.owner.unsafe<{ v: string | null }[]>(`select ${column}::text as v from event where ${at}`))[0]?.v ?? null;
    for (const [column, value] of [
      ['actor', `'${uuid()}'`],
      ['identified', `'proved'`],
      ['happened_at', `happened_at - interval '1 hour'`],
      ['received_at', `received_at - interval '1 hour'`],
      ['type', `'fitup.recorded'`],
      ['version', '2'],
      ['body', `'{}'`],
      ['added', `'{"x":1}'`],
      ['content', `'x'`],
      ['form', '1'],
    ] as const) {
      const was = await cell(column);
      await behind(`update event set ${column} = ${value} where ${at}`);
      expect((await verify(world.sql)).faults, column).not.toEqual([]);
      await behind(`update event set ${column} = ${was === null ? 'null' : `'${was.replaceAll("'", "''")}'`} where ${at}`);
      expect((await verify(world.sql)).faults, column).toEqual([]);
    }
    await world.end();
  });
  it('a cut tail with its head set back, a stream that was taken out whole, and readings that were changed', async () => {
    const world = await makeWorld();
    const { spool, welds } = await enter(world, { count: 2 });
    const [weld, other] = welds as [string, string];
    await say(world, weld, 'look.recorded', allBright);
    const run = uuid();
    const start = Date.now() - 60_000;
    await say(world, run, 'run.started', runBody(world, spool, [weld]), { clock: () => start });
    await measure(world.device, start, start + 20_000, () => 40, world);
    await say(world, run, 'run.ended', { how: 'done', countOut: 2 }, { clock: () => start + 21_000 });
    await headOfTheHour(world.sql, Date.now);
    await headOfTheHour(world.sql, Date.now);
    expect((await newestHead(world.sql))?.n).toBe(1);
    expect(await verify(world.sql)).toMatchObject({ faults: [], heads: 1 });
    const behind = (sql: string) =>
      world.owner.unsafe(`set session_replication_role = replica; ${sql}; set session_replication_role = default`).simple();
    await behind(`update reading set value = 4 where seq = 3`);
    expect((await verify(world.sql)).faults).toEqual([expect.stringMatching(/^purge .* do not match/)]);
    await behind(`update reading set value = raw where seq = 3`);
    await behind(
      `delete from event where stream = '${weld}' and seq = 2; update stream set version = 1, head_hash = (select hash from event where stream = '${weld}' and seq = 1) where id = '${weld}'`,
    );
    expect((await verify(world.sql)).faults).toEqual([expect.stringContaining('no longer has that event')]);
    await behind(
      `delete from event where stream = '${other}'; delete from weld where id = '${other}'; delete from stream where id = '${other}'`,
    );
    expect((await verify(world.sql)).faults).toHaveLength(2);
    await expect(world.sql`delete from head`).rejects.toThrow();
    await expect(world.sql`update head set hash = 'x'`).rejects.toThrow();
    await world.end();
  });
  it('the chain of heads grows at every closing of a record, and only when something moved', async () => {
    const world = await makeWorld();
    const weld = (await enter(world)).welds[0] as string;
    expect(await world.sql.begin((tx) => writeHead(tx, Date.now(), 'test'))).toMatchObject({ n: 1 });
    expect(await world.sql.begin((tx) => writeHead(tx, Date.now(), 'test'))).toBeNull();
    const look = uuid();
    await say(
      world,
      weld,
      'look.recorded',
      { ...allBright, defects: [{ kind: 'crack', side: 'inside', arc: { from: 1, to: 2 } }] },
      { id: look },
    );
    await say(
      world,
      weld,
      'verdict.given',
      { look, criterion: { id: 'House-MP', version: 1 }, outcome: 'cut-out', reasons: ['crack'] },
      { seen: 2 },
    );
    await say(world, weld, 'record.closed', { remarks: '' }, { seen: 3 });
    expect(await newestHead(world.sql)).toMatchObject({ n: 2, why: 'record closed' });
    await world.end();
  });
  it('the application may add to the record, and remove nothing of it', async () => {
    for (const table of [
      'event',
      'stream',
      'weld',
      'run',
      'reading',
      'person',
      'register',
      'device',
      'job',
      'criterion',
      'check_entry',
      'signal',
      'head',
    ])
      await expect(w.sql.unsafe(`delete from ${table}`), table).rejects.toThrow(/permission denied/);
    for (const table of ['event', 'reading', 'criterion', 'head', 'check_entry'])
      await expect(w.sql.unsafe(`update ${table} set id = id`), table).rejects.toThrow(/permission denied|does not exist/);
  });
});

describe('raw readings put away by the choice of the shop', () => {
  it('leave a digest and a curve, are said by the check, and cannot be put away by the application', async () => {
    const world = await makeWorld();
    const { spool, welds } = await enter(world);
    const run = uuid();
    const start = Date.now() - 86_400_000;
    await say(world, run, 'run.started', runBody(world, spool, welds), { clock: () => start });
    await measure(world.device, start, start + 300_000, (s) => 20 + 209_000 * Math.exp(-s / 8), world);
    await say(world, run, 'run.ended', { how: 'done', countOut: 2 }, { clock: () => start + 301_000 });
    const byShop = { person: world.person, identified: 'retention' };
    expect(await retire(world.owner, Date.now, byShop, Date.now(), false)).toEqual({ purges: 1, readings: 300 });
    expect(await world.sql`select 1 from reading`).toHaveLength(300);
    await expect(retire(world.sql, Date.now, byShop, Date.now(), true)).rejects.toThrow(/permission denied/);
    await retire(world.owner, Date.now, byShop, Date.now(), true);
    expect(await world.sql`select 1 from reading`).toHaveLength(0);
    const state = await runState(world.sql, run);
    expect(state?.retired).toMatchObject({ readings: 300, sha256: state?.ended?.digest?.sha256 });
    expect(Math.max(...(state?.retired?.curve ?? []).map(([, ppm]) => ppm))).toBeGreaterThan(180_000);
    expect(await verify(world.sql)).toMatchObject({ faults: [], retired: 1 });
    expect(await retire(world.owner, Date.now, byShop, Date.now(), true)).toEqual({ purges: 0, readings: 0 });
    await world.end();
  });
});
