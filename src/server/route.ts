/**
 * The one gate of every endpoint: who may, what may be asked, what is said when it cannot be, and within which time. What an
 * endpoint needs stands at the endpoint; what it does not ask for, nobody gets. The matched route decides, never the spelling of
 * the address.
 */
import type { APIContext, APIRoute } from 'astro';
import { z } from 'zod';
import { issuesOf, unsound } from '../../core/work/event';
import type { Person } from '../../core/work/people';
import { deviceByKey, type Device } from '../../db/devices';
import { isDatabaseAway } from '../../db/sql';
import { error, json, readBytes, readJson, Refused } from './answer';
import { db } from './db';
import { idIn } from './id';
import { inTime, Late } from './inTime';
import { holder } from './session';
import { trouble, whyAway } from './trouble';

/** Who speaks: from the session, never from a body. */
export type Who = { person: string | null; identified: string };
export type Asked<B, Q> = {
  /** the id in the address; an empty text where the address has none */
  id: string;
  body: B;
  /** what was sent where a file is taken; else nothing */
  bytes: Uint8Array;
  /** the last part of an address below an id: a number of something */
  part: string;
  query: Q;
  who: Who;
  person: Person | null;
  request: Request;
  cookies: APIContext['cookies'];
};
type Wanted<B extends z.ZodType, Q extends z.ZodType> = {
  /** what is said when the thing in the address is not there, or the handler gives null */
  gone?: string;
  body?: B;
  query?: Q;
  /** takes a piece of a file, of at most so many bytes, and no JSON */
  bytes?: number;
  /** most bytes of a body */
  limit?: number;
  /** most characters of one text in it; 'each' where every item is looked at by itself */
  longest?: number | 'each';
  /** may write without having said who they are */
  open?: true;
  /** has time of its own, beyond the five seconds of all others */
  slow?: true;
};
type Given = Response | object | null;

const routes = new WeakSet<APIRoute>();
/** Was this made here? For the test that goes through every endpoint. */
export const isRoute = (f: unknown): boolean => routes.has(f as APIRoute);

const NOBODY = z.undefined();
const reads = (method: string): boolean => method === 'GET' || method === 'HEAD';
const asResponse = (given: Given, gone: string): Response =>
  given instanceof Response ? given : given === null ? error(404, gone) : json(given);

/** What is said when it went wrong at a moment when a write may be in or not: nothing that nobody can know. */
const uncertain = (method: string): string =>
  reads(method) ? 'Try again in a moment.' : 'It is not certain whether this was saved: look, then send it again.';

/** Runs an endpoint to its answer, with words for whatever goes wrong. */
function gated(answer: (context: APIContext) => Promise<Response>): APIRoute {
  const gate: APIRoute = async (context) => {
    const { method } = context.request;
    try {
      return await answer(context);
    } catch (e) {
      if (e instanceof Refused) return e.response;
      if (e instanceof Late)
        return error(503, `${trouble().some((t) => t.on) ? whyAway(e) : 'The database did not answer in time.'} ${uncertain(method)}`);
      if (isDatabaseAway(e)) return error(503, `${whyAway(e)} ${uncertain(method)}`);
      console.error(method, context.routePattern, e);
      return error(500, `Something went wrong on our side. ${uncertain(method)}`);
    }
  };
  routes.add(gate);
  return gate;
}

/** A page elsewhere may not write in the name of who sits here. */
function fromHere({ headers, method }: Request, kind: string): void {
  if (reads(method)) return;
  const [host, origin] = [headers.get('host'), headers.get('origin')];
  if (origin !== `http://${host}` && origin !== `https://${host}`)
    throw new Refused(403, 'This request comes from another page. Nothing was saved.');
  if (headers.get('content-type')?.split(';')[0] !== kind) throw new Refused(415, `Send ${kind}.`);
}

/**
 * An endpoint for browsers. A write needs a person, unless it is `open`.
 * @param answer gives a value to send as JSON, a whole response, or null when the thing is not there
 */
export function route<B extends z.ZodType = typeof NOBODY, Q extends z.ZodType = typeof NOBODY>(
  wanted: Wanted<B, Q>,
  answer: (asked: Asked<z.output<B>, z.output<Q>>) => Given | Promise<Given>,
): APIRoute {
  const gone = wanted.gone ?? 'Not found.';
  return gated(async ({ request, url, params, cookies }) => {
    fromHere(request, wanted.bytes === undefined ? 'application/json' : 'application/octet-stream');
    const { person, identified } = await inTime(holder(cookies));
    if (!reads(request.method) && !wanted.open && !person)
      throw new Refused(401, 'Say who you are first: pick your name at the top right. Nothing was saved.');
    const id = params['id'] === undefined ? '' : idIn(params);
    if (id === undefined) return error(404, gone);
    const query = (wanted.query ?? NOBODY).safeParse(wanted.query && Object.fromEntries(url.searchParams));
    if (!query.success) throw new Refused(400, 'The question cannot be read.', issuesOf(query.error));
    // The sender's time, not the database's: how long it takes to arrive is a clock of its own.
    const body = (wanted.body ? await bodyOf(request, wanted.body, wanted) : undefined) as z.output<B>;
    const bytes = wanted.bytes === undefined ? new Uint8Array() : await readBytes(request, wanted.bytes);
    const who = { person: person?.id ?? null, identified };
    const given = Promise.resolve(
      answer({ id, part: params['n'] ?? '', query: query.data as z.output<Q>, body, bytes, who, person, request, cookies }),
    );
    return asResponse(await (wanted.slow ? given : inTime(given)), gone);
  });
}

/** An endpoint for devices: by the device's own key, whatever page or session there is. */
export const deviceRoute = (
  take: (device: Device, sent: unknown) => Promise<{ error: string } | { answers: unknown[]; now: string }>,
): APIRoute =>
  gated(async ({ request }) => {
    const key = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
    const device = await inTime(deviceByKey(db(), request.headers.get('x-device') ?? '', key));
    // One answer for both: who guesses learns nothing.
    if (device === 'unknown' || device === 'wrong-key') return error(401, 'Unknown device or wrong key.');
    if (device === 'revoked') return error(403, 'This device was revoked. Register it again.');
    const sent = await readJson(request, 1024 * 1024);
    const result = await inTime(take(device, sent));
    return 'error' in result ? error(400, result.error) : json(result);
  });

/** The body checked against a schema. @throws Refused naming what is wrong */
async function bodyOf(
  request: Request,
  schema: z.ZodType,
  { limit, longest }: { limit?: number; longest?: number | 'each' },
): Promise<unknown> {
  const value = await readJson(request, limit);
  const fault = longest === 'each' ? null : unsound(value, longest);
  if (fault) throw new Refused(422, fault);
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new Refused(422, 'Something in it cannot be right.', issuesOf(parsed.error));
  return parsed.data;
}
