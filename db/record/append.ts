/**
 * Appending to the record. One event, one transaction: lock the streams it touches, check, chain, insert, rewrite the rows beside it,
 * hint to whoever listens. Answered means committed. What was said and what the server adds are kept apart, and hashed as two parts.
 */
import { eventTypes, isEventType, reduceRun, refusals, type BodyOf } from '../../core/work/record';
import {
  EARLIEST,
  issuesOf,
  lifted,
  newest,
  readSaid,
  receiptText,
  sentEventSchema,
  unsound,
  type EventDef,
  type Stored,
} from '../../core/work/event';
import type { RunState } from '../../core/work/run';
import { checkSchema } from '../../core/work/registers';
import { addCheck, takeBackCheck } from '../checks';
import { alikeOn, expectFiles } from '../files';
import type { Clock } from '../clock';
import type { Sql, Tx } from '../sql';
import { touchedBefore } from '../tools';
import { transaction } from '../transaction';
import { atArc, digestOf, papersOf, procedureNow, weldingOf } from './added';
import { canonical, sha256 } from './chain';
import { refuse, Refused, type Answer, type Checked } from './checked';
import { settleClaims } from './claims';
import { correctionOf, type Decided } from './corrections';
import { writeHead } from './heads';
import { writeRun, writeWeld } from './project';
import { contentsThen } from './then';
import { lineSeen, criterionOf, eventsOf, weldRecord } from './stored';

export type { Answer } from './checked';

/** Who is speaking, and how that was established. */
export type Who = { person: string | null; identified: string };

/** @param server does the server itself speak? Some events are for it alone */
function check(sent: unknown, server: boolean): Checked {
  const envelope = sentEventSchema.safeParse(sent);
  if (!envelope.success) return refuse(400, 'The event cannot be read.', issuesOf(envelope.error));
  const e = envelope.data;
  const fault = unsound(e);
  if (fault) return refuse(422, fault);
  if (Date.parse(e.happenedAt) + e.offsetMs < EARLIEST)
    return refuse(
      422,
      `It is dated ${e.happenedAt.slice(0, 10)}, which the clock of this device cannot mean. Set its clock, and tell it again.`,
    );
  if (!isEventType(e.type)) return refuse(400, `There is no event of type "${e.type}".`);
  const def: EventDef = eventTypes[e.type];
  if (def.serverOnly && !server) return refuse(400, `"${e.type}" is written by the server alone.`);
  if (e.version > newest(def)) return refuse(400, `"${e.type}" version ${e.version} is not known here. Reload the page.`);
  const read = readSaid(def, e.version, e.body);
  if (!read.ok) return refuse(400, 'Something in it cannot be right.', read.reasons);
  if (def.decision && e.seen === null) return refuse(400, 'A decision must say which version of the record it was made on.');
  const body = lifted(def, e.version, read.said, { size: null }) as Checked['body'];
  return { ...e, type: e.type, said: read.said as object, body, def };
}

/** Nobody else but a person of this shop fits up. */
async function knownPeople(tx: Tx, type: string, body: unknown): Promise<void> {
  if (type !== 'fitup.recorded' || body === null) return;
  const { welder } = body as BodyOf<'fitup.recorded'>;
  if (!(await tx`select 1 from person where id = ${welder}`).length)
    refuse(422, 'There is no such welder. Pick one from the list, or enter the person first.');
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
    await tx`insert into stream (id, kind) values (${e.stream}, 'run') on conflict do nothing`;
    await tx`insert into run (id, spool, device, started_at) values (${e.stream}, ${b.spool}, ${b.device?.id ?? null}, ${at}) on conflict do nothing`;
    for (const w of new Set(b.welds)) await tx`insert into weld_run (weld, run) values (${w}, ${e.stream}) on conflict do nothing`;
    for (const d of b.listens) {
      if (!(await tx`select 1 from device where id = ${d.id} and revoked_at is null`).length)
        refuse(422, `${d.label} is not registered any more.`);
      await tx`insert into run_device (run, device) values (${e.stream}, ${d.id}) on conflict do nothing`;
    }
  }
}

type Head = { id: string; kind: string; version: number; head_hash: string; last_at: Date | null };
const locked = (tx: Tx, ids: readonly string[]): Promise<Head[]> =>
  ids.length
    ? tx<Head[]>`select id, kind, version, head_hash, last_at from stream where id in ${tx([...ids])} order by id for no key update`
    : Promise.resolve([]);

/**
 * The welds whose rows an event of a purge may change: all it serves when it starts, ends or is corrected, else the one in hand and
 * the one it goes on to.
 */
function weldsTouched(e: Checked, run: RunState | null): string[] {
  if (e.type === 'run.started') return (e.body as BodyOf<'run.started'>).welds;
  if (!run) return [];
  if (e.type === 'run.ended' || e.type === 'run.corrected') return run.started.welds;
  if (e.type !== 'run.marked') return [];
  const { weld } = e.body as BodyOf<'run.marked'>;
  return [run.at, ...(weld !== null && run.started.welds.includes(weld) ? [weld] : [])];
}

