/** Many devices and people at once, seeded and short; the long runs are for npm run soak. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { seeded } from '../../core/basics/seeded';
import { verify } from '../../db/tools/verify';
import { addDevice } from '../../db/devices';
import { intake } from '../../db/record/readings';
import { eventsOf } from '../../db/record/stored';
import { enter, makeWorld, runBody, say, type World } from '../database';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

it('four devices send the same readings in random, overlapping batches: each is there once', async () => {
  const random = seeded(7);
  const t0 = Date.now() - 600_000;
  const fleet = await Promise.all(
    [0, 1, 2, 3].map(async (n) => {
      const id = uuid();
      await addDevice(w.owner, { id, name: `Flood ${n}`, place: 'vent', key: 'k', resolution: 1, noise: 1 });
      return {
        id,
        boot: uuid(),
        all: Array.from({ length: 300 }, (_, seq) => ({
          seq,
          at: new Date(t0 + seq * 1000).toISOString(),
          raw: seq * n,
          ppm: seq * n,
          quality: 'good',
        })),
      };
    }),
  );
  const sends: Promise<unknown>[] = [];
  for (const d of fleet) {
    for (let i = 0; i < 12; i++) {
      const from = Math.floor(random() * 280);
      sends.push(
        intake(
          w.sql,
          Date.now,
          { id: d.id, kind: 'oxygen-monitor' },
          { boot: d.boot, sentAt: new Date().toISOString(), readings: d.all.slice(from, from + 60) },
        ),
      );
    }
    // whatever the chance left out
    sends.push(
      intake(w.sql, Date.now, { id: d.id, kind: 'oxygen-monitor' }, { boot: d.boot, sentAt: new Date().toISOString(), readings: d.all }),
    );
  }
  await Promise.all(sends);
  for (const d of fleet) {
    const rows = await w.sql<{ seq: number; ppm: number }[]>`select seq, value as ppm from reading where device = ${d.id} order by seq`;
    expect(rows.map((r) => [r.seq, r.ppm])).toEqual(d.all.map((r) => [r.seq, r.ppm]));
  }
  expect(await w.sql`select 1 from reading_refusal`).toHaveLength(0);
});

it('eight people mark on three runs at once: every chain holds and nothing is lost', async () => {
  const random = seeded(11);
  const runs = await Promise.all(
    [1, 2, 3].map(async (n) => {
      const { spool, welds } = await enter(w, { spool: `F-${n}`, firstNumber: `F-${n}`, count: 1 });
      const run = uuid();
      await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
      return { run, weld: welds[0] ?? null };
    }),
  );
  const marks = ['tack', 'look', 'refill', 'arc-on', 'arc-off', 'hold'] as const;
  const sent = new Map<string, string[]>(runs.map((r) => [r.run, []]));
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      for (let i = 0; i < 12; i++) {
        const { run, weld } = runs[Math.floor(random() * 3)] as (typeof runs)[number];
        const id = uuid();
        sent.get(run)?.push(id);
        const answer = await say(w, run, 'run.marked', { mark: marks[Math.floor(random() * 6)] ?? 'tack', weld }, { id });
        expect(answer.status).toBe(201);
        // The same id for another mark is no repeat: it is refused as one that is taken.
        if (random() < 0.3) expect((await say(w, run, 'run.marked', { mark: 'tack', weld: null }, { id })).status).toBe(409);
      }
    }),
  );
  for (const { run } of runs) expect(new Set((await eventsOf(w.sql, run)).slice(1).map((e) => e.id))).toEqual(new Set(sent.get(run)));
  expect((await verify(w.sql)).faults).toEqual([]);
});
