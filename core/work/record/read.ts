/** Events as they are kept, read as they are said today: lifted from the version they were written in, and corrected. */
import { applyCorrections, lifted, type About, type EventDef, type ReadCorrection, type Stored } from '../event';
import type { Criterion } from '../../models/criteria';
import { foldRun, type RunEvent, type RunState } from '../run';
import type { BodyOf, EventType, Recorded } from './events';
import { foldWeld, type WeldState } from './state';
import { eventTypes, isEventType } from './table';

/** A body of a version, with what the server added, as it is read today; null when it cannot be read. */
function bodyToday(def: EventDef, version: number, said: unknown, added: unknown, about: About): object | null {
  const read = def.versions[version - 1]?.schema.safeParse(said);
  if (!read?.success) return null;
  return { ...(lifted(def, version, read.data, about) as object), ...addedIn(def, added) };
}

/** What the server added, out of a body that may hold it. */
const addedIn = (def: EventDef, body: unknown): object => def.added?.safeParse(body).data ?? {};

const known = new WeakMap<Stored, Recorded | null>();

/**
 * One event as it is read today; null when its body cannot be read: it stays in the record, and counts for nothing.
 * @param about what is known of the weld it belongs to
 */
export function read(e: Stored, about: About = { size: null }): Recorded | null {
  const had = about.size === null ? known.get(e) : undefined;
  if (had !== undefined) return had;
  // The body is kept with what the server added laid over it: each part takes its own fields.
  const body = isEventType(e.type) ? bodyToday(eventTypes[e.type], e.version, e.body, e.body, about) : null;
  const made = body === null ? null : ({ ...e, body, corrected: null } as Recorded);
  if (about.size === null) known.set(e, made);
  return made;
}

type Read_ = {
  /** as corrected, in sequence */
  events: Recorded[];
  corrections: ReadCorrection[];
  /** types of those that could not be read */
  unread: string[];
};

/** All events of a stream as they are read today, corrections applied. */
export function readStream(stored: readonly Stored[], about: About = { size: null }): Read_ {
  const told: Recorded[] = [];
  const corrections: ReadCorrection[] = [];
  const unread: string[] = [];
  for (const kept of stored) {
    const e = read(kept, about);
    if (e === null) unread.push(kept.type);
    else if (e.type === 'weld.corrected' || e.type === 'run.corrected') corrections.push(e);
    else told.push(e);
  }
  const events = applyCorrections(told, corrections, (e, said, version, added) => {
    const def: EventDef = eventTypes[e.type];
    const stays = addedIn(def, e.body);
    // An entry of the first form holds the server's part in its body; later ones never do.
    return bodyToday(def, version, said, { ...stays, ...addedIn(def, said), ...added }, about);
  });
  return { events, corrections, unread };
}

const version = (stored: readonly Stored[]): number => stored.at(-1)?.seq ?? 0;
const unreadable = (types: readonly string[]): string[] =>
  types.map((t) => `An entry of type "${t}" cannot be read here; it stays in the record and counts for nothing.`);

/**
 * The state of a purge.
 * @param until only what happened up to then, ms; all of it when left out
 * @returns null when the events hold no start
 */
export function reduceRun(stored: readonly Stored[], until = Infinity): RunState | null {
  const { events, corrections, unread } = readStream(stored);
  const correctedAt = corrections.reduce<number | null>((n, c) => Math.max(n ?? 0, Date.parse(c.receivedAt)), null);
  const s = foldRun(events as RunEvent[], { version: version(stored), correctedAt, until });
  s?.contradictions.push(...unreadable(unread));
  return s;
}

/**
 * The state of a weld.
 * @param runs state of every purge that served this weld
 * @param criterion the one the weld was designed to
 * @returns null when the events hold no beginning
 */
export function reduceWeld(stored: readonly Stored[], runs: readonly RunState[], criterion: Criterion): WeldState | null {
  const created = stored.find((e) => e.type === 'weld.created');
  const design = created && (read(created) as Recorded<'weld.created'> | null)?.body.design;
  // Only an event of the first day asks for the size: the rest is read once and kept.
  const dated = stored.some((e) => e.type === 'purge.planned' && typeof e.body === 'object' && e.body !== null && 'body' in e.body);
  const { events, corrections, unread } = readStream(stored, { size: dated ? (design?.size ?? null) : null });
  const s = foldWeld(events, { version: version(stored), corrections: corrections.map((c) => c.seq), runs, criterion });
  s?.contradictions.push(...unreadable(unread));
  return s;
}

/** What an event would be with another body, or null when that cannot be read: for corrections that are proposed. */
export const proposed = <T extends EventType>(type: T, version: number, said: unknown): BodyOf<T> | null =>
  bodyToday(eventTypes[type], version, said, {}, { size: null }) as BodyOf<T> | null;