async function take(tx: Tx, clock: Clock, who: Who, e: Checked, by: object): Promise<Omit<Answer, 'id'>> {
  const decided = await correctionOf(tx, e, clock());
  const said = decided?.said ?? e.said;
  const contentOf = (body: unknown) => sha256(canonical({ stream: e.stream, type: e.type, version: e.version, body }));
  const content = contentOf(said);
  type Row = { seq: number; content: string; form: number };
  const before = async () => (await tx<Row[]>`select seq, content, form from event where id = ${e.id}`)[0];
  const repeat = (row: Row): Omit<Answer, 'id'> =>
    row.content === content || (row.form === 1 && contentsThen(e.type, e.said, by).some((b) => contentOf(b) === row.content))
      ? { status: 200, seq: row.seq }
      : refuse(409, 'This event id was used for something else.');
  const had = await before();
  if (had) return repeat(had);

  await knownPeople(tx, decided?.type ?? e.type, decided ? decided.today : e.body);
  const now = clock();
  await begin(tx, e, new Date(now));
  // A purge before its welds, welds in the order of their ids: nobody waits in a circle. Nor for a row that merely names a stream or a
  // device, since no key is changed.
  const [head] = await locked(tx, [e.stream]);
  if (!head) return refuse(404, 'There is no such weld or purge.');
  if (head.kind !== e.def.stream) return refuse(400, `"${e.type}" does not belong to a ${head.kind}.`);
  const meanwhile = await before();
  if (meanwhile) return repeat(meanwhile);
  if (head.version > 0 && (e.type === 'weld.created' || e.type === 'run.started')) return refuse(409, 'This has been created already.');
  if (head.version === 0 && e.type !== 'weld.created' && e.type !== 'run.started') return refuse(404, 'There is no such weld or purge.');
  if (e.def.decision && e.seen !== head.version)
    return refuse(409, 'Somebody else recorded something in the meantime. Look at what is new, then decide again.');
  const runEvents = head.kind === 'run' ? await eventsOf(tx, e.stream) : [];
  const run = reduceRun(runEvents);
  const welds = [...new Set(head.kind === 'run' ? weldsTouched(e, run) : [])].sort();
  await locked(tx, welds);
  if (decided) await decided.check();
  else if (head.kind === 'weld' && head.version > 0) {
    const weld = await weldRecord(tx, e.stream);
    const line = weld && e.type === 'verdict.given' ? await lineSeen(tx, e.stream) : undefined;
    const reasons = weld ? refusals({ type: e.type, body: e.body }, weld.state, weld.criterion, line && { line }) : [];
    if (reasons.length) return refuse(422, reasons[0] ?? '', reasons);
  }

  // Time never goes back within a stream: a server whose clock was set back goes on from where the record stands. How late a thing was
  // told stays as it was, and nothing is dated into the future.
  const at = Math.max(now, head.last_at?.getTime() ?? 0);
  const happenedMs = Math.min(Date.parse(e.happenedAt) + e.offsetMs, now) + at - now;
  const [received, happened] = [new Date(at), new Date(happenedMs)];
  const given = await addedTo(tx, e, runEvents, happenedMs, by, decided);
  if (e.type === 'picture.taken' && !(await expectFiles(tx, e.stream, e.body as BodyOf<'picture.taken'>, received)))
    return refuse(409, 'This picture, or another under its id, is in the record already.');
  const added = Object.keys(given).length ? given : null;
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
    said,
    added,
    prev: head.head_hash,
  });
  const hash = sha256(text);
  await tx`insert into event (stream, seq, id, type, version, happened_at, received_at, actor, identified, body, added, form, content, canonical, prev_hash, hash)
    values (${e.stream}, ${seq}, ${e.id}, ${e.type}, ${e.version}, ${happened}, ${received}, ${who.person}, ${who.identified}, ${tx.json(said as never)}, ${added && tx.json(added as never)}, 2, ${content}, ${text}, ${head.head_hash}, ${hash})`;
  await tx`update stream set version = ${seq}, head_hash = ${hash}, last_at = ${received} where id = ${e.stream}`;
  await noteCheck(tx, e, decided, who, happened);
  const stands: Stored = {
    ...{ id: e.id, stream: e.stream, seq, type: e.type, version: e.version },
    happenedAt: happened.toISOString(),
    receivedAt: received.toISOString(),
    actor: who.person,
    identified: who.identified,
    body: { ...said, ...added },
    hash,
  };
  await project(tx, e, run, [...runEvents, stands], head.kind === 'run' ? welds : [e.stream], received);
  if (e.type === 'record.closed') await writeHead(tx, at, 'record closed');
  await tx`select pg_notify('sentrel', ${JSON.stringify({ stream: e.stream, version: seq, also: welds })})`;
  return { status: 201, seq };
}

