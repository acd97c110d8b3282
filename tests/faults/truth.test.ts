/** What is true must have one home: each of these was true in one place and not in another. Named after what a user would suffer. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { shipped } from '../../core/models/criteria';
import { versionOf, type BodyOf } from '../../core/work/record';
import { addCheck } from '../../db/checks';
import { seedDemo } from '../../db/demo';
import { append } from '../../db/record/append';
import { canonical, sha256 } from '../../db/record/chain';
import { runState, weldRecord } from '../../db/record/stored';
import { addRegisterItem } from '../../db/registers';
import { board } from '../../db/board';
import { supplies } from '../../db/supply';
import { rebuild } from '../../db/tools/rebuild';
import { verify } from '../../db/tools/verify';
import { clearDemo } from '../../db/work';
import { addMonitor, allBright, enter, makeWorld, measure, runBody, say, type World } from '../database';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const monitor = (): Promise<{ id: string; label: string }> => addMonitor(w);
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
    expect(await raw(run, 'run.marked', versionOf('run.marked') + 1, { mark: 'tack', weld: welds[0] })).toMatchObject({
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
    // The first version asked for less than today's.
    const { insideReachable, tints, defects } = crack;
    expect(row?.body.body).toEqual({ insideReachable, tints, defects, insideBy: 'direct' });
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
    await measure(w, device.id, start, start + 400_000, (s) => 20 + 209_000 * Math.exp(-s / 8));
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
      typed: { air: null, bottle: null },
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
