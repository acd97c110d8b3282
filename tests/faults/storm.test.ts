/**
 * The server, the database and the device killed at random moments while hands mark and devices measure: every acknowledged
 * mark and reading is there, none twice. Seeded; a few seconds here, long in `npm run soak`.
 */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { verify } from '../../db/tools/verify';
import { seeded } from '../../core/basics/seeded';
import { markEvent, nap, openShop, post, sendReadings, type Reading, type Shop } from './shop';

const LONG = process.env['SOAK'] !== undefined;
const SEED = Number(process.env['SEED'] ?? 5);

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('storm', 3);
}, 120_000);
afterAll(() => shop.end());

it(
  'killed at random moments: every acknowledged mark and reading is there, none twice',
  async () => {
    const chance = seeded(SEED);
    let over = false;
    const marked = new Map<string, string>();
    const measured = new Map<string, number>();

    /** A hand that marks, and sends the same mark again until it is answered. */
    const hand = async (screen: string) => {
      const kinds = ['tack', 'look', 'refill', 'arc-on', 'arc-off', 'hold'];
      while (!over) {
        const id = uuid();
        const mark = kinds[Math.floor(chance() * kinds.length)] ?? 'tack';
        const event = markEvent(shop, id, mark, screen);
        for (let tries = 0; tries < 60; tries++) {
          const sent = await post(`${shop.url}/api/events`, { events: [event] }, { origin: shop.url, cookie: shop.cookie });
          const status = sent?.status === 200 ? (sent.body as { answers: { status: number }[] }).answers[0]?.status : undefined;
          if (status === 200 || status === 201) {
            marked.set(id, mark);
            break;
          }
          await nap(150);
        }
        await nap(20 + 80 * chance());
      }
    };
    /** A monitor that keeps what was not answered; killed, it begins again under another boot, and what it held is gone. */
    const monitor = async (n: number) => {
      let [boot, seq, queue] = [uuid(), 0, [] as Reading[]];
      while (!over) {
        queue.push({ seq, at: new Date().toISOString(), raw: seq, ppm: seq % 200, quality: 'good' });
        seq++;
        const taken = await sendReadings(shop, n, boot, queue);
        for (const s of taken ?? []) measured.set(`${boot}:${s}`, s);
        if (taken) queue = queue.filter((r) => !taken.includes(r.seq));
        if (chance() < 0.02) [boot, seq, queue] = [uuid(), 0, []];
        await nap(40);
      }
    };
    const storm = async () => {
      for (let i = 0; i < (LONG ? 150 : 4); i++) {
        await nap(1200 + 2000 * chance());
        if (i % 2 === 0) await shop.killServer();
        else await shop.crashDatabase();
      }
      await nap(1000);
      over = true;
    };
    await Promise.all([hand('a'), hand('b'), monitor(0), monitor(1), storm()]);

    expect(marked.size).toBeGreaterThan(15);
    expect(measured.size).toBeGreaterThan(50);
    const events = await shop.owner<
      { id: string; mark: string }[]
    >`select id, body ->> 'mark' as mark from event where type = 'run.marked'`;
    const times = new Map<string, number>();
    for (const e of events) times.set(e.id, (times.get(e.id) ?? 0) + 1);
    expect([...marked.keys()].filter((id) => times.get(id) !== 1)).toEqual([]);
    expect(events.filter((e) => marked.has(e.id) && marked.get(e.id) !== e.mark)).toEqual([]);
    const rows = await shop.owner<{ boot: string; seq: number; raw: number }[]>`select boot, seq, raw from reading`;
    const kept = new Map(rows.map((r) => [`${r.boot}:${r.seq}`, r.raw]));
    expect(kept.size).toBe(rows.length);
    expect([...measured].filter(([key, raw]) => kept.get(key) !== raw)).toEqual([]);
    expect((await verify(shop.owner)).faults).toEqual([]);
  },
  LONG ? 1_500_000 : 120_000,
);

it(
  'one device floods at a thousand readings a second: nothing of it is lost or doubled, and the others get through',
  async () => {
    const seconds = LONG ? 60 : 6;
    const [flood, calm] = [uuid(), uuid()];
    const all: Reading[] = [];
    const acknowledged = new Set<number>();
    let over = false;
    const pour = async () => {
      const began = Date.now();
      for (let seq = 0; seq < seconds * 1000;) {
        const due = Math.min(seconds * 1000, Date.now() - began);
        const batch = Array.from({ length: Math.min(1000, due - seq) }, (_, i): Reading => {
          const n = seq + i;
          return { seq: n, at: new Date(began + n).toISOString(), raw: n, ppm: n % 1000, quality: 'good' };
        });
        if (batch.length === 0) {
          await nap(50);
          continue;
        }
        const taken = await sendReadings(shop, 2, flood, batch);
        if (!taken) continue;
        for (const s of taken) acknowledged.add(s);
        all.push(...batch);
        seq += batch.length;
        // Now and then an answer is lost on the way, and the device sends the batch again.
        if (seq % 7 === 0) await sendReadings(shop, 2, flood, batch);
      }
      over = true;
    };
    let sent = 0;
    const trickle = async () => {
      while (!over) {
        const taken = await sendReadings(shop, 1, calm, [{ seq: sent, at: new Date().toISOString(), raw: sent, ppm: 20, quality: 'good' }]);
        if (taken) sent++;
        await nap(200);
      }
    };
    await Promise.all([pour(), trickle()]);
    const rows = await shop.owner<{ seq: number; raw: number }[]>`select seq, raw from reading where boot = ${flood} order by seq`;
    expect(rows.map((r) => r.seq)).toEqual(Array.from({ length: seconds * 1000 }, (_, i) => i));
    expect(rows.every((r) => r.raw === r.seq)).toBe(true);
    expect(acknowledged.size).toBe(seconds * 1000);
    expect(sent).toBeGreaterThan(2);
    expect(await shop.owner`select 1 from reading where boot = ${calm}`).toHaveLength(sent);
  },
  LONG ? 300_000 : 90_000,
);
