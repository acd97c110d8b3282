/** Reading streams back. */
import { read, reduceRun, reduceWeld, type Recorded, type WeldState } from '../../core/work/record';
import type { Stored } from '../../core/work/event';
import type { RunState } from '../../core/work/run';
import type { Criterion, LineSeen } from '../../core/models/criteria';
import type { Db } from '../sql';

/** A row of the record as its columns hold it; `body` is what was said, `added` what the server put to it. */
export type EventRow = {
  stream: string;
  seq: number;
  id: string;
  type: string;
  version: number;
  happened_at: Date;
  received_at: Date;
  actor: string | null;
  identified: string;
  body: Record<string, unknown>;
  added: Record<string, unknown> | null;
  hash: string;
};

const stored = (r: EventRow): Stored => ({
  id: r.id,
  stream: r.stream,
  seq: r.seq,
  type: r.type,
  version: r.version,
  happenedAt: r.happened_at.toISOString(),
  receivedAt: r.received_at.toISOString(),
  actor: r.actor,
  identified: r.identified,
  body: r.added ? { ...r.body, ...r.added } : r.body,
  hash: r.hash,
});

/** The events of a stream after a version, in order. */
export async function eventsOf(db: Db, stream: string, after = 0): Promise<Stored[]> {
  const rows = await db<EventRow[]>`
    select stream, seq, id, type, version, happened_at, received_at, actor, identified, body, added, hash
    from event where stream = ${stream} and seq > ${after} order by seq`;
  return rows.map(stored);
}

export const isStream = async (db: Db, id: string): Promise<boolean> => (await db`select 1 from stream where id = ${id}`).length > 0;

export async function criterionOf(db: Db, id: string, version: number): Promise<Criterion | null> {
  const [row] = await db<{ body: Criterion }[]>`select body from criterion where id = ${id} and version = ${version}`;
  return row?.body ?? null;
}

export async function runState(db: Db, id: string): Promise<RunState | null> {
  return reduceRun(await eventsOf(db, id));
}

/** Everything the page of a weld stands on. */
export type WeldRecord = { state: WeldState; criterion: Criterion; events: Stored[]; runEvents: Record<string, Stored[]> };

/**
 * Reads and reduces a weld with its purges; null when there is no such weld.
 * @param known purges that were read already, by id
 */
export async function weldRecord(db: Db, id: string, known: ReadonlyMap<string, Stored[]> = new Map()): Promise<WeldRecord | null> {
  const events = await eventsOf(db, id);
  const first = events.find((e) => e.type === 'weld.created');
  const created = first ? (read(first) as Recorded<'weld.created'> | null) : null;
  if (!created) return null;
  const wanted = created.body.design.criterion;
  const criterion = await criterionOf(db, wanted.id, wanted.version);
  if (!criterion) throw new Error(`criterion ${wanted.id} is missing`);
  const runs = await db<{ run: string }[]>`select run from weld_run where weld = ${id}`;
  const runEvents: WeldRecord['runEvents'] = {};
  const states: RunState[] = [];
  for (const { run } of runs) {
    const of = (runEvents[run] = known.get(run) ?? (await eventsOf(db, run)));
    const state = reduceRun(of);
    if (state) states.push(state);
  }
  const state = reduceWeld(events, states, criterion);
  return state && { state, criterion, events, runEvents };
}

/** The other welds of a weld's line: how many have a verdict, of how many the inside was seen, and whether one was rejected. */
export async function lineSeen(db: Db, weld: string): Promise<LineSeen> {
  const [row] = await db<LineSeen[]>`
    select count(*) filter (where w.summary ->> 'outcome' is not null)::int as looked,
      count(*) filter (where w.summary ->> 'outcome' is not null and (w.summary -> 'insideSeen')::boolean)::int as inside,
      coalesce(bool_or(w.summary ->> 'outcome' in ('cut-out', 'reweld') or (w.summary -> 'rewelds')::int > 0), false) as rejected
    from weld w join spool s on s.id = w.spool
    where s.line = (select s.line from weld w join spool s on s.id = w.spool where w.id = ${weld}) and w.id <> ${weld}`;
  return row ?? { looked: 0, inside: 0, rejected: false };
}
