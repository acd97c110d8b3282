import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { enter, fittedUp, makeWorld, runBody, say, type World } from '../../tests/database';
import { deviceByKey, revokeDevice } from '../devices';
import { intake, readingsDigest, readingsSince } from './readings';

let w: World;
const t0 = Date.parse('2026-03-01T08:00:00Z');
const clock = () => t0;
const iso = (s: number) => new Date(t0 + s * 1000).toISOString();
const item = (seq: number, s: number, ppm: unknown = 100) => ({ seq, at: iso(s), raw: ppm, ppm, quality: 'good' });
const send = async (readings: unknown[], { boot = uuid(), sentAt = iso(0) } = {}) => {
  const result = await intake(w.sql, clock, { id: w.device, kind: 'oxygen-monitor' }, { boot, sentAt, readings });
  return 'answers' in result ? result.answers.map((a) => a.status) : [result.error];
};

beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

it('takes readings once, in any order, however often they are sent', async () => {
  const boot = uuid();
  expect(await send([item(3, -1), item(1, -3)], { boot })).toEqual(['taken', 'taken']);
  expect(await send([item(1, -3), item(2, -2), item(3, -1)], { boot })).toEqual(['repeat', 'taken', 'repeat']);
  expect((await readingsSince(w.sql, w.device, t0 - 60_000, t0)).map((r) => (r.at - t0) / 1000)).toEqual([-3, -2, -1]);
});

it('says whether a purge listens to the device', async () => {
  const purge = async () => {
    const sent = { boot: uuid(), sentAt: iso(0), readings: [item(1, -1)] };
    const answer = await intake(w.sql, clock, { id: w.device, kind: 'oxygen-monitor' }, sent);
    return 'purge' in answer && answer.purge;
  };
  const { spool, welds } = await enter(w, { spool: 'LAMP' });
  await say(w, welds[0] ?? '', 'fitup.recorded', fittedUp(w));
  expect(await purge()).toBe(false);
  const run = uuid();
  expect((await say(w, run, 'run.started', runBody(w, spool, welds))).status).toBe(201);
  expect(await purge()).toBe(true);
  await say(w, run, 'run.ended', { how: 'abandoned', countOut: 2 });
  expect(await purge()).toBe(false);
});

it('keeps the good ones when others in the batch are bad, and keeps the bad ones with their reason', async () => {
  const before = await w.sql`select 1 from reading`;
  expect(
    await send([
      item(1, -5),
      item(2, -4, 'NaN'),
      item(3, -3, null),
      item(4, 3600),
      item(5, -2, 300_000),
      item(6, -1, -400),
      { seq: 'x' },
      item(7, 0),
    ]),
  ).toEqual(['taken', 'refused', 'refused', 'refused', 'refused', 'refused', 'refused', 'taken']);
  expect(await w.sql`select 1 from reading`).toHaveLength(before.length + 2);
  const reasons = (await w.sql<{ reason: string }[]>`select reason from reading_refusal order by id`).map((r) => r.reason);
  expect(reasons.join('|')).toMatch(/no number.*no number.*into the future.*more oxygen than air holds.*below what a cell can read/);
});

it('refuses the same number with another content, also within one batch', async () => {
  const boot = uuid();
  expect(await send([item(1, -3, 50)], { boot })).toEqual(['taken']);
  expect(await send([item(1, -3, 60)], { boot })).toEqual(['refused']);
  expect(await send([item(9, -3, 50), item(9, -3, 51)], { boot })).toEqual(['taken', 'refused']);
});

it('corrects a device clock that is wrong by an hour, by what it says of itself when sending', async () => {
  const boot = uuid();
  const late = (s: number) => new Date(t0 - 3_600_000 + s * 1000).toISOString();
  expect(await send([{ seq: 1, at: late(-2), raw: 77, ppm: 77, quality: 'good' }], { boot, sentAt: late(0) })).toEqual(['taken']);
  const [row] = await w.sql<{ at: Date }[]>`select at from reading where boot = ${boot}`;
  expect(row?.at.getTime()).toBe(t0 - 2000);
});

it('refuses a batch that cannot be read', async () => {
  expect((await intake(w.sql, clock, { id: w.device, kind: 'oxygen-monitor' }, { readings: [] })) as { error: string }).toHaveProperty(
    'error',
  );
});

it('knows a device by its key, and not when unknown, with a wrong key, or revoked', async () => {
  expect(await deviceByKey(w.sql, w.device, w.key)).toMatchObject({ id: w.device });
  expect(await deviceByKey(w.sql, uuid(), w.key)).toBe('unknown');
  expect(await deviceByKey(w.sql, 'no id', w.key)).toBe('unknown');
  expect(await deviceByKey(w.sql, w.device, 'guess')).toBe('wrong-key');
  await revokeDevice(w.owner, clock, w.device);
  expect(await deviceByKey(w.sql, w.device, w.key)).toBe('revoked');
});

it('digests the readings of a run: the same rows give the same digest, one more gives another', async () => {
  const a = await readingsDigest(w.sql, w.device, t0 - 60_000, t0);
  expect(await readingsDigest(w.sql, w.device, t0 - 60_000, t0)).toEqual(a);
  await send([item(500, -1)]);
  const b = await readingsDigest(w.sql, w.device, t0 - 60_000, t0);
  expect(b.readings).toBe(a.readings + 1);
  expect(b.sha256).not.toBe(a.sha256);
});
