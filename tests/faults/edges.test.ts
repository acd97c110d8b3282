/**
 * Every edge of the server against input that cannot be: each gets an answer below 500 that says why in words, and what was kept
 * before stands. Endpoints are found in the folder, so that a new one is tried too.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startingSetup } from '../../core/models/setup';
import { verify } from '../../db/tools/verify';
import { tube, work } from '../database';
import { markEvent, openShop, type Shop } from './shop';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('edges', 1);
}, 120_000);
afterAll(() => shop.end());

/** Ends the session, clears everything, moves the clock, or stays open: not tried with garbage. */
const LEFT_OUT = ['DELETE /api/session', 'DELETE /api/demo', 'POST /api/test/clock', 'GET /api/live'];

const pages = resolve(import.meta.dirname, '../../src/pages');
const endpoints = (readdirSync(join(pages, 'api'), { recursive: true }) as string[])
  .filter((f) => f.endsWith('.ts'))
  .flatMap((f) => {
    const path = `/api/${f.replace(/(\/index)?\.ts$/, '')}`;
    const methods = [...readFileSync(join(pages, 'api', f), 'utf8').matchAll(/^export const (GET|POST|PUT|DELETE)\b/gm)].map(
      (m) => m[1] ?? '',
    );
    return methods.map((method) => ({ method, path }));
  })
  .filter(({ method, path }) => !LEFT_OUT.includes(`${method} ${path}`));

const ask = async (method: string, path: string, body?: string, headers: Record<string, string> = {}) => {
  const d = shop.devices[0];
  const answer = await fetch(shop.url + path, {
    method,
    headers: {
      origin: shop.url,
      cookie: shop.cookie,
      'content-type': 'application/json',
      'x-device': d?.id ?? '',
      authorization: `Bearer ${d?.key ?? ''}`,
      ...headers,
    },
    ...(body !== undefined && { body }),
    signal: AbortSignal.timeout(8000),
  });
  const text = await answer.text();
  return { status: answer.status, text };
};
/** Says why in words, as every refusal does. */
const said = ({ text }: { text: string }) => ((JSON.parse(text) as { error?: unknown }).error ?? '') as string;

describe('endpoints', () => {
  it('there are some, and each is tried', () => expect(endpoints.length).toBeGreaterThan(25));

  it.each(endpoints.filter((e) => e.path.includes('[id]')))(
    '$method $path: an id that is none, or nobody’s, is answered in words',
    async ({ method, path }) => {
      for (const id of [uuid(), 'x', '%00', '..%2f..', "'; drop table weld; --", 'é'.repeat(300)]) {
        const answer = await ask(method, path.replace('[id]', encodeURIComponent(id)), method === 'GET' ? undefined : '{}');
        expect([answer.status, id]).toEqual([expect.toSatisfy((s: number) => s >= 400 && s < 500), id]);
        if (answer.text.startsWith('{')) expect(said(answer).length).toBeGreaterThan(5);
      }
    },
  );

  it.each(endpoints.filter((e) => e.method !== 'GET' && e.method !== 'DELETE'))(
    '$method $path: what is no JSON, or JSON of another shape, is refused in words',
    async ({ method, path }) => {
      const at = path.replace('[id]', path.startsWith('/api/runs') ? shop.run : uuid());
      for (const body of [
        '',
        '{',
        'null',
        '[]',
        '0',
        '"x"',
        '{"a":{"b":[1]}}',
        '['.repeat(5000),
        '['.repeat(50_000) + ']'.repeat(50_000),
        '{"__proto__":{"x":1}}',
        '\u0000',
      ]) {
        const answer = await ask(method, at, body);
        expect([answer.status, body]).toEqual([expect.toSatisfy((s: number) => s >= 400 && s < 500), body]);
        expect(said(answer).length).toBeGreaterThan(5);
      }
    },
  );
});

