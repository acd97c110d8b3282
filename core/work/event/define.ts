/**
 * What an event type is: a row of frozen versions, each with what lifts it to the next, the last to what the house goes by today.
 * What the sender said and what the server added are two things: the sender's may be sent again and must then be the same; the
 * server's is never taken from a sender.
 */
import type { z } from 'zod';
import type { Size } from '../../basics/sizes';

export type StreamKind = 'weld' | 'run';

/** What lifting may ask of the weld an event belongs to; null where that is not at hand. */
export type About = { size: Size | null };

/** One version: what a sender could say under it, and how that is said in the next. */
export type Version = { schema: z.ZodType; up: (said: never, about: About) => unknown };
export const version = <S extends z.ZodType>(schema: S, up: (said: z.output<S>, about: About) => unknown): Version => ({ schema, up });

export type EventDef<Body = unknown> = {
  stream: StreamKind;
  /** a decision names the version of the stream it was made on; a fact is always taken */
  decision: boolean;
  /** said by the server alone, never by a screen */
  serverOnly?: boolean;
  /** oldest first; the place in the list is the number, from 1 */
  versions: readonly [Version, ...Version[]];
  /** what the server adds, if anything */
  added?: z.ZodType;
  /** never there: carries the type of the body as it is read today */
  readonly body?: Body;
};

/** @example define<Fitup>()({ stream: 'weld', decision: false, versions: [version(schema, (b) => b)] }) */
export const define =
  <Body>() =>
  (d: Omit<EventDef<Body>, 'body'>): EventDef<Body> =>
    d;

export type BodyOfDef<D> = D extends EventDef<infer B> ? B : never;

/** The newest version's number. */
export const newest = (d: EventDef): number => d.versions.length;

/** What was said, checked against the version it names; the reasons when it cannot be read. Fields nobody knows are left out. */
export function readSaid(d: EventDef, n: number, body: unknown): { ok: true; said: unknown } | { ok: false; reasons: string[] } {
  const v = d.versions[n - 1];
  if (!v) return { ok: false, reasons: [`Version ${n} is not known here.`] };
  const read = v.schema.safeParse(body);
  return read.success ? { ok: true, said: read.data } : { ok: false, reasons: issuesOf(read.error) };
}

/** A field as a person would call it: "gap narrow value" for gapNarrow.value. */
const spoken = (path: readonly PropertyKey[]): string =>
  path
    .map(String)
    .join(' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** What a schema found wrong: our own sentences as they are, what it says by itself with the field it speaks of. */
export const issuesOf = (e: { issues: readonly { path: PropertyKey[]; message: string }[] }): string[] =>
  e.issues.map(({ path, message }) => (path.length === 0 || message.endsWith('.') ? message : `${spoken(path)}: ${message}`));

/** What was said under a version, as it would be said today. */
export const lifted = (d: EventDef, n: number, said: unknown, about: About): unknown =>
  d.versions.slice(n - 1).reduce((body, v) => (v.up as (said: unknown, about: About) => unknown)(body, about), said);
