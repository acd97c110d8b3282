/** Hands, devices, uploads and closing records at once on the same purge: nobody waits in a circle, and every one of them gets an answer. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { loggerTable, readLogger } from '../../core/work/devices';
import { addLog, fileHash } from '../../db/logs';
import { headOfTheHour } from '../../db/record/heads';
import { connect, type Sql } from '../../db/sql';
import { verify } from '../../db/tools/verify';
import { enter, makeWorld, runBody, say, type World } from '../database';

let w: World;
let many: Sql;
beforeAll(async () => {
  w = await makeWorld();
  many = connect(w.url, { max: 12 });
});
afterAll(async () => {
  await many.end();
  await w.end();
});

const circles = async () => {
  const [row] = await w.owner<{ deadlocks: number }[]>`
    select deadlocks::int as deadlocks from pg_stat_database where datname = current_database()`;
  return row?.deadlocks ?? 0;
};

it('marks, logger files and the heads of the hour at once on two purges of one spool: each is answered, none waits in a circle', async () => {
  const busy = { ...w, sql: many };
  const { spool, welds } = await enter(w, { spool: 'C-1', firstNumber: 'C-1', count: 4 });
  const runs = await Promise.all(
    [welds.slice(0, 2), welds.slice(2)].map(async (mine) => {
      const run = uuid();
      await say(w, run, 'run.started', runBody(w, spool, mine, { device: null }));
      return { run, mine };
    }),
  );
  const who = { person: w.person, identified: 'test' };
  const text = (n: number) =>
    ['time,ppm', ...Array.from({ length: 400 }, (_, i) => `${new Date(Date.now() - 500_000 + i * 1000).toISOString()},${n}`)].join('\n');
  const answers: number[] = [];
  const wrong: unknown[] = [];
  const noted = <T extends { status?: unknown }>(given: Promise<T>) =>
    given.then(
      (a) => void answers.push(typeof a.status === 'number' ? a.status : 200),
      (e: unknown) => void wrong.push((e as { code?: string }).code ?? e),
    );
  const hand = async (n: number) => {
    for (let i = 0; i < 25; i++) {
      const { run, mine } = runs[(n + i) % 2] as (typeof runs)[number];
      await noted(say(busy, run, 'run.marked', { mark: 'tack', weld: mine[i % 2] ?? null }));
    }
  };
  const upload = async (n: number) => {
    for (let i = 0; i < 12; i++) {
      const file = text(n * 100 + i);
      const read = readLogger(
        file.split('\n').map((l) => l.split(',')),
        { zone: 0, start: Date.now() },
      );
      if (!read.ok) throw new Error(read.error);
      await noted(
        addLog(many, Date.now, who, runs[(n + i) % 2]?.run ?? '', {
          name: `${n}.csv`,
          sha256: fileHash(file),
          table: loggerTable(read.read),
        }),
      );
    }
  };
  const heads = async () => {
    for (let i = 0; i < 40; i++) await noted(headOfTheHour(many, () => Date.now() + i * 3_700_000).then(() => ({})));
  };
  await Promise.all([hand(0), hand(1), hand(2), upload(0), upload(1), upload(2), heads()]);
  expect(wrong).toEqual([]);
  expect(answers.filter((s) => s >= 300)).toEqual([]);
  expect(answers).toHaveLength(75 + 36 + 40);
  expect(await circles()).toBe(0);
  expect((await verify(w.owner)).faults).toEqual([]);
}, 120_000);

it.each(['40P01', '40001'])(
  'a mark the database breaks off for the sake of another (%s) is tried once more, and is there once',
  async (code) => {
    const { spool, welds } = await enter(w, { spool: `C-${code}`, firstNumber: `C-${code}` });
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
    // A sequence does not go back with what is broken off: it counts the tries.
    await w.owner.unsafe(`create sequence tries; grant usage on sequence tries to public;
    create function break_once() returns trigger language plpgsql as $$
    begin if nextval('tries') = 1 then raise exception 'for another''s sake' using errcode = '${code}'; end if; return new; end $$;
    create trigger break_once before insert on event for each row execute function break_once()`);
    try {
      expect((await say(w, run, 'run.marked', { mark: 'tack', weld: welds[0] ?? null })).status).toBe(201);
      expect(await w.owner`select 1 from event where stream = ${run} and type = 'run.marked'`).toHaveLength(1);
      expect((await w.owner`select last_value::int as n from tries`)[0]).toEqual({ n: 2 });
    } finally {
      await w.owner.unsafe('drop trigger break_once on event; drop function break_once; drop sequence tries');
    }
  },
);
