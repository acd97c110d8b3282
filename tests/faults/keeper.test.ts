/**
 * A whole shop as `scripts/start` runs it, with its processes ended under it: whatever falls is started again, however often, and the pages
 * say what is wrong. Its waits begin at a twentieth of a second here, not at half a one.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { waitAfter } from '../../scripts/lib/keeper';
import { postmasterOf } from '../../scripts/lib/postmaster';
import { nap } from './shop';
import { childOf, fill, health, smallDisk, start, well, type Stack } from './stack';

/** Somebody new is entered: a write that is answered or is not. */
const write = async (s: Stack, name: string): Promise<{ status: number; error: string }> => {
  const answer = await fetch(`${s.url}/api/people`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: s.url },
    body: JSON.stringify({ name, stamp: name.slice(-6), role: 'Welder', units: 'metric' }),
    signal: AbortSignal.timeout(8000),
  }).catch(() => null);
  return { status: answer?.status ?? 0, error: ((await answer?.json().catch(() => null)) as { error?: string } | null)?.error ?? '' };
};
const names = async (s: Stack) => ((await (await fetch(`${s.url}/api/people`)).json()) as { name: string }[]).map((p) => p.name);

it('waits twice as long after each fall, and a minute at most', () => {
  const waits = [1, 2, 3, 4, 20].map((n) => waitAfter(n));
  expect(waits.slice(0, 4).map((w) => w / (waits[0] ?? 1))).toEqual([1, 2, 4, 8]);
  expect(waits[4]).toBe(60_000);
});

describe('a shop whose processes are ended under it', () => {
  let place = '';
  let shop: Stack;
  let taken: Server;
  beforeAll(async () => {
    place = mkdtempSync(join(tmpdir(), 'sentrel-keeper-'));
    // Another program has the port that was asked for.
    taken = createServer().listen(0, '127.0.0.1');
    await new Promise((r) => taken.once('listening', r));
    const address = taken.address();
    shop = await start(place, '--port', String(typeof address === 'object' ? address?.port : 0));
  }, 120_000);
  afterAll(async () => {
    await shop.end();
    taken.close();
    rmSync(place, { recursive: true, force: true });
  });

  it('says that marks may wait under the port it had before, where it starts and on its pages', async () => {
    expect(shop.said()).toMatch(/Marks that a browser kept under port \d+ wait there/);
    expect((await health(shop))?.trouble.map((t) => t.text).join()).toMatch(/Marks that a browser kept under port/);
  });

  it('has its database back after the postmaster was killed, and what was saved is there', async () => {
    expect((await write(shop, 'Before The Kill')).status).toBe(201);
    for (let kill = 0; kill < 2; kill++) {
      process.kill(postmasterOf(shop.data) ?? 0, 'SIGKILL');
      await nap(300);
      await well(shop);
    }
    expect(await names(shop)).toContain('Before The Kill');
    expect((await write(shop, 'After The Kill')).status).toBe(201);
    await expect
      .poll(async () => (await health(shop))?.trouble.map((t) => t.text).join())
      .toMatch(/The database ended (once|twice) since \d\d:\d\d and runs again/);
  }, 90_000);

  it('lives on when its application is killed seven times within a minute, and says so until it has stood for a while', async () => {
    for (let kill = 0; kill < 7; kill++) {
      await expect.poll(() => childOf(shop.pid, 'http'), { timeout: 20_000 }).not.toBeNull();
      process.kill(childOf(shop.pid, 'http') ?? 0, 'SIGKILL');
      await nap(150);
    }
    await well(shop, 60_000);
    expect(childOf(shop.pid, 'oxygen-monitor')).not.toBeNull();
    await expect
      .poll(async () => (await health(shop))?.trouble.map((t) => t.text).join())
      .toMatch(/The application ended \d times since \d\d:\d\d and runs again/);
    await expect
      .poll(async () => (await health(shop))?.trouble.map((t) => t.text).join(), { timeout: 30_000 })
      .not.toMatch(/The application ended/);
  }, 120_000);
});

const disk = smallDisk(160);

describe.skipIf(disk === null)('a disk that fills up', () => {
  let shop: Stack;
  beforeAll(async () => {
    shop = await start(disk?.place ?? '');
  }, 120_000);
  afterAll(async () => {
    await shop.end();
    disk?.free();
  });

  it('is named, nothing that was answered is lost, and the shop goes on by itself when there is room', async () => {
    const place = disk?.place ?? '';
    const saved: string[] = [];
    const more = async (n: number) => {
      const name = `Person ${n}`;
      const { status, error } = await write(shop, name);
      if (status === 201) saved.push(name);
      return error;
    };
    for (let n = 0; n < 5; n++) await more(n);
    const empty = fill(place);
    // The database takes what is left of its own files first; then it can write no more.
    let heard = '';
    for (let n = 5; n < 4000 && !heard.includes('disk'); n++) heard = await more(n);
    expect(heard).toMatch(/disk of the database is full/);
    await expect.poll(() => shop.said(), { timeout: 15_000 }).toMatch(/The disk of the database is full: \d+ MB are left/);
    empty();
    await well(shop, 60_000);
    await expect.poll(async () => (await health(shop))?.trouble.map((t) => t.text).join(), { timeout: 15_000 }).not.toMatch(/disk/);
    expect((await write(shop, 'Room Again')).status).toBe(201);
    const there = await names(shop);
    expect(saved.filter((name) => there.filter((t) => t === name).length !== 1)).toEqual([]);
    expect(saved.length).toBeGreaterThan(4);
  }, 180_000);
});
