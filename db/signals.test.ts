/** Presses and arcs that become marks; logger files; supplies. On a real PostgreSQL. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loggerTable, readLogger } from '../core/work/devices';
import { reduceRun } from '../core/work/record';
import { enter, makeWorld, runBody, say, type World } from '../tests/database';
import { addCheck } from './checks';
import { addDevice, declaredOf, deviceByKey, devices, nameTaken, newKey, setDeviceCard, type Device } from './devices';
import { eventsOf, runState } from './record/stored';
import { addLog, fileHash } from './logs';
import { flowsSince, intake, logReadings } from './record/readings';
import { addRegisterItem } from './registers';
import { takeSignals } from './signals';
import { supplies } from './supply';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const foot: Device = { id: uuid(), kind: 'foot-switch', name: 'Foot' };
const clamp: Device = { id: uuid(), kind: 'current-clamp', name: 'Clamp' };
let n = 0;
/** A run that listens to them, started a minute ago. */
async function listening(): Promise<{ run: string; welds: string[]; spool: string }> {
  for (const d of [foot, clamp]) await addDevice(w.owner, { ...d, key: 'k' });
  const { spool, welds } = await enter(w, { spool: `S-${n++}` });
  const run = uuid();
  const clock = () => Date.now() - 60_000;
  await say(
    w,
    run,
    'run.started',
    runBody(w, spool, welds, { device: null, listens: [foot, clamp].map((d) => ({ id: d.id, label: d.name, kind: d.kind })) }),
    { clock },
  );
  return { run, welds, spool };
}
const at = (s: number) => new Date(Date.now() + s * 1000).toISOString();
const send = async (device: Device, signals: object[], boot = uuid()) => {
  const result = await takeSignals(w.sql, Date.now, device, { boot, sentAt: at(0), signals });
  if ('error' in result) throw new Error(result.error);
  return result.answers;
};
const marks = async (run: string) => reduceRun(await eventsOf(w.sql, run))?.marks.map((m) => m.mark);

describe('signals', () => {
  it('a press is what comes next; sent again it is one mark; phantom presses make none', async () => {
    const { run } = await listening();
    const boot = uuid();
    const presses = [
      { seq: 0, at: at(-30), press: 200 },
      { seq: 1, at: at(-29), press: 7 },
      { seq: 2, at: at(-20), press: 300 },
    ];
    expect((await send(foot, presses, boot)).map((a) => a.status)).toEqual(['taken', 'taken', 'taken']);
    expect((await send(foot, presses, boot)).map((a) => a.status)).toEqual(['repeat', 'repeat', 'repeat']);
    // Not ready: a foot tacks, and says no arc.
    expect(await marks(run)).toEqual(['tack', 'tack']);
    const other = await send(foot, [{ seq: 2, at: at(-20), press: 900 }], boot);
    expect(other[0]).toMatchObject({ status: 'refused', reason: 'number 2 was sent before with another content' });
    await Promise.all([1, 2, 3, 4].map(() => send(foot, [{ seq: 9, at: at(-5), press: 100 }], boot)));
    expect(await marks(run)).toEqual(['tack', 'tack', 'tack']);
    // All tacks are in: they are looked at, closed up, and then it waits for the gas.
    const answers = await send(
      foot,
      [3, 2, 1].map((s, i) => ({ seq: 20 + i, at: at(-s), press: 150 })),
      boot,
    );
    expect(await marks(run)).toEqual(['tack', 'tack', 'tack', 'look', 'refill']);
    expect(answers[2]).toMatchObject({ status: 'taken', reason: 'the foot waits there: nothing is marked by it' });
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
  });
  it('a backlog is dated by when it happened, and by the run as it stood then', async () => {
    const { run } = await listening();
    await say(w, run, 'run.marked', { mark: 'look', weld: null }, { clock: () => Date.now() - 40_000 });
    await send(foot, [
      { seq: 0, at: at(-50), press: 150 },
      { seq: 1, at: at(-30), press: 150 },
    ]);
    expect(await marks(run)).toEqual(['tack', 'look', 'refill']);
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
  });
  it('a clamp tells arcs; what cannot be is refused by itself; nobody listening is said', async () => {
    const { run } = await listening();
    const answers = await send(clamp, [
      { seq: 0, at: at(-30), arc: 'on', amps: 55 },
      { seq: 1, at: at(-20), arc: 'maybe', amps: 55 },
      { seq: 2, at: at(3600), arc: 'off', amps: 0 },
      { seq: 3, at: at(-10), arc: 'off', amps: 0 },
    ]);
    expect(answers.map((a) => a.status)).toEqual(['taken', 'refused', 'refused', 'taken']);
    expect(await marks(run)).toEqual(['arc-on', 'arc-off']);
    const [on] = (await runState(w.sql, run))?.marks ?? [];
    expect([on?.clampAmps, on?.source?.kind]).toEqual([55, 'current-clamp']);
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
    expect((await send(clamp, [{ seq: 4, at: at(0), arc: 'on', amps: 60 }]))[0]).toMatchObject({
      status: 'taken',
      reason: 'no purge listened to it then',
    });
    expect(await takeSignals(w.sql, Date.now, foot, { signals: [] })).toHaveProperty('error');
    expect(
      await takeSignals(w.sql, Date.now, { ...foot, kind: 'flow-meter' }, { boot: uuid(), sentAt: at(0), signals: [{}] }),
    ).toHaveProperty('error');
  });
  it('a device on one running purge cannot be taken by another', async () => {
    const first = await listening();
    const { spool, welds } = await enter(w, { spool: `S-${n++}` });
    const again = await say(
      w,
      uuid(),
      'run.started',
      runBody(w, spool, welds, { device: null, listens: [{ id: foot.id, label: 'Foot', kind: 'foot-switch' }] }),
    );
    expect([again.status, again.error]).toEqual([422, expect.stringContaining('Foot is on another purge')]);
    await say(w, first.run, 'run.ended', { how: 'done', countOut: 2 });
  });
});

