/** What was foretold of a purge and what came, kept once; and what a shop takes over from it and back, on a real PostgreSQL. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SHIPPED } from '../core/models/remaining';
import type { Foretold } from '../core/work/run';
import { enter, makeWorld, runBody, say, type World } from '../tests/database';
import { foretoldOver, keepForetold, notForetold, shopPriors, takePrior, undoPrior } from './remaining';
import { runState } from './record/stored';
import { rebuild } from './tools/rebuild';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const foretold: Foretold = {
  ...{ model: 'remaining-1', prior: 'shipped', unchecked: false, place: 'vent', limitPpm: 50, since: '2026-03-01T08:00:00.000Z' },
  said: [{ when: 'half', at: 40, range: { low: 30, high: 60 }, reach: 0.9 }],
  ...{ came: 80, wont: null, learnt: { pace: { mean: 0.1, sd: 0.1 }, leak: { mean: -19, sd: 1 } } },
};
async function ended(spool: string): Promise<string> {
  const { spool: id, welds } = await enter(w, { spool });
  const run = uuid();
  expect((await say(w, run, 'run.started', runBody(w, id, welds))).status).toBe(201);
  expect((await say(w, run, 'run.ended', { how: 'done', countOut: 2 })).status).toBe(201);
  return run;
}

describe('what was foretold of a purge', () => {
  it('is asked for once it has ended, kept once however often it is told, and stands in its record', async () => {
    const run = await ended('FT-1');
    expect(await notForetold(w.sql)).toBe(run);
    await Promise.all([1, 2, 3].map(() => keepForetold(w.sql, Date.now, run, foretold)));
    expect(await w.sql`select 1 from event where stream = ${run} and type = 'run.foretold'`).toHaveLength(1);
    expect((await runState(w.sql, run))?.foretold).toEqual(foretold);
    expect(await notForetold(w.sql)).toBeNull();
    expect(await foretoldOver(w.sql)).toEqual([{ ...foretold, run }]);
  });
  it('too little to say is noted, asked no more, and no entry of the record', async () => {
    const run = await ended('FT-2');
    await keepForetold(w.sql, Date.now, run, null);
    expect(await notForetold(w.sql)).toBeNull();
    expect(await w.sql`select 1 from event where stream = ${run} and type = 'run.foretold'`).toEqual([]);
    expect(await foretoldOver(w.sql)).toHaveLength(1);
  });
  it('nobody tells it from outside', async () => {
    const run = await ended('FT-3');
    expect(await say(w, run, 'run.foretold' as never, foretold as never)).toMatchObject({ status: 400 });
  });
  it('is written again from the events', async () => {
    await w.owner`delete from run_foretold`;
    await rebuild(w.owner);
    expect((await foretoldOver(w.sql)).map((f) => f.came)).toEqual([80]);
  });
});

describe("a prior of the shop's own", () => {
  const body = { ...SHIPPED, pace: { ...SHIPPED.pace, mean: 0.12 } };
  it('is taken over once, counts from then on, and is undone; what stood at a time is known later', async () => {
    const id = uuid();
    const clock = (t: number) => () => t;
    const [t1, t2] = [Date.now() + 1000, Date.now() + 9000];
    expect(await takePrior(w.sql, clock(t1), w.person, { id, unchecked: true, body, purges: 14 })).toBe(true);
    expect(await takePrior(w.sql, clock(t1), w.person, { id, unchecked: true, body, purges: 14 })).toBe(true);
    expect(await takePrior(w.sql, clock(t1), w.person, { id, unchecked: true, body: SHIPPED, purges: 14 })).toBe(false);
    expect(await shopPriors(w.sql)).toMatchObject([{ id, unchecked: true, body, purges: 14, by: w.person }]);
    expect(await shopPriors(w.sql, t1 - 10)).toEqual([]);
    expect(await undoPrior(w.sql, clock(t2), w.person, id)).toBe(true);
    expect(await undoPrior(w.sql, clock(t2), w.person, uuid())).toBe(false);
    expect(await shopPriors(w.sql)).toEqual([]);
    // A purge of that hour was foretold by it, and stays so.
    expect(await shopPriors(w.sql, t2 - 10)).toMatchObject([{ id }]);
  });
  it('of a kind the newest that stands counts; undone, the one before does again', async () => {
    const [a, b] = [uuid(), uuid()];
    await takePrior(w.sql, () => 1e12, null, { id: a, unchecked: false, body, purges: 12 });
    await takePrior(w.sql, () => 2e12, null, {
      id: b,
      unchecked: false,
      body: { ...body, leak: { ...body.leak, share: 0.2 } },
      purges: 30,
    });
    expect((await shopPriors(w.sql)).map((p) => p.id)).toEqual([b]);
    await undoPrior(w.sql, () => 2e12 + 1, null, b);
    expect((await shopPriors(w.sql)).map((p) => p.id)).toEqual([a]);
  });
  it('the application cannot rewrite or remove either', async () => {
    await expect(w.sql`delete from purge_prior`).rejects.toThrow();
    await expect(w.sql`update purge_prior set purges = 1`).rejects.toThrow();
    await expect(w.sql`delete from purge_prior_undone`).rejects.toThrow();
  });
});
