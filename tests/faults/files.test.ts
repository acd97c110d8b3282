/** The files of the build as the server gives them: pressed, tagged, hashed names for ever, and nothing from outside the folder (RFC 9110). */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { built } from '../../scripts/lib/built';
import { shippedPackages } from '../../scripts/lib/licences';
import { openShop, type Shop } from './shop';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('files', 1);
}, 120_000);
afterAll(() => shop.end());

const client = join(built(), 'client');
const script = readdirSync(join(client, '_astro')).find((f) => /^client\..*\.js$/.test(f)) ?? '';
/** As it is sent: fetch would unpress it. */
const raw = async (path: string, headers: Record<string, string> = {}) => {
  const { request } = await import('node:http');
  return new Promise<{ status: number; headers: Record<string, unknown>; body: Buffer }>((done, fail) => {
    const asked = request(shop.url + path, { agent: false, headers }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (d: Buffer) => parts.push(d));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, headers: answer.headers, body: Buffer.concat(parts) }));
    });
    asked.on('error', fail);
    asked.end();
  });
};

describe('a script of the build', () => {
  const plain = readFileSync(join(client, '_astro', script));
  it('comes as it was pressed, in what the browser can read, and is the same file', async () => {
    const br = await raw(`/_astro/${script}`, { 'accept-encoding': 'gzip, br' });
    expect(br.headers['content-encoding']).toBe('br');
    expect(brotliDecompressSync(br.body).equals(plain)).toBe(true);
    expect(br.body.byteLength).toBeLessThan(plain.byteLength / 3);
    const gz = await raw(`/_astro/${script}`, { 'accept-encoding': 'gzip' });
    expect(gz.headers['content-encoding']).toBe('gzip');
    expect(gunzipSync(gz.body).equals(plain)).toBe(true);
    const none = await raw(`/_astro/${script}`);
    expect(none.headers['content-encoding']).toBeUndefined();
    expect(none.body.equals(plain)).toBe(true);
  });
  it('is kept for ever by its hashed name; what has no hash is asked for each time', async () => {
    expect((await raw(`/_astro/${script}`)).headers['cache-control']).toBe('public, max-age=31536000, immutable');
    for (const path of ['/sw.js', '/manifest.webmanifest']) expect((await raw(path)).headers['cache-control']).toBe('no-cache');
  });
  it('is not sent again to whoever has it', async () => {
    const first = await raw('/sw.js', { 'accept-encoding': 'br' });
    const again = await raw('/sw.js', { 'accept-encoding': 'br', 'if-none-match': String(first.headers['etag']) });
    expect([first.status, again.status, again.body.byteLength]).toEqual([200, 304, 0]);
  });
});

it.each([
  '/../programs/http.js',
  '/..%2fprograms/http.js',
  '/%2e%2e/programs/http.js',
  '/_astro/../../server/entry.mjs',
  '/_astro/..%2f..%2fserver/entry.mjs',
])('%s gives no file from beside the folder', async (path) => {
  const answer = await raw(path);
  expect([answer.status, String(answer.headers['content-type']).split(';')[0]]).toEqual([404, 'text/html']);
});

it('docs/licences.md lists every package that Sentrel runs on, as it is installed', () => {
  const page = readFileSync('docs/licences.md', 'utf8');
  const all = shippedPackages();
  expect(all.length).toBeGreaterThan(100);
  for (const { name, version, direct } of all) expect(page).toContain(direct ? `| ${name} | ${version} |` : `${name} ${version}`);
});
