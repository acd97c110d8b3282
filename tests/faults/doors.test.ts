/**
 * Every door of the server, in odd spellings of its address, with and without a session: who has not said who they are writes
 * nothing anywhere, and an endpoint that is not made by `route` does not stand. Endpoints are found in the folder.
 */
import { readdirSync } from 'node:fs';
import { request } from 'node:http';
import { join, resolve } from 'node:path';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isRoute } from '../../src/server/route';
import { markEvent, openShop, type Shop } from './shop';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('doors', 1);
}, 120_000);
afterAll(() => shop.end());

const api = resolve(import.meta.dirname, '../../src/pages/api');
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'ALL'];
const files = (readdirSync(api, { recursive: true }) as string[]).filter((f) => f.endsWith('.ts'));
const pathOf = (f: string) => `/api/${f.replace(/(\/index)?\.ts$/, '')}`.replace('[id]', uuid());
const doors = await Promise.all(files.map(async (f) => ({ file: f, made: (await import(join(api, f))) as Record<string, unknown> })));
const writes = doors.flatMap(({ file, made }) =>
  METHODS.filter((m) => m !== 'GET' && made[m]).map((method) => ({ method, file, path: pathOf(file) })),
);
/** Reachable by whoever has not said who they are: that is how one says it. */
const OPEN = ['POST session.ts', 'DELETE session.ts', 'POST people.ts'];

/** As it stands, not as a browser would tidy it. */
const ask = (method: string, path: string, headers: Record<string, string>, body: string) =>
  new Promise<number>((done, fail) => {
    const { host } = new URL(shop.url);
    const asked = request(
      shop.url,
      { agent: false, method, path, headers: { host, 'content-type': 'application/json', ...headers } },
      (answer) => {
        answer.resume();
        answer.on('end', () => done(answer.statusCode ?? 0));
      },
    );
    asked.on('error', fail);
    asked.end(body);
  });

const spellings: [string, (path: string) => string][] = [
  ['as it is', (p) => p],
  ['two strokes first', (p) => `/${p}`],
  ['four strokes first', (p) => `///${p}`],
  ['two strokes within', (p) => p.replace('/api/', '/api//')],
  ['a stroke at the end', (p) => `${p}/`],
  ['strokes at the end', (p) => `${p}//`],
  ['a letter in percent', (p) => p.replace('/api', '/%61pi')],
  ['a stroke in percent', (p) => p.replace('/api/', '/api%2f')],
  ['twice in percent', (p) => p.replace('/api', '/%2561pi')],
  ['a dot', (p) => `/.${p}`],
  ['from below', (p) => `/x/..${p}`],
  ['from below, in percent', (p) => `/x/%2e%2e${p}`],
  ['from the devices’ door', (p) => p.replace('/api/', '/api/intake/../')],
  ['other case', (p) => p.replace('/api', '/API')],
  ['a question', (p) => `${p}?/api/session`],
  ['a backslash', (p) => p.replace('/api/', '/api\\')],
  ['a whole address', (p) => `${shop.url}${p}`],
];

/** Not taken: refused, not found, or told to ask at the proper address. */
const refused = expect.toSatisfy((status: number) => status === 308 || (status >= 400 && status < 500)) as unknown;

/** All that anybody can write, counted. */
const kept = async () => {
  const [row] = await shop.owner`select (select count(*)::int from event) as events, (select count(*)::int from person) as people,
    (select count(*)::int from device) as devices, (select count(*)::int from register) as items, (select count(*)::int from reading) as readings`;
  return row;
};

describe('doors', () => {
  it('every endpoint is made by `route`: there is no other way in', () => {
    expect(doors.length).toBeGreaterThan(20);
    for (const { file, made } of doors)
      for (const [name, f] of Object.entries(made)) expect([file, name, METHODS.includes(name) && isRoute(f)]).toEqual([file, name, true]);
  });

  it.each(spellings)('%s: who has not said who they are is refused by every write', async (_, spelt) => {
    const body = JSON.stringify({ events: [markEvent(shop, uuid(), 'tack', 'door')] });
    const before = await kept();
    for (const { method, file, path } of writes.filter((w) => !OPEN.includes(`${w.method} ${w.file}`))) {
      const status = await ask(method, spelt(path), { origin: shop.url }, body);
      expect([method, spelt(path), status]).toEqual([method, spelt(path), refused]);
      // A device's door is no way round the origin for anybody else's, nor a session a key for it.
      if (!file.startsWith('intake/')) {
        const foreign = await ask(method, spelt(path), { origin: 'http://elsewhere.test', cookie: shop.cookie }, body);
        expect([method, spelt(path), foreign]).toEqual([method, spelt(path), refused]);
      }
    }
    expect(await kept()).toEqual(before);
  });

  it('who has said it gets in, at the address as it is', async () => {
    const before = (await kept())?.['events'] as number;
    const sent = { events: [markEvent(shop, uuid(), 'tack', 'door')] };
    expect(await ask('POST', '/api/events', { origin: shop.url, cookie: shop.cookie }, JSON.stringify(sent))).toBe(200);
    expect((await kept())?.['events']).toBe(before + 1);
  });

  it('nobody moves the clock of a shop', async () => {
    expect(await ask('POST', '/api/test/clock', { origin: shop.url, cookie: shop.cookie }, '{"offsetMs":5}')).toBe(404);
  });
});
