import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { makeWorld, type World } from '../tests/database';
import { board } from './board';
import { seedDemo } from './demo';
import { migrate } from './migrate';
import { clearDemo, hasDemo } from './work';
import { verify } from './tools/verify';
import { people } from './people';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

it('applies a file once, also when two start at once, and rolls a broken one back whole', async () => {
  const dir = mkdtempSync(join(tmpdir(), 'sentrel-migrations-'));
  writeFileSync(join(dir, '0002_thing.sql'), 'create table thing (n int);');
  const both = await Promise.all([migrate(w.owner, dir), migrate(w.owner, dir)]);
  expect(both.flat()).toEqual(['0002_thing.sql']);
  writeFileSync(join(dir, '0003_broken.sql'), 'create table other (n int); select nonsense;');
  await expect(migrate(w.owner, dir)).rejects.toThrow();
  expect(await w.owner`select to_regclass('other') as t`).toEqual([{ t: null }]);
  writeFileSync(join(dir, '0002_thing.sql'), 'create table thing (n bigint);');
  await expect(migrate(w.owner, dir)).rejects.toThrow(/changed after/);
});

it("tells the demo from a given now, through the same append, and clears it away without touching one's own", async () => {
  const at = Date.parse('2026-05-05T10:00:00Z');
  await seedDemo(w.owner, at, { id: w.device, name: 'Test monitor' });
  const shown = await board(w.sql, at);
  expect(shown.runs).toHaveLength(1);
  expect(new Set(shown.welds.map((x) => x.due))).toEqual(new Set(['fitup', 'gas', 'setup', 'purge', 'look', 'clean', 'passivate']));
  expect(shown.done).toBeGreaterThan(8);
  const dates = await w.sql<{ first: Date; last: Date }[]>`select min(happened_at) as first, max(happened_at) as last from event`;
  expect(dates[0]?.last.getTime()).toBeLessThanOrEqual(at);
  expect((at - (dates[0]?.first.getTime() ?? 0)) / 86_400_000).toBeGreaterThan(18);
  const cut = await w.sql`select 1 from weld where summary->>'outcome' = 'cut-out'`;
  expect(cut).toHaveLength(2);
  expect((await verify(w.sql)).faults).toEqual([]);
  await clearDemo(w.sql, () => at, { person: w.person, identified: 'picked' });
  expect(await hasDemo(w.sql)).toBe(false);
  expect((await board(w.sql, at)).welds).toEqual([]);
  expect((await people(w.sql)).map((p) => p.name)).toEqual(['Test Person']);
});
