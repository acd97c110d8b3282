/** Many welds, clocks that are set, rows that were tampered with, readings put away: what the record has to stand. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { versionOf, type BodyOf } from '../../core/work/record';
import { handClock, steady } from '../../db/clock';
import { append } from '../../db/record/append';
import { headOfTheHour, newestHead, writeHead } from '../../db/record/heads';
import { intake, readingsSince } from '../../db/record/readings';
import { runState } from '../../db/record/stored';
import { board } from '../../db/board';
import { connect } from '../../db/sql';
import { retire } from '../../db/tools/retire';
import { verify } from '../../db/tools/verify';
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
  it('are all counted on the Board, though only the newest of each stage are sent; page after page they all come', async () => {
    const world = await makeWorld();
    for (let i = 0; i < 3; i++) await enter(world, { spool: `B-${i}`, count: 150 });
    const all = await board(world.sql, Date.now());
    expect([all.counts, all.welds.length, all.done]).toEqual([{ fitup: 450 }, 6, 0]);
    // Page after page, each weld once and in the same order.
    const pages: string[][] = [];
    for (let page = 0; page < 9; page++) pages.push((await board(world.sql, Date.now(), { due: 'fitup', page })).welds.map((x) => x.id));
    expect(pages.map((p) => p.length)).toEqual([60, 60, 60, 60, 60, 60, 60, 30, 0]);
    expect(new Set(pages.flat()).size).toBe(450);
    expect(all.welds.every((x) => pages.flat().includes(x.id))).toBe(true);
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
      ['version', 'version - 1'],
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
    await measure(world, world.device, start, start + 20_000, () => 40);
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
    await measure(world, world.device, start, start + 300_000, (s) => 20 + 209_000 * Math.exp(-s / 8));
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