describe('devices', () => {
  it('another key replaces the one before; a name is taken once; the card keeps what is not given', async () => {
    const id = uuid();
    await addDevice(w.owner, { id, kind: 'flow-meter', name: 'Meter X', key: 'one', resolution: 0.1, noise: 0.2, top: 30 });
    expect(await newKey(w.sql, id, 'two')).toBe(true);
    expect([await deviceByKey(w.sql, id, 'one'), await deviceByKey(w.sql, id, 'two')]).toMatchObject(['wrong-key', { kind: 'flow-meter' }]);
    expect([await nameTaken(w.sql, 'METER x'), await nameTaken(w.sql, 'Meter Y')]).toEqual([true, false]);
    await setDeviceCard(w.sql, id, { station: 'bay 4' });
    const row = (await devices(w.sql, Date.now)).find((d) => d.id === id);
    expect(row).toMatchObject({ station: 'bay 4', calibratedOn: null, lastSeen: null });
    expect(row && declaredOf(row)).toEqual({ resolution: 0.1, noise: 0.2, top: 30 });
    const taken = await intake(
      w.sql,
      Date.now,
      { id, kind: 'flow-meter' },
      { boot: uuid(), sentAt: at(0), readings: [{ seq: 0, at: at(-1), raw: 6, lpm: 6, quality: 'good' }] },
    );
    expect(taken).toMatchObject({ answers: [{ status: 'taken' }] });
    expect((await flowsSince(w.sql, id, 0, Date.now() + 1000))[0]?.flow).toBeCloseTo(1e-4, 9);
    expect((await devices(w.sql, Date.now)).find((d) => d.id === id)?.lastSeen).not.toBeNull();
  });
});

describe("a logger's file", () => {
  it('is kept beside its run once, line by line, also when two send it at once', async () => {
    const { run } = await listening();
    const text = 's,O2 ppm\n0,20000\n1,900\n2,x';
    const read = readLogger(
      text.split('\n').map((l) => l.split(',')),
      { zone: 0, start: Date.now() - 50_000 },
    );
    if (!read.ok) throw new Error(read.error);
    const who = { person: w.person, identified: 'picked' };
    const file = { name: 'a.csv', sha256: fileHash(text), table: loggerTable(read.read) };
    const both = await Promise.all([addLog(w.sql, Date.now, who, run, file), addLog(w.sql, Date.now, who, run, file)]);
    expect(both.map((b) => b.ok && b.status).sort()).toEqual(['repeat', 'taken']);
    const log = reduceRun(await eventsOf(w.sql, run))?.logs;
    expect(log).toMatchObject([{ readings: 2, dropped: 1, unit: 'ppm' }]);
    expect((await logReadings(w.sql, log?.[0]?.log ?? '')).map((r) => r.ppm)).toEqual([20000, 900]);
    expect(await addLog(w.sql, Date.now, who, uuid(), file)).toMatchObject({ ok: false, status: 404 });
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
  });
});

describe('what draws from a cylinder', () => {
  it('the runs of welds that named it, since its last look; a changed bottle makes it unknown', async () => {
    const { id } = await addRegisterItem(w.sql, {
      kind: 'cylinder',
      label: 'Cyl T',
      body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: 'bay 7' },
    });
    await addCheck(
      w.sql,
      { id: uuid(), item: id, kind: 'cylinder', body: { pascal: 1.5e7, celsius: 15, level: null, changed: false } },
      null,
      new Date(Date.now() - 3_600_000),
    );
    const { spool, welds } = await enter(w, { spool: 'CY-1' });
    const lot = { id: uuid(), label: 'AR', gas: 'argon' as const, lot: '1', supplyPpm: 3 };
    await say(w, welds[0] ?? '', 'gas.recorded', {
      purge: lot,
      torch: lot,
      monitor: null,
      air: null,
      bottle: null,
      cylinder: { id, label: 'Cyl T', left: 7 },
      meter: null,
      price: null,
      typed: { air: null, bottle: null },
    });
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null, cylinder: { id, label: 'Cyl T' } }));
    const mine = async () => (await supplies(w.sql)).find((c) => c.id === id);
    expect(await mine()).toMatchObject({ changed: false, look: { reading: { pascal: 1.5e7 } }, draws: [{ run, to: null }] });
    await say(w, run, 'run.marked', { mark: 'bottle', weld: null });
    expect(await mine()).toMatchObject({ changed: true });
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 });
    expect((await mine())?.draws[0]?.to).not.toBeNull();
    await addCheck(
      w.sql,
      { id: uuid(), item: id, kind: 'cylinder', body: { pascal: 2e7, celsius: 15, level: null, changed: true } },
      null,
      new Date(Date.now() + 1000),
    );
    expect(await mine()).toMatchObject({ changed: false, draws: [] });
  });
});
