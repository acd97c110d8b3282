/**
 * Appending to the record. One event, one transaction: lock the streams it touches in id order, check,
 * chain, insert, rewrite the summary rows, hint to whoever listens. Answered means committed.
 */
import {
  gate,
  eventTypes,
  isEventType,
  reduceRun,
  refusals,
  sentEventSchema,
  type BodyOf,
  type Recorded,
  type SentEvent,
} from '../core/work/weld';
import { canonical, sha256 } from './chain';
import type { Clock } from './clock';
import { criterionOf, eventsOf, runState, weldRecord } from './events';
import { addCheck } from './checks';
import { readingsDigest, readingsSince } from './readings';
import type { Sql, Tx } from './sql';
import { writeRun, writeWeld } from './summary';

/** Who is speaking, and how that was established. */
export type Who = { person: string | null; identified: string };

export type Answer = {
  id: string | null;
  /** 201 taken, 200 had it already, 400 malformed, 404 no such stream, 409 clash, 422 refused */
  status: 200 | 201 | 400 | 404 | 409 | 422;
  seq?: number;
  error?: string;
  reasons?: string[];
};

class Refused extends Error {
  constructor(readonly answer: Omit<Answer, 'id'>) {
    super(answer.error);
  }
}
const refuse = (status: Answer['status'], error: string, reasons?: string[]): never => {
  throw new Refused({ status, error, ...(reasons && { reasons }) });
};

type Checked = SentEvent & { body: Recorded['body']; type: Recorded['type'] };