/** What the server adds: who made a mark, the reading in force when the arc was struck, the digest when a purge ends. */
async function addedTo(tx: Tx, e: Checked, runEvents: Stored[], happened: number, by: object, decided: Decided | null): Promise<object> {
  if (e.type === 'picture.taken') {
    const alike = await alikeOn(tx, e.stream, e.body as BodyOf<'picture.taken'>);
    return alike.length ? { alike } : {};
  }
  const papers = await papersOf(tx, e.type, e.body);
  if (papers) return { papers };
  const again = decided && (await papersOf(tx, decided.type, decided.today));
  if (again) return { added: { papers: again } };
  if (e.type === 'setup.recorded') return { procedure: await procedureNow(tx, e.stream) };
  if (decided?.type === 'setup.recorded' && decided.today) return { added: { procedure: await procedureNow(tx, e.stream) } };
  const tool = toolIn(e.type, e.body);
  if (tool) return { touched: await touchedBefore(tx, tool, happened, e.id) };
  const toolAgain = decided && toolIn(decided.type, decided.today);
  if (toolAgain) return { added: { touched: await touchedBefore(tx, toolAgain, happened, decided.corrects) } };
  const markedAt = decided?.markedAt ?? null;
  if (e.type === 'run.marked') {
    const { mark } = e.body as BodyOf<'run.marked'>;
    const arc = mark === 'arc-on' || mark === 'tack' ? await atArc(tx, runEvents, happened) : null;
    return { ...by, ...(arc && { atArc: arc }) };
  }
  // An arc set right to another time was struck in other oxygen.
  if (markedAt !== null) {
    const arc = await atArc(tx, runEvents, markedAt);
    return arc ? { added: { atArc: arc } } : {};
  }
  if (e.type === 'run.ended') {
    const digest = await digestOf(tx, runEvents, happened);
    const welding = await weldingOf(tx, runEvents, happened);
    return { ...(digest && { digest }), ...(welding.length > 0 && { welding }) };
  }
  return {};
}

/** The tool an entry says has touched the weld; null where it names none. */
const toolIn = (type: string, body: unknown): string | null =>
  (type === 'clean.recorded' || type === 'tool.touched') && body !== null
    ? ((body as Pick<BodyOf<'clean.recorded'>, 'tool'>).tool?.id ?? null)
    : null;

/** Rewrites the rows of what the event touched: its purge once, and of the welds only those it can have changed. */
async function project(
  tx: Tx,
  e: Checked,
  before: RunState | null,
  runEvents: Stored[],
  welds: readonly string[],
  at: Date,
): Promise<void> {
  const known = new Map<string, Stored[]>();
  if (e.def.stream === 'run') {
    const run = reduceRun(runEvents);
    if (!run) return;
    // What happens on a purge that goes on is taken whoever holds what; only a start, or an end taken back, asks for it.
    if (run.endedAt !== null || before === null || before.endedAt !== null) {
      const taken = await settleClaims(tx, run);
      if (taken) refuse(422, taken);
    }
    await writeRun(tx, run);
    known.set(e.stream, runEvents);
  }
  for (const id of welds) {
    const weld = await weldRecord(tx, id, known);
    if (weld) await writeWeld(tx, weld.state, at);
  }
}

/** A monitor checked for this weld is checked for the shift: the next weld does not ask again. */
async function noteCheck(tx: Tx, e: Checked, decided: Decided | null, who: Who, at: Date): Promise<void> {
  const corrected = decided?.type === 'gas.recorded' ? decided : null;
  if (e.type !== 'gas.recorded' && !corrected) return;
  if (corrected) await takeBackCheck(tx, () => at.getTime(), who.person, corrected.corrects, 'The gas check it came with was corrected.');
  const body = (corrected ? corrected.today : e.body) as BodyOf<'gas.recorded'> | null;
  if (!body?.monitor || body.air === null || body.bottle === null) return;
  const check = checkSchema.safeParse({ id: e.id, item: body.monitor.id, kind: 'monitor', body: { air: body.air, bottle: body.bottle } });
  // An older form took numbers that no monitor shows: they stand in the record, and check nothing.
  if (check.success) await addCheck(tx, check.data, who.person, at);
}

/** What the server itself says with an event: the device that made a mark. A sender cannot. */
export type ByServer = { source?: { id: string; label: string; kind: string }; clampAmps?: number };

/**
 * Appends within a transaction of the caller's, which then stands or falls with it. What is refused leaves that one usable, but for a
 * start: its rows are the caller's to roll back.
 */
export async function appendIn(tx: Tx, clock: Clock, who: Who, sent: unknown, by: ByServer = {}): Promise<Omit<Answer, 'id'>> {
  try {
    return await take(tx, clock, who, check(sent, true), by);
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
    const e = check(sent, false);
    const hash = sha256(receiptText({ ...e, body: (sent as { body?: unknown }).body }));
    // Two senders of the same event at once: the loser finds it on the second try.
    for (let attempt = 0; ; attempt++) {
      try {
        return { id: e.id, hash, ...(await transaction(sql, (tx) => take(tx, clock, who, e, {}))) };
      } catch (error) {
        if ((error as { code?: string }).code !== '23505' || attempt > 1) throw error;
      }
    }
  } catch (error) {
    if (error instanceof Refused) return { id, ...error.answer };
    throw error;
  }
}
