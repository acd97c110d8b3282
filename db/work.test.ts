import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { enter, makeWorld, runBody, say, tube, work, type World } from '../tests/database';
import { board } from './board';
import { followClock, handClock, moveClock, now, testing } from './clock';
import { intake } from './record/readings';
import { closeSession, openSession, setUnits, whoHolds } from './people';
import { devices } from './devices';
import { current } from '../core/models/criteria';
import { setupForWeld, startingSetup } from '../core/models/setup';
import { drawnOf, layList } from '../core/work/jobs';
import { criteria, shipCriteria } from './criteria';
import { addRegisterItem, registerItems } from './registers';
import { connect, isDatabaseAway } from './sql';
import { setupOf } from './setups';
import { addWork, jobNames, lastWork, placeOf } from './work';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());
const who = () => ({ person: w.person, identified: 'picked' });

describe('work entered', () => {
  it('N alike get their numbers, job line and spool are made once', async () => {
    const first = await enter(w, { spool: 'A', firstNumber: 'W-09', count: 3 });
    const second = await enter(w, { spool: 'A', firstNumber: 'W-20' });
    expect(second.spool).toBe(first.spool);
    expect(await Promise.all(first.welds.map(async (id) => (await placeOf(w.sql, id))?.number))).toEqual(['W-09', 'W-10', 'W-11']);
    expect(await jobNames(w.sql)).toEqual(['A job']);
  });
  it('sent twice it is there once, and a number that is taken is refused by name', async () => {
    const ids = [{ event: uuid(), weld: uuid() }];
    const entry = work({ spool: 'B', firstNumber: 'W-1' });
    expect((await addWork(w.sql, Date.now, who(), entry, ids)).welds).toHaveLength(1);
    expect((await addWork(w.sql, Date.now, who(), entry, ids)).welds).toHaveLength(1);
    const clash = await addWork(w.sql, Date.now, who(), entry, [{ event: uuid(), weld: uuid() }]);
    expect(clash.refused[0]?.error).toBe('Weld W-1 is on this spool already.');
    const [count] = await w.sql<{ n: number }[]>`select count(*) as n from weld where number = 'W-1' and spool = ${clash.spool}`;
    expect(count?.n).toBe(1);
  });
  it('two who enter the same job at once make one job', async () => {
    await Promise.all([1, 2, 3].map((i) => enter(w, { job: 'Same job', spool: `S-${i}`, firstNumber: `X-${i}` })));
    expect((await jobNames(w.sql)).filter((j) => j === 'Same job')).toHaveLength(1);
  });
  it('as it was drawn: each weld has its joint in the order of numbers; a spool that was drawn before stays as it is', async () => {
    const laid = layList('300 mm, weld, elbow up, weld, 300 mm', 'metric', tube);
    const drawn = drawnOf(laid);
    const ids = () => [1, 2].map(() => ({ event: uuid(), weld: uuid() }));
    const entry = (firstNumber: string) => work({ spool: 'DRAWN', firstNumber, count: 2 });
    const { spool, welds } = await addWork(w.sql, Date.now, who(), entry('D-1'), ids(), false, drawn);
    const kept = await setupOf(w.sql, spool);
    expect(kept).toMatchObject({ joints: { [welds[0] ?? '']: 'p2', [welds[1] ?? '']: 'p3' }, version: 1 });
    expect(setupForWeld(kept?.setup ?? startingSetup(tube), kept?.joints ?? {}, welds[1] ?? '').joint).toBe('p3');
    await addWork(w.sql, Date.now, who(), entry('D-5'), ids(), false, drawnOf(layList('1 m, weld, 1 m', 'metric', tube)));
    expect(await setupOf(w.sql, spool)).toEqual(kept);
  });
  it('is what the next work goes on with: job, line, number; never the demo', async () => {
    await enter(w, { job: 'Newest', line: 'L-4', spool: 'N-1', firstNumber: 'N-07' });
    await addWork(w.sql, Date.now, who(), work({ job: 'Shown', spool: 'X' }), [{ event: uuid(), weld: uuid() }], true);
    expect(await lastWork(w.sql)).toMatchObject({ job: 'Newest', line: 'L-4', number: 'N-07', design: { alloyA: '316L' } });
  });
  it('a criterion that does not exist is refused', async () => {
    const entry = work({ spool: 'C', design: { ...work().design, criterion: { id: 'House-MP', version: 9 } } });
    expect((await addWork(w.sql, Date.now, who(), entry, [{ event: uuid(), weld: uuid() }])).refused[0]?.error).toContain(
      'no criterion House-MP version 9',
    );
  });
});

