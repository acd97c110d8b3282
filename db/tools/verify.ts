/**
 * npm run verify: walks every stream and the chain of heads. Every column is compared with the text its hash is over, every digest with
 * the readings that are there, every picture with the hash its event names. What a superuser could still do, and what shows it: docs/decisions/0020-chains.md.
 */
import { createHash } from 'node:crypto';
import type { Taken } from '../../core/work/pictures';
import { reduceRun } from '../../core/work/record';
import { pieceOf } from '../files';
import { canonical, sha256 } from '../record/chain';
import { readingsDigest } from '../record/readings';
import { type EventRow, eventsOf } from '../record/stored';
import { connect, type Sql } from '../sql';

type Row = EventRow & { form: number; content: string; canonical: string; prev_hash: string };

/** The text a row's hash has to be over, from its columns alone; how far the client's clock was off stands only in the text. */
function textOf(r: Row, offsetMs: unknown): string {
  const carried = {
    ...{ stream: r.stream, seq: r.seq, id: r.id, type: r.type, version: r.version },
    happenedAt: r.happened_at.toISOString(),
    receivedAt: r.received_at.toISOString(),
    offsetMs,
    actor: r.actor,
    identified: r.identified,
    prev: r.prev_hash,
  };
  return canonical(r.form === 1 ? { ...carried, body: r.body } : { ...carried, said: r.body, added: r.added });
}

/** What the hash that tells a repeat may be over. In the first form the server's part lies in the body. */
function contentsOf(r: Row): string[] {
  const of = (body: unknown) => sha256(canonical({ stream: r.stream, type: r.type, version: r.version, body }));
  if (r.form !== 1) return [of(r.body)];
  const { atArc: _a, ...arcless } = r.body;
  const { digest: _d, ...undigested } = r.body;
  const inner = r.body['body'] as Record<string, unknown> | null | undefined;
  const { atArc: _i, ...innerArcless } = inner ?? {};
  return [r.body, arcless, undigested, ...(inner ? [{ ...r.body, body: innerArcless }] : [])].map(of);
}

/** @returns what does not hold, and how many events were walked */
export async function verify(sql: Sql): Promise<{ events: number; heads: number; retired: number; files: number; faults: string[] }> {
  const faults: string[] = [];
  let [events, retired] = [0, 0];
  const streams = await sql<{ id: string; kind: string; version: number; head_hash: string }[]>`
    select id, kind, version, head_hash from stream order by id`;
  for (const head of streams) {
    let [prev, seq] = ['', 0];
    const rows = await sql<Row[]>`select * from event where stream = ${head.id} order by seq`;
    for (const row of rows) {
      events++;
      const at = `stream ${head.id} event ${row.seq}`;
      if (row.seq !== seq + 1) faults.push(`${at}: expected number ${seq + 1}`);
      if (row.prev_hash !== prev) faults.push(`${at}: does not follow the one before`);
      if (sha256(row.canonical) !== row.hash) faults.push(`${at}: its text does not match its hash`);
      const { offsetMs } = JSON.parse(row.canonical) as { offsetMs: unknown };
      if (textOf(row, offsetMs) !== row.canonical) faults.push(`${at}: its columns do not match its text`);
      if (!contentsOf(row).includes(row.content)) faults.push(`${at}: what tells a repeat does not match what was said`);
      prev = row.hash;
      seq = row.seq;
    }
    if (head.version !== seq || head.head_hash !== prev) faults.push(`stream ${head.id}: its head does not match its last event`);
    if (head.kind === 'run') {
      const { fault, retired: put } = await readingsHold(sql, head.id);
      if (fault) faults.push(fault);
      if (put) retired++;
    }
  }
  const [chain, files] = [await verifyHeads(sql), await filesHold(sql)];
  return { events, retired, heads: chain.heads, files: files.files, faults: [...faults, ...chain.faults, ...files.faults] };
}

