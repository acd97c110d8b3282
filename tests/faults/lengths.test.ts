/** A text of forty thousand signs, in a field, a list or a file, must not make a page or the server stand still. */
import { spawnSync } from 'node:child_process';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { markEvent, openShop, post, type Shop } from './shop';

it('no parser goes back and forth over a long text: all of them in all shapes come to an end', () => {
  // Each of them is done in a moment; what goes back and forth takes from half a minute to hours for one. It is ended, and says where it stood.
  const { stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'tests/faults/lengths.ts'], { encoding: 'utf8', timeout: 60_000 });
  expect(stdout.trim().split('\n').slice(-2)).toContain('done');
}, 90_000);

describe('a logger file', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await openShop('lengths', 1);
  }, 120_000);
  afterAll(() => shop.end());

  const upload = (text: string) =>
    fetch(`${shop.url}/api/runs/${shop.run}/logs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: shop.url, cookie: shop.cookie },
      body: JSON.stringify({ name: 'log.csv', text, zone: 0 }),
    });
  const lines = (n: number, more = '') =>
    [
      'time,O2 ppm,note',
      ...Array.from({ length: n }, (_, i) => `${new Date(Date.UTC(2026, 2, 1) + i * 1000).toISOString()},${i % 900},${more}`),
    ].join('\n');

  it('of forty thousand signs in one cell is read, and the shop does not stand still meanwhile', async () => {
    const answer = await upload(`${lines(3)}\n1${' '.repeat(40_000)}x,1${' '.repeat(40_000)}x,`);
    expect([answer.status, await answer.json()]).toEqual([201, { status: 'taken', readings: 3 }]);
  }, 20_000);

  it('of seven megabytes is kept line by line, and hands mark while it is', async () => {
    const text = lines(150_000, 'a note of the logger');
    expect(text.length).toBeGreaterThan(7_000_000);
    let over = false;
    const kept = upload(text).finally(() => (over = true));
    const answers: unknown[] = [];
    while (!over) {
      const sent = await post(
        `${shop.url}/api/events`,
        { events: [markEvent(shop, uuid(), 'tack', 's')] },
        { origin: shop.url, cookie: shop.cookie },
      );
      answers.push((sent?.body as { answers?: { status: number }[] } | undefined)?.answers?.[0]?.status);
    }
    expect([(await kept).status, await (await kept).json()]).toEqual([201, { status: 'taken', readings: 150_000 }]);
    expect(answers.length).toBeGreaterThan(5);
    expect(new Set(answers)).toEqual(new Set([201]));
    expect((await shop.owner`select count(*)::int as n from log_reading`)[0]).toEqual({ n: 150_003 });
    expect([(await upload(text)).status]).toEqual([200]);
  }, 60_000);
});