function check(sent: unknown): Checked {
  const envelope = sentEventSchema.safeParse(sent);
  if (!envelope.success)
    return refuse(
      400,
      'The event cannot be read.',
      envelope.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`),
    );
  const e = envelope.data;
  if (!isEventType(e.type)) return refuse(400, `There is no event of type "${e.type}".`);
  const type = eventTypes[e.type];
  if (e.version !== type.version) return refuse(400, `"${e.type}" version ${e.version} is not known here. Reload the page.`);
  const body = type.body.safeParse(e.body);
  if (!body.success)
    return refuse(
      400,
      'Something in it cannot be right.',
      body.error.issues.map((i) => (i.path.length ? `${i.path.join('.')}: ${i.message}` : i.message)),
    );
  if (type.decision && e.seen === null) return refuse(400, 'A decision must say which version of the record it was made on.');
  return { ...e, type: e.type, body: body.data };
}

/** The streams an event touches: its own and, for a run, the welds it serves. */
async function touched(tx: Tx, e: Checked): Promise<string[]> {
  if (e.type === 'run.started') return [e.stream, ...(e.body as BodyOf<'run.started'>).welds];
  if (eventTypes[e.type].stream === 'weld') return [e.stream];
  const welds = await tx<{ weld: string }[]>`select weld from weld_run where run = ${e.stream}`;
  return [e.stream, ...welds.map((w) => w.weld)];
}

/** Rows that must be there before the first event of a stream. */
async function begin(tx: Tx, e: Checked, at: Date): Promise<void> {
  if (e.type === 'weld.created') {
    const b = e.body as BodyOf<'weld.created'>;
    if (!(await tx`select 1 from spool where id = ${b.spool}`).length) refuse(404, 'There is no such spool.');
    if (!(await criterionOf(tx, b.design.criterion.id, b.design.criterion.version)))
      refuse(422, `There is no criterion ${b.design.criterion.id} version ${b.design.criterion.version}.`);
    if ((await tx`select 1 from weld where spool = ${b.spool} and number = ${b.number}`).length)
      refuse(422, `Weld ${b.number} is on this spool already.`);
    await tx`insert into stream (id, kind) values (${e.stream}, 'weld') on conflict do nothing`;
    await tx`insert into weld (id, spool, number, ordinal, updated_at)
      values (${e.stream}, ${b.spool}, ${b.number}, (select count(*) + 1 from weld where spool = ${b.spool}), ${at}) on conflict do nothing`;
  } else if (e.type === 'run.started') {
    const b = e.body as BodyOf<'run.started'>;
    const welds = await tx<{ id: string }[]>`select id from weld where id in ${tx(b.welds)} and spool = ${b.spool}`;
    if (welds.length !== new Set(b.welds).size) refuse(422, 'The welds of a purge must be on its spool.');
    const [busy] = b.device ? await tx<{ id: string }[]>`select id from run where device = ${b.device.id} and ended_at is null` : [];
    if (busy)
      refuse(422, `${b.device?.label ?? 'The monitor'} is on another purge that is still running. End that one, or take another monitor.`);
    const [open] = await tx<
      { id: string }[]
    >`select r.id from run r join weld_run w on w.run = r.id where w.weld in ${tx(b.welds)} and r.ended_at is null`;
    if (open) refuse(422, 'A purge is already running on one of these welds.');
    await tx`insert into stream (id, kind) values (${e.stream}, 'run') on conflict do nothing`;
    await tx`insert into run (id, spool, device, started_at) values (${e.stream}, ${b.spool}, ${b.device?.id ?? null}, ${at}) on conflict do nothing`;
    for (const w of new Set(b.welds)) await tx`insert into weld_run (weld, run) values (${w}, ${e.stream}) on conflict do nothing`;
    for (const d of b.listens ?? []) {
      const [taken] = await tx<
        { id: string }[]
      >`select r.id from run r join run_device l on l.run = r.id where l.device = ${d.id} and r.ended_at is null`;
      if (taken) refuse(422, `${d.label} is on another purge that is still running. End that one, or start without it.`);
      if (!(await tx`select 1 from device where id = ${d.id} and revoked_at is null`).length)
        refuse(422, `${d.label} is not registered any more.`);
      await tx`insert into run_device (run, device) values (${e.stream}, ${d.id}) on conflict do nothing`;
    }
  }
}

/** What the server adds: the reading in force when the arc was struck, the digest when a run is closed. */
async function enrich(tx: Tx, e: Checked, happened: number): Promise<Recorded['body']> {
  if (e.type === 'run.marked' && (e.body as BodyOf<'run.marked'>).mark === 'arc-on') {
    return { ...(e.body as BodyOf<'run.marked'>), atArc: await atArc(tx, e.stream, happened) };
  }
  if (e.type === 'run.corrected') {
    // An arc set right to another time was struck in other oxygen.
    const { body, happenedAt } = e.body as BodyOf<'run.corrected'>;
    if (body?.['mark'] !== 'arc-on' || happenedAt === undefined) return e.body;
    return { ...(e.body as BodyOf<'run.corrected'>), body: { ...body, atArc: await atArc(tx, e.stream, Date.parse(happenedAt)) } };
  }
  if (e.type === 'run.ended') {
    const run = await runState(tx, e.stream);
    const device = run?.started.device?.id;
    const digest = device && run ? await readingsDigest(tx, device, run.startedAt, happened) : undefined;
    return { ...(e.body as BodyOf<'run.ended'>), ...(digest && { digest }) };
  }
  return e.body;
}

/** The reading in force at a moment, and what the gate said then: of the run as it stood, not as it stands. */
async function atArc(tx: Tx, stream: string, at: number): Promise<BodyOf<'run.marked'>['atArc']> {
  const run = reduceRun(await eventsOf(tx, stream), at);
  if (!run) return undefined;
  const { device, rules, planned, place, monitorChecked, backing } = run.started;
  const readings = device ? await readingsSince(tx, device.id, Math.max(run.startedAt, at - 180_000), at) : [];
  const g = gate({
    rules,
    fillingSince: run.fillingSince,
    planned,
    monitored: device !== null,
    readings,
    declared: device?.declared ?? null,
    monitorChecked,
    place,
    now: at,
    backing,
  });
  const last = readings.at(-1);
  return {
    reading: last ? { ppm: last.ppm, at: new Date(last.at).toISOString(), ageSeconds: (at - last.at) / 1000, quality: last.quality } : null,
    ready: g.ready,
    by: g.by,
    text: g.text,
  };
}

async function rewriteSummaries(tx: Tx, streams: readonly string[], at: Date): Promise<void> {
  for (const id of streams) {
    const run = await runState(tx, id);
    if (run) await writeRun(tx, run);
  }
  for (const id of streams) {
    const weld = await weldRecord(tx, id);
    if (weld) await writeWeld(tx, weld.state, at);
  }
}

async function take(tx: Tx, clock: Clock, who: Who, e: Checked): Promise<Omit<Answer, 'id'>> {
  const content = sha256(canonical({ stream: e.stream, type: e.type, version: e.version, body: e.body }));
  const before = async () => (await tx<{ seq: number; content: string }[]>`select seq, content from event where id = ${e.id}`)[0];
  const repeat = (row: { seq: number; content: string }): Omit<Answer, 'id'> =>
    row.content === content ? { status: 200, seq: row.seq } : refuse(409, 'This event id was used for something else.');
  const had = await before();
  if (had) return repeat(had);

  const at = clock();
  const received = new Date(at);
  // A clock that runs ahead cannot date an event into the future.
  const happened = new Date(Math.min(Date.parse(e.happenedAt) + e.offsetMs, at));
  await begin(tx, e, happened);
  const streams = [...new Set(await touched(tx, e))].sort();
  const rows = await tx<
    { id: string; kind: string; version: number; head_hash: string }[]
  >`select * from stream where id in ${tx(streams)} order by id for update`;
  const head = rows.find((r) => r.id === e.stream);
  if (!head) return refuse(404, 'There is no such weld or purge.');
  if (head.kind !== eventTypes[e.type].stream) return refuse(400, `"${e.type}" does not belong to a ${head.kind}.`);
  const meanwhile = await before();
  if (meanwhile) return repeat(meanwhile);
  if (head.version > 0 && (e.type === 'weld.created' || e.type === 'run.started')) return refuse(409, 'This has been created already.');
  if (eventTypes[e.type].decision && e.seen !== head.version)
    return refuse(409, 'Somebody else recorded something in the meantime. Look at what is new, then decide again.');
  if (e.type === 'weld.corrected' || e.type === 'run.corrected') await checkCorrection(tx, e, at);
  if (head.kind === 'weld' && head.version > 0) {
    const weld = await weldRecord(tx, e.stream);
    if (weld) {
      const reasons = refusals({ type: e.type, body: e.body } as Parameters<typeof refusals>[0], weld.state, weld.criterion);
      if (reasons.length) return refuse(422, reasons[0] ?? '', reasons);
    }
  }

  const body = await enrich(tx, e, happened.getTime());
  const seq = head.version + 1;
  const text = canonical({
    stream: e.stream,
    seq,
    id: e.id,
    type: e.type,
    version: e.version,
    happenedAt: happened.toISOString(),
    receivedAt: received.toISOString(),
    offsetMs: e.offsetMs,
    actor: who.person,
    identified: who.identified,
    body,
    prev: head.head_hash,
  });
  const hash = sha256(text);
  await tx`insert into event (stream, seq, id, type, version, happened_at, received_at, actor, identified, body, content, canonical, prev_hash, hash)
    values (${e.stream}, ${seq}, ${e.id}, ${e.type}, ${e.version}, ${happened}, ${received}, ${who.person}, ${who.identified}, ${tx.json(body as never)}, ${content}, ${text}, ${head.head_hash}, ${hash})`;
  await tx`update stream set version = ${seq}, head_hash = ${hash} where id = ${e.stream}`;
  await noteCheck(tx, e, who, happened);
  await rewriteSummaries(tx, streams, received);
  await tx`select pg_notify('sentrel', ${JSON.stringify({ stream: e.stream, version: seq, also: streams.filter((s) => s !== e.stream) })})`;
  return { status: 201, seq };
}

/** A monitor checked for this weld is checked for the shift: the next weld does not ask again. */
async function noteCheck(tx: Tx, e: Checked, who: Who, at: Date): Promise<void> {
  if (e.type !== 'gas.recorded') return;
  const { monitor, air, bottle } = e.body as BodyOf<'gas.recorded'>;
  if (monitor && air !== null && bottle !== null)
    await addCheck(tx, { id: e.id, item: monitor.id, kind: 'monitor', body: { air, bottle } }, who.person, at);
}

/** A correction names an event of its own stream and carries a body that event could have had, and a time that was. */
async function checkCorrection(tx: Tx, e: Checked, at: number): Promise<void> {
  const { corrects, body, happenedAt } = e.body as BodyOf<'weld.corrected'>;
  const [row] = await tx<{ type: string }[]>`select type from event where id = ${corrects} and stream = ${e.stream}`;
  if (!row || !isEventType(row.type)) return refuse(422, 'The event to correct is not in this record.');
  if (row.type === 'weld.created' || row.type === 'run.started' || row.type.endsWith('.corrected'))
    refuse(422, 'This event cannot be corrected.');
  if (happenedAt !== undefined && row.type !== 'run.marked') refuse(422, 'Only a mark can be set to another time.');
  if (happenedAt !== undefined && Date.parse(happenedAt) > at) refuse(422, 'A mark cannot be set to a time that is still to come.');
  if (body !== null) {
    const parsed = eventTypes[row.type].body.safeParse(body);
    if (!parsed.success)
      refuse(
        400,
        'The corrected entry cannot be right.',
        parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`),
      );
  }
}

/** Appends within a transaction of the caller's, which then stands or falls with it. What is refused leaves that one usable. */
export async function appendIn(tx: Tx, clock: Clock, who: Who, sent: unknown): Promise<Omit<Answer, 'id'>> {
  try {
    return await take(tx, clock, who, check(sent));
  } catch (error) {
    if (error instanceof Refused) return error.answer;
    throw error;
  }
}

/**
 * Appends one event as sent. Never throws for what the sender did wrong; throws when the database is away.
 * @param clock server time; the seeder passes its own
 */
export async function append(sql: Sql, clock: Clock, who: Who, sent: unknown): Promise<Answer> {
  const id = typeof (sent as { id?: unknown } | null)?.id === 'string' ? (sent as { id: string }).id : null;
  try {
    const e = check(sent);
    // Two senders of the same event at once: the loser finds it on the second try.
    for (let attempt = 0; ; attempt++) {
      try {
        return { id: e.id, ...(await sql.begin((tx) => take(tx, clock, who, e))) };
      } catch (error) {
        if ((error as { code?: string }).code !== '23505' || attempt > 1) throw error;
      }
    }
  } catch (error) {
    if (error instanceof Refused) return { id, ...error.answer };
    throw error;
  }
}
