/** A shop of many years, for the budget at size: one weld that went its way, laid down ten thousand times by SQL. */
import { v7 as uuid } from 'uuid';
import type { Sql } from '../../db/sql';
import { addWork } from '../../db/work';
import { append } from '../../db/record/append';
import { versionOf, type EventType } from '../../core/work/record';
import { runBody, work } from '../../tests/database';

export const WELDS = 10_000;
/** Events of a weld, its purge's too. */
const EVENTS = 50;
const WELDS_A_SPOOL = 10;

/** Lays down WELDS waiting welds with EVENTS events each. The clones are for reading: their chains are copies, and do not hold. */
export async function fill(sql: Sql, person: string): Promise<{ welds: string[]; spools: string[] }> {
  const who = { person, identified: 'picked' };
  const say = async (stream: string, type: EventType, body: unknown) => {
    const answer = await append(sql, Date.now, who, {
      ...{ id: uuid(), stream, type, version: versionOf(type), happenedAt: new Date().toISOString(), offsetMs: 0, seen: null, body },
    });
    if (answer.status > 201) throw new Error(answer.error);
  };
  const { welds, spool } = await addWork(sql, Date.now, who, work({ job: 'Of size', spool: 'T-1' }), [{ event: uuid(), weld: uuid() }]);
  const [weld = '', run] = [welds[0], uuid()];
  const named = (label: string) => ({ id: uuid(), label });
  const lot = { ...named('AR-1'), gas: 'argon', lot: '1', supplyPpm: 3 };
  const gap = { gapNarrow: { value: 5e-5, at: 12 }, gapWide: { value: 1e-4, at: 6 }, highLow: 1e-4, ovality: null };
  const papers = { heatA: named('H-1'), heatB: named('H-2'), filler: null, wps: { ...named('W-1'), revision: '1' }, flux: null };
  await say(weld, 'fitup.recorded', { ...gap, ...papers, welder: person, figures: [], advice: [] });
  const unmeasured = {
    monitor: null,
    air: null,
    bottle: null,
    cylinder: null,
    meter: null,
    price: null,
    typed: { air: null, bottle: null },
  };
  await say(weld, 'gas.recorded', { purge: lot, torch: lot, ...unmeasured });
  const torch = { cup: 12, lens: true, screen: false, electrode: 2.4e-3, stickOut: 0.0127, flow: 2e-4, amps: 60, postFlow: 8 };
  await say(weld, 'setup.recorded', { ...torch, figures: [] });
  await say(run, 'run.started', runBody({ device: '' }, spool, welds, { device: null }));
  const marks = ['tack', 'refill', 'arc-on', 'arc-off'] as const;
  for (let i = 0; i < EVENTS - 6; i++) await say(run, 'run.marked', { mark: marks[i % marks.length], weld });
  await say(run, 'run.ended', { how: 'done', countOut: 2 });

  // Ids of the clones follow from their number, so that every statement finds the same ones.
  await sql`set session_replication_role = replica`;
  await sql`set statement_timeout = 0`;
  await sql`create function pg_temp.id(text) returns uuid immutable language sql as
    $$ select overlay(overlay(md5($1) placing '4' from 13) placing '8' from 17)::uuid $$`;
  await sql`create temporary table clone as select i, pg_temp.id('weld' || i) as weld, pg_temp.id('run' || i) as run,
    pg_temp.id('spool' || i / ${WELDS_A_SPOOL}::int) as spool from generate_series(1, ${WELDS}::int) i`;
  await sql`insert into line (id, job, name) select pg_temp.id('line' || n), l.job, 'Line ' || n
    from generate_series(0, ${WELDS / WELDS_A_SPOOL / 20}::int) n, spool s join line l on l.id = s.line where s.id = ${spool}`;
  await sql`insert into spool (id, line, number)
    select distinct spool, pg_temp.id('line' || i / ${WELDS_A_SPOOL * 20}::int), 'S-' || i / ${WELDS_A_SPOOL}::int from clone`;
  await sql`insert into stream select x.id, s.kind, s.version, s.head_hash, s.last_at
    from clone c, lateral (values (c.weld, ${weld}::uuid), (c.run, ${run}::uuid)) x(id, like_) join stream s on s.id = x.like_`;
  await sql`insert into weld select c.weld, c.spool, 'W-' || c.i, c.i, w.due, w.summary, w.version, w.updated_at from clone c, weld w where w.id = ${weld}`;
  await sql`insert into run (id, spool, gas, version, started_at, ended_at)
    select c.run, c.spool, r.gas, r.version, r.started_at, r.ended_at from clone c, run r where r.id = ${run}`;
  await sql`insert into weld_run select weld, run from clone`;
  await sql`insert into event (stream, seq, id, type, version, happened_at, received_at, actor, identified, body, content, canonical, prev_hash, hash, form, added)
    select x.id, e.seq, pg_temp.id(x.id::text || e.seq), e.type, e.version, e.happened_at, e.received_at, e.actor, e.identified,
      replace(replace(e.body::text, ${weld}, c.weld::text), ${spool}, c.spool::text)::jsonb, e.content, e.canonical, e.prev_hash, e.hash, e.form, e.added
    from clone c, lateral (values (c.weld, ${weld}::uuid), (c.run, ${run}::uuid)) x(id, like_) join event e on e.stream = x.like_`;
  await sql`vacuum analyze`; // as a shop of years has been, by PostgreSQL itself
  const rows = await sql<{ weld: string; spool: string }[]>`select weld, spool from clone`;
  return { welds: rows.map((r) => r.weld), spools: [...new Set(rows.map((r) => r.spool))] };
}