describe('the board', () => {
  it('shows what waits and what runs, with the last reading of that run only', async () => {
    const { spool, welds } = await enter(w, { spool: 'D', firstNumber: 'R-1', count: 2 });
    const t = Date.now() - 30_000;
    const reading = (s: number, ppm: number) => ({
      boot: uuid(),
      sentAt: new Date(t + s * 1000).toISOString(),
      readings: [{ seq: 1, at: new Date(t + s * 1000).toISOString(), raw: ppm, ppm, quality: 'good' }],
    });
    await intake(w.sql, () => t - 60_000, { id: w.device, kind: 'oxygen-monitor' }, reading(-60, 7));
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds), { clock: () => t });
    expect((await board(w.sql, t)).runs[0]).toMatchObject({ welds: [{ number: 'R-1' }, { number: 'R-2' }], last: null });
    await intake(w.sql, () => t + 9000, { id: w.device, kind: 'oxygen-monitor' }, reading(8, 900));
    expect((await board(w.sql, t + 10_000)).runs[0]).toMatchObject({
      last: { ppm: 900 },
      gate: { ready: false },
      alarms: [],
      summary: { phase: 'filling', place: 'vent' },
    });
    expect((await devices(w.sql, Date.now))[0]).toMatchObject({ busy: true });
    await say(w, run, 'run.ended', { how: 'abandoned', countOut: 0 });
    expect((await board(w.sql, t)).runs).toEqual([]);
    expect((await devices(w.sql, Date.now))[0]).toMatchObject({ busy: false });
  });
  it('hints each change to whoever listens, by stream and version', async () => {
    const heard: { stream: string; version: number; also: string[] }[] = [];
    const other = connect(w.url, { max: 1 });
    await other.listen('sentrel', (text) => heard.push(JSON.parse(text) as (typeof heard)[number]));
    const { spool, welds } = await enter(w, { spool: 'E', firstNumber: 'H-1' });
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
    await expect.poll(() => heard.find((h) => h.stream === run)).toEqual({ stream: run, version: 1, also: welds });
    await other.end();
  });
});

describe('who a browser is', () => {
  it('is held by a token that is not stored, until it is let go', async () => {
    const token = (await openSession(w.sql, Date.now, w.person)) ?? '';
    expect(await whoHolds(w.sql, token)).toMatchObject({ person: { id: w.person }, identified: 'picked' });
    expect(await w.sql`select 1 from session where token_hash = ${token}`).toHaveLength(0);
    expect(await whoHolds(w.sql, `${token}x`)).toBeNull();
    await setUnits(w.sql, w.person, 'inch');
    expect((await whoHolds(w.sql, token))?.person.units).toBe('inch');
    await closeSession(w.sql, token);
    expect(await whoHolds(w.sql, token)).toBeNull();
    expect(await openSession(w.sql, Date.now, uuid())).toBeNull();
  });
});

describe('registers', () => {
  it('take an item once by kind and number, and ship every criterion once', async () => {
    const heat = { kind: 'heat' as const, label: 'H-1', body: { alloy: '316L' as const, what: 'tube' as const, sulphur: null } };
    const first = await addRegisterItem(w.sql, heat);
    expect(await addRegisterItem(w.sql, heat)).toEqual({ id: first.id, had: true });
    expect((await registerItems(w.sql)).filter((i) => i.label === 'H-1')).toHaveLength(1);
    await shipCriteria(w.owner);
    expect((await criteria(w.sql)).map((c) => c.id)).toEqual(current.map((c) => c.id).sort());
  });
});

describe('the one clock', () => {
  it('is moved in tests only, and stands where it is put for the seeder', async () => {
    expect(testing()).toBe(false);
    await expect(moveClock(w.owner, 60_000)).rejects.toThrow('in tests only');
    expect(Math.abs(now() - Date.now())).toBeLessThan(1000);
    const hand = handClock(1000);
    hand.pass(5);
    expect(hand.clock()).toBe(6000);
  });

  it('moved by a test, is known before anything is answered, and never stands behind what was said last', async () => {
    vi.stubEnv('SENTREL_TEST', '1');
    const ahead = () => now() - Date.now();
    await w.owner`insert into setting (key, value) values ('clock_offset_ms', '90000')`;
    const heard = connect(w.url, { max: 4, role: null });
    await followClock(heard);
    expect(ahead()).toBeGreaterThan(89_000);
    for (let i = 2; i <= 40; i++) await moveClock(heard, 90_000 * i);
    await new Promise((r) => setTimeout(r, 300));
    expect(ahead()).toBeGreaterThan(40 * 90_000 - 1000);
    await moveClock(heard, 0);
    await heard.end({ timeout: 1 });
    vi.unstubAllEnvs();
  });
});

describe('the database away', () => {
  it('is told from a mistake of ours', async () => {
    const nobody = connect('postgres://x:y@127.0.0.1:1/none', { max: 1 });
    await expect(nobody`select 1`.then(() => null, isDatabaseAway)).resolves.toBe(true);
    await expect(w.sql`select nonsense`.then(() => null, isDatabaseAway)).resolves.toBe(false);
    await expect(w.sql`select 1/0`.then(() => null, isDatabaseAway)).resolves.toBe(false);
    await nobody.end();
  });
});