/** Is every picture that has come the one its event names? */
async function filesHold(sql: Sql): Promise<{ files: number; faults: string[] }> {
  const faults: string[] = [];
  const taken = await sql<
    { body: Pick<Taken, 'file' | 'keeps' | 'stored' | 'original'> }[]
  >`select body from event where type = 'picture.taken'`;
  const named = new Map(
    taken.flatMap(({ body: b }) => [[b.file, b.stored.hash], ...(b.keeps ? [[b.keeps, b.original.hash]] : [])] as [string, string][]),
  );
  const rows = await sql<{ id: string; hash: string; pieces: number }[]>`select id, hash, pieces from file where whole order by id`;
  for (const f of rows) {
    const sum = createHash('sha256');
    // Piece by piece: a shop has more pictures than memory.
    for (let n = 0; n < f.pieces; n++) sum.update((await pieceOf(sql, f.id, n)) ?? new Uint8Array());
    if (sum.digest('hex') !== f.hash || named.get(f.id) !== f.hash) faults.push(`picture ${f.id}: its bytes are not those its event names`);
  }
  return { files: rows.length, faults };
}

/** Are the readings of a purge those its end was signed over, or were they put away as the record says? */
async function readingsHold(sql: Sql, id: string): Promise<{ fault: string | null; retired: boolean }> {
  const stored = await eventsOf(sql, id);
  const run = reduceRun(stored);
  const device = run?.started.device?.id;
  const digest = run?.ended?.digest;
  if (!run || !device || !digest || run.endedAt === null) return { fault: null, retired: false };
  if (run.retired)
    return {
      fault: run.retired.sha256 === digest.sha256 ? null : `purge ${id}: the readings put away are not those it ended with`,
      retired: true,
    };
  const end = stored.find((e) => e.id === run.endedBy);
  const is = await readingsDigest(sql, device, run.startedAt, run.endedAt, Date.parse(end?.receivedAt ?? ''));
  const same = is.readings === digest.readings && is.sha256 === digest.sha256;
  return {
    fault: same ? null : `purge ${id}: ended over ${digest.readings} readings, ${is.readings} are there and do not match`,
    retired: false,
  };
}

/** The chain of heads: each row over the one before, and each stream still has what it had come to then. */
async function verifyHeads(sql: Sql): Promise<{ heads: number; faults: string[] }> {
  const faults: string[] = [];
  const rows = await sql<
    { n: number; at: Date; why: string; canonical: string; prev_hash: string; hash: string }[]
  >`select * from head order by n`;
  let [prev, n] = ['', 0];
  for (const row of rows) {
    const at = `head ${row.n}`;
    const told = JSON.parse(row.canonical) as {
      n: number;
      at: string;
      why: string;
      streams: number;
      moved: [string, number, string][];
      prev: string;
    };
    if (row.n !== n + 1 || row.prev_hash !== prev) faults.push(`${at}: does not follow the one before`);
    if (sha256(row.canonical) !== row.hash) faults.push(`${at}: its text does not match its hash`);
    if (told.n !== row.n || told.prev !== row.prev_hash || told.why !== row.why || told.at !== row.at.toISOString())
      faults.push(`${at}: its columns do not match its text`);
    const ids = told.moved.map(([id]) => id);
    const found = ids.length
      ? await sql<{ stream: string; seq: number; hash: string }[]>`
          select e.stream, e.seq, e.hash from jsonb_to_recordset(${sql.json(told.moved.map(([id, seq]) => ({ id, seq })))}) as m(id uuid, seq int)
            join event e on e.stream = m.id and e.seq = m.seq`
      : [];
    for (const [id, seq, hash] of told.moved)
      if (!found.some((f) => f.stream === id && f.seq === seq && f.hash === hash))
        faults.push(`${at}: stream ${id} had come to ${seq}, and no longer has that event`);
    [prev, n] = [row.hash, row.n];
  }
  return { heads: rows.length, faults };
}

if (process.argv[1]?.endsWith('verify.ts')) {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('Set DATABASE_URL.');
  const sql = connect(url);
  const { events, heads, retired, files, faults } = await verify(sql);
  const [head] = await sql<{ n: number; hash: string }[]>`select n, hash from head order by n desc limit 1`;
  await sql.end();
  for (const f of faults) console.error(f);
  if (retired) console.log(`${retired} purges with their raw readings retired`);
  if (head) console.log(`head ${head.n}: ${head.hash}`);
  if (files) console.log(`${files} pictures as their events name them, or told above`);
  console.log(`${events} events and ${heads} heads walked, ${faults.length} faults`);
  process.exitCode = faults.length ? 1 : 0;
}
