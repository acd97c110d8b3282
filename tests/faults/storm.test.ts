/** One device pours a thousand readings a second in: nothing of it is lost or doubled, and the others get through. Long in `npm run soak`. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { nap, openShop, sendReadings, type Reading, type Shop } from './shop';

const LONG = process.env['SOAK'] !== undefined;

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('storm', 3);
}, 120_000);
afterAll(() => shop.end());

it(
  'one device floods at a thousand readings a second: nothing of it is lost or doubled, and the others get through',
  async () => {
    const seconds = LONG ? 60 : 4;
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
