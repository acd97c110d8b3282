/**
 * A correction passes all that the event itself would have to pass: its body is parsed by the version it is said in, and what would have
 * been refused then, on the weld as it stood then, is refused now. What depended on it falls open by itself (core/work/record/state).
 */
import {
  eventTypes,
  foldWeld,
  isEventType,
  proposed,
  readStream,
  refusals,
  reduceRun,
  type BodyOf,
  type EventType,
} from '../../core/work/record';
import { EARLIEST, newest, readSaid, type EventDef } from '../../core/work/event';
import type { RunState } from '../../core/work/run';
import type { Tx } from '../sql';
import { refuse, type Checked } from './checked';
import { eventsOf, weldRecord } from './stored';

export type Decided = {
  /** the event it corrects, its type, and what that says as corrected; null when it is taken back */
  corrects: string;
  type: EventType;
  today: BodyOf<EventType> | null;
  /** as it is kept: the corrected body holds what a sender may say and no more */
  said: object;
  /** the time an arc is set right to, ms; null when it is no such correction */
  markedAt: number | null;
  /** throws the reasons against it; after the locks were taken */
  check: () => Promise<void>;
};

const uncorrectable = new Set<EventType>([
  'weld.created',
  'run.started',
  'run.logged',
  'run.retired',
  'run.foretold',
  'weld.corrected',
  'run.corrected',
]);

/** @returns null when the event is no correction */
export async function correctionOf(tx: Tx, e: Checked, now: number): Promise<Decided | null> {
  if (e.type !== 'weld.corrected' && e.type !== 'run.corrected') return null;
  const { corrects, body, version, happenedAt } = e.body as BodyOf<'weld.corrected'>;
  const [row] = await tx<{ type: string; seq: number }[]>`select type, seq from event where id = ${corrects} and stream = ${e.stream}`;
  if (!row || !isEventType(row.type)) return refuse(422, 'The event to correct is not in this record.');
  const type = row.type;
  const def: EventDef = eventTypes[type];
  if (uncorrectable.has(type)) return refuse(422, 'This event cannot be corrected.');
  if (happenedAt !== undefined && type !== 'run.marked' && type !== 'dwell.marked')
    return refuse(422, 'Only a mark can be set to another time.');
  if (happenedAt !== undefined && Date.parse(happenedAt) > now) return refuse(422, 'A mark cannot be set to a time that is still to come.');
  if (happenedAt !== undefined && Date.parse(happenedAt) < EARLIEST)
    return refuse(422, 'A mark cannot be set to a time before there was a purge.');
  if (body === null) return { corrects, type, today: null, said: e.said, markedAt: null, check: () => Promise.resolve() };
  if (version > newest(def)) return refuse(400, `"${type}" version ${version} is not known here. Reload the page.`);
  const read = readSaid(def, version, body);
  if (!read.ok) return refuse(400, 'The corrected entry cannot be right.', read.reasons);
  const arc = type === 'run.marked' && (read.said as { mark: string }).mark === 'arc-on' && happenedAt !== undefined;
  const today = proposed(type, version, read.said);
  return {
    corrects,
    type,
    today,
    said: { ...e.said, body: read.said },
    markedAt: arc ? Date.parse(happenedAt) : null,
    check: async () => {
      if (def.stream !== 'weld' || today === null) return;
      const reasons = await reasonsThen(tx, e.stream, row.seq, type, today);
      if (reasons.length) refuse(422, reasons[0] ?? '', reasons);
    },
  };
}

/** What would have been refused on the weld as it stood before an event, by what is known of that time now. */
async function reasonsThen(tx: Tx, weld: string, seq: number, type: EventType, body: BodyOf<EventType>): Promise<string[]> {
  const record = await weldRecord(tx, weld);
  if (!record) return [];
  const stored = await eventsOf(tx, weld);
  const received = Date.parse(stored.find((s) => s.seq === seq)?.receivedAt ?? '');
  const { events, corrections } = readStream(stored);
  const runs = Object.values(record.runEvents)
    .map((list) => reduceRun(list.filter((r) => Date.parse(r.receivedAt) <= received)))
    .filter((r): r is RunState => r !== null);
  const then = foldWeld(
    events.filter((s) => s.seq < seq),
    { version: seq - 1, corrections: corrections.map((c) => c.seq).filter((n) => n < seq), runs, criterion: record.criterion },
  );
  return then ? refusals({ type, body }, then, record.criterion) : [];
}
