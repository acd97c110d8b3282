/** A database filled by earlier code opens, and says what it said then (tests/fixtures/README.md). */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { gasUse, read as readEvent, recordFile, stageLine, tell, waitsFor, type WeldRecordFile } from '../../core/work/record';
import { stageSchema } from '../../core/work/stages';
import { differences, listed, matches, plain } from '../../tests/fixtures/differences';
import { restoreDump } from '../../scripts/lib/cluster';
import { board } from '../board';
import { runState, weldRecord } from './stored';
import { openDatabase } from '../open';
import { peopleOfRecord } from '../people';
import { connect, type Sql } from '../sql';
import { rebuild } from '../tools/rebuild';
import { verify } from '../tools/verify';
import { placeOf } from '../work';

type Goldens = {
  at: number;
  records: Record<string, { file: WeldRecordFile } & Record<string, unknown>>;
  runs: Record<string, unknown>;
  board: unknown;
  heads: Record<string, [number, string]>;
};
const goldens = JSON.parse(readFileSync('tests/fixtures/goldens.json', 'utf8')) as Goldens;
let sql: Sql;
const used = new Set<string>();
/** Differences that nobody listed; which of the listed ones there were is kept. */
const surprises = (was: unknown, is: unknown) =>
  differences(was, plain(is)).filter((d) => {
    const found = listed.find((l) => matches(l.path, d.path));
    if (found) used.add(found.path);
    return !found;
  });

beforeAll(async () => {
  const name = `golden_${process.pid}`;
  const admin = connect(inject('databaseUrl'), { max: 1, role: null });
  await admin.unsafe(`create database ${name}`);
  // The dump grants to the role the first migration makes; a cluster nobody has migrated yet has none.
  await admin.unsafe(
    `do $$ begin if not exists (select from pg_roles where rolname = 'sentrel_app') then create role sentrel_app nologin; end if; end $$`,
  );
  await admin.end();
  const url = inject('databaseUrl').replace(/\/postgres$/, `/${name}`);
  restoreDump(url, 'tests/fixtures/shop.sql');
  sql = connect(url, { max: 2, role: null });
  await openDatabase(sql);
});
afterAll(() => sql.end());

describe('a database that earlier code filled', () => {
  it('holds its chain', async () =>
    // The demo of that day told CS-32 and CS-33 at the same hour on one monitor: the readings of the one lie in the time of the other.
    expect((await verify(sql)).faults).toEqual([expect.stringMatching(/^purge .* ended over 205 readings, 417 are there/)]));
  it('keeps its heads', async () => {
    const heads = await sql<{ id: string; version: number; head_hash: string }[]>`select id, version, head_hash from stream order by id`;
    expect(Object.fromEntries(heads.map((s) => [s.id, [s.version, s.head_hash]]))).toEqual(goldens.heads);
  });
  it('has the same record of every weld', async () => {
    const people = await peopleOfRecord(sql);
    for (const [number, golden] of Object.entries(goldens.records)) {
      const place = await placeOf(sql, golden.file.weld.id);
      const r = await weldRecord(sql, golden.file.weld.id);
      if (!place || !r) throw new Error(`${number} is gone`);
      const events = [...r.events, ...Object.values(r.runEvents).flat()];
      const now = {
        file: recordFile({ ...golden.file, events: r.events, runEvents: r.runEvents }),
        state: r.state,
        waits: waitsFor(r.state),
        lines: Object.fromEntries(stageSchema.options.map((s) => [s, stageLine(r.state, s, 'metric')])),
        gas: gasUse(r.state, goldens.at),
        story: events.map((e) => {
          const today = readEvent(e);
          return (
            today && tell(today, { criterion: r.criterion, system: 'metric', who: (x) => people.find((p) => p.id === x)?.stamp ?? '?' })
          );
        }),
      };
      expect(surprises(golden, now), number).toEqual([]);
    }
  });
  it('has the same state of every purge', async () => {
    for (const [id, golden] of Object.entries(goldens.runs))
      expect(surprises({ runs: golden }, { runs: await runState(sql, id) }), id).toEqual([]);
  });
  it('shows the same Board, before and after its rows are written again', async () => {
    // It came spool by spool then, and comes the newest first now: the welds are the same.
    type Rows = { welds: { id: string }[] };
    const inOrder = (b: Rows) => ({ board: { ...b, welds: b.welds.toSorted((x, y) => x.id.localeCompare(y.id)) } });
    expect(surprises(inOrder(goldens.board as Rows), inOrder(await board(sql, goldens.at)))).toEqual([]);
    await rebuild(sql);
    expect(surprises(inOrder(goldens.board as Rows), inOrder(await board(sql, goldens.at)))).toEqual([]);
  });
  it('lists no difference that is none', () =>
    expect(listed.map((l) => l.path).filter((p) => !used.has(p) && !p.startsWith('plan.'))).toEqual([]));
});