/** What a hand or a device may send by mistake in place of any one value. */
const nasty = ['', '\u0000', 'a\u0000b', '\ud800', 'x'.repeat(5000), -1, 0.5, 1e308, null, [], {}, true, '=1+1', '9999-99-99'];
type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

/** The same body once for every value in it and every mistake. */
function* spoilt(body: Json): Generator<Json> {
  if (Array.isArray(body)) {
    for (const [i, v] of body.entries()) for (const other of spoilt(v)) yield body.with(i, other);
  } else if (body !== null && typeof body === 'object') {
    for (const [key, v] of Object.entries(body)) for (const other of spoilt(v)) yield { ...body, [key]: other };
  } else yield* nasty;
}

describe('one wrong value in what would be right', () => {
  const now = new Date().toISOString();
  const design = work().design as unknown as Json;
  const bodies: [string, string, () => Json][] = [
    ['POST', '/api/people', () => ({ name: 'A Person', stamp: `P${Math.random()}`.slice(0, 8), role: 'Welder', units: 'inch' })],
    ['POST', '/api/work', () => ({ work: { ...work(), job: uuid(), design } as unknown as Json, ids: [{ event: uuid(), weld: uuid() }] })],
    ['POST', '/api/registers', () => ({ kind: 'heat', label: `H-${uuid()}`, body: { alloy: '316L', sulphur: 0.01 } })],
    [
      'POST',
      '/api/devices',
      () => ({ kind: 'oxygen-monitor', name: uuid(), place: 'vent', station: 'bay', resolution: 1, noise: 1, top: 250_000 }),
    ],
    ['PUT', '/api/prices', () => ({ currency: 'EUR', perM3: { argon: 9, helium: null } })],
    ['PUT', '/api/units', () => ({ units: 'metric' })],
    ['POST', '/api/events', () => ({ events: [markEvent(shop, uuid(), 'tack', 'screen')] })],
    [
      'POST',
      '/api/intake/v1/readings',
      () => ({ boot: uuid(), sentAt: now, readings: [{ seq: 0, at: now, raw: 1, ppm: 20, quality: 'good' }] }),
    ],
    ['POST', '/api/intake/v1/signals', () => ({ boot: uuid(), sentAt: now, signals: [{ seq: 0, at: now, press: 200 }] })],
    ['POST', '/api/runs/[run]/logs', () => ({ name: 'log.csv', text: 'time,ppm\n2026-03-01 08:00:00,20\n', zone: 0, unit: 'ppm' })],
    ['PUT', '/api/spools/[spool]/setup', () => ({ setup: startingSetup(tube) as unknown as Json, weld: shop.weld, seen: 0 })],
  ];

  it.each(bodies)('%s %s: taken or refused in words, never an error of ours', async (method, path, make) => {
    const [{ spool = '' } = {}] = await shop.owner<{ spool: string }[]>`select spool from weld where id = ${shop.weld}`;
    const at = path.replace('[run]', shop.run).replace('[spool]', spool);
    const wrong: string[] = [];
    let tried = 0;
    for (const body of spoilt(make())) {
      const answer = await ask(method, at, JSON.stringify(body));
      tried++;
      if (answer.status >= 500) wrong.push(`${answer.status}: ${JSON.stringify(body).slice(0, 300)}`);
      else if (answer.status >= 400 && said(answer).length < 5) wrong.push(`no words: ${JSON.stringify(body).slice(0, 300)}`);
    }
    expect(wrong).toEqual([]);
    expect(tried).toBeGreaterThan(10);
  });

  it('afterwards every chain holds, and the shop works', async () => {
    expect((await verify(shop.owner)).faults).toEqual([]);
    const answer = await ask('POST', '/api/events', JSON.stringify({ events: [markEvent(shop, uuid(), 'tack', 'screen')] }));
    expect((JSON.parse(answer.text) as { answers: { status: number }[] }).answers[0]?.status).toBe(201);
  });
});
