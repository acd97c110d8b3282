/** A shop of many years: each query beside the bare one, then 50 clients at a request a second each, one process and two. */
import { board } from '../../db/board';
import { registerItems } from '../../db/registers';
import { eventsOf, weldRecord } from '../../db/record/stored';
import { connect } from '../../db/sql';
import type { Shop } from '../../tests/faults/shop';
import { load, memoryOf, type Ask } from './load';
import { scripts } from './script';
import { fill } from './size';
import { row, time } from './table';

const CLIENTS = 50;

export async function atSize(shop: Shop, seconds: number): Promise<void> {
  const sql = connect(shop.database, { role: null, max: 4 });
  const [person] = await sql<{ id: string }[]>`select id from person limit 1`;
  const { welds } = await fill(sql, person?.id ?? '');
  const [{ events = 0, waiting = 0 } = {}] = await sql<{ events: number; waiting: number }[]>`
    select (select count(*)::int from event) as events, (select count(*)::int from weld where due <> 'done') as waiting`;
  console.log(`\nat size: ${events} events, ${waiting} welds that wait`);

  let turn = 0;
  const next = () => welds[(turn += 37) % welds.length] as string;
  const bare = await time('bare query: select 1', 50, async () => {
    for (let i = 0; i < 50; i++) await sql`select 1`;
  });
  const beside = async (name: string, query: () => Promise<unknown>) => {
    const ms = await time(`query: ${name}`, 5, async () => {
      for (let i = 0; i < 5; i++) await query();
    });
    row(`${name} over the bare query`, ms / bare, 'ratio');
  };
  await beside('the Board, its first page', () => board(sql, Date.now()));
  await beside('the Board, its hundredth page', () => board(sql, Date.now(), { page: 99 }));
  await beside('a weld with all its events', () => weldRecord(sql, next()));
  await beside('the end of a stream', () => eventsOf(sql, next(), 2));
  await beside('the registers', () => registerItems(sql));
  await sql.end();

  await scripts(shop.url, next(), shop.cookie);
  const asks: Ask[] = [
    { kind: 'Board, page', path: () => '/' },
    { kind: 'Board, JSON', path: () => '/api/board' },
    { kind: 'weld, page', path: () => `/welds/${next()}` },
    { kind: 'weld, JSON', path: () => `/api/welds/${next()}` },
    { kind: 'stream, JSON', path: () => `/api/streams/${next()}?after=2` },
    { kind: 'record, page', path: () => `/welds/${next()}/record` },
    { kind: 'registers, page', path: () => '/registers' },
  ];
  const memory: number[] = [];
  await load([shop.url], asks, CLIENTS, 10, shop.cookie); // warm, as a process is after its first minute
  const one = await load([shop.url], asks, CLIENTS, seconds, shop.cookie, () => memory.push(memoryOf(shop.pid())));
  for (const w of one) row(`${CLIENTS} clients: ${w.kind}, p95 of ${w.asked}`, w.p95, `ms; budget 50; ${w.failed} failed`);
  const half = memory.slice(memory.length / 2);
  row('memory of the process, most', Math.max(...memory), `MB; budget 250; ${memory.length} looks`);
  row('memory, second half over first', mean(half) / mean(memory.slice(0, memory.length / 2)), 'ratio; 1 is steady');

  // As much as one process can answer, then as much as two can: asked for far more than either.
  const two = [shop.url, await shop.another()];
  await load(two, asks, CLIENTS, 10, shop.cookie);
  const [alone, both] = [await mostAnswered([shop.url], asks, shop.cookie), await mostAnswered(two, asks, shop.cookie)];
  row('answers a second, one process', alone, '1/s');
  row('answers a second, two processes', both, '1/s');
  row('two processes over one', both / alone, 'ratio; PostgreSQL and the asking take part of the machine');
}

const mean = (all: number[]): number => all.reduce((a, b) => a + b, 0) / all.length;

/** Askers that never wait: as many answers as come in ten seconds. @returns answers a second */
async function mostAnswered(urls: string[], asks: Ask[], cookie: string): Promise<number> {
  const seconds = 10;
  const until = performance.now() + seconds * 1000;
  let answered = 0;
  const asker = async (n: number) => {
    for (let i = n; performance.now() < until; i++) {
      const ask = asks[i % asks.length] as Ask;
      await (await fetch((urls[n % urls.length] ?? '') + ask.path(), { headers: { cookie } })).arrayBuffer();
      answered++;
    }
  };
  await Promise.all(Array.from({ length: 16 }, (_, n) => asker(n)));
  return answered / seconds;
}
