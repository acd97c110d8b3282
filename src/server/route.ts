/**
 * The one gate of every endpoint: who may, what may be asked, what is said when it cannot be, and within which time. What an
 * endpoint needs stands at the endpoint; what it does not ask for, nobody gets. The matched route decides, never the spelling of
 * the address.
 */
import type { APIContext, APIRoute } from 'astro';
import { z } from 'zod';
import { issuesOf } from '../../core/work/event';
import type { Person } from '../../core/work/people';
import { deviceByKey, type Device } from '../../db/devices';
import { isDatabaseAway } from '../../db/sql';
import { error, json, readJson, Refused } from './answer';
import { db } from './db';
import { idIn } from './id';
import { inTime, Late } from './inTime';
import { holder } from './session';

/** Who speaks: from the session, never from a body. */
export type Who = { person: string | null; identified: string };
export type Asked<B, Q> = {
  /** the id in the address; an empty text where the address has none */
  id: string;
  body: B;
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
  /** most bytes of a body */
  limit?: number;
  /** may write without having said who they are */
  open?: true;
  /** has time of its own, over the five seconds of all others */
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

/** Runs an endpoint to its answer: in time, and with words for whatever goes wrong. */
function gated(answer: (context: APIContext) => Promise<Response>, slow = false): APIRoute {
  const gate: APIRoute = async (context) => {
    try {
      const given = answer(context);
      return await (slow ? given : inTime(given));
    } catch (e) {
      if (e instanceof Refused) return e.response;
      if (e instanceof Late)
        return error(503, 'The database did not answer in time. Try again: what was saved after all is not saved twice.');
      if (isDatabaseAway(e)) return error(503, 'The database cannot be reached. Nothing was saved; try again in a moment.');
      console.error(context.request.method, context.routePattern, e);
      return error(500, 'Something went wrong on our side. Nothing was saved.');
    }
  };
  routes.add(gate);
  return gate;
}

/** A page elsewhere may not write in the name of who sits here. */
function fromHere({ headers, method }: Request): void {
  if (reads(method)) return;
  const [host, origin] = [headers.get('host'), headers.get('origin')];
  if (origin !== `http://${host}` && origin !== `https://${host}`)
    throw new Refused(403, 'This request comes from another page. Nothing was saved.');
  if (headers.get('content-type')?.split(';')[0] !== 'application/json') throw new Refused(415, 'Send application/json.');
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
    fromHere(request);
    const { person, identified } = await holder(cookies);
    if (!reads(request.method) && !wanted.open && !person)
      throw new Refused(401, 'Say who you are first: pick your name at the top right. Nothing was saved.');
    const id = params['id'] === undefined ? '' : idIn(params);
    if (id === undefined) return error(404, gone);
    const query = (wanted.query ?? NOBODY).safeParse(wanted.query && Object.fromEntries(url.searchParams));
    if (!query.success) throw new Refused(400, 'The question cannot be read.', issuesOf(query.error));
    return asResponse(
      await answer({
        id,
        query: query.data as z.output<Q>,
        body: (wanted.body ? await bodyOf(request, wanted.body, wanted.limit) : undefined) as z.output<B>,
        who: { person: person?.id ?? null, identified },
        person,
        request,
        cookies,
      }),
      gone,
    );
  }, wanted.slow);
}

/** An endpoint for devices: by the device's own key, whatever page or session there is. */
export const deviceRoute = (
  take: (device: Device, sent: unknown) => Promise<{ error: string } | { answers: unknown[]; now: string }>,
): APIRoute =>
  gated(async ({ request }) => {
    const key = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
    const device = await deviceByKey(db(), request.headers.get('x-device') ?? '', key);
    // One answer for both: who guesses learns nothing.
    if (device === 'unknown' || device === 'wrong-key') return error(401, 'Unknown device or wrong key.');
    if (device === 'revoked') return error(403, 'This device was revoked. Register it again.');
    const result = await take(device, await readJson(request, 1024 * 1024));
    return 'error' in result ? error(400, result.error) : json(result);
  });

/** Is every text in it one that a database can keep: without a NUL, and without half of a surrogate pair? */
function keepable(value: unknown): boolean {
  // A list of what is left to look at, not a call for each level: how deep it goes is not ours to choose.
  const left = [value];
  while (left.length > 0) {
    const v = left.pop();
    if (typeof v === 'string' && (v.includes('\0') || !v.isWellFormed())) return false;
    if (v !== null && typeof v === 'object') for (const [key, inner] of Object.entries(v)) left.push(key, inner);
  }
  return true;
}

/** The body checked against a schema. @throws Refused naming what is wrong */
async function bodyOf(request: Request, schema: z.ZodType, limit?: number): Promise<unknown> {
  const value = await readJson(request, limit);
  if (!keepable(value)) throw new Refused(422, 'There is a character in it that cannot be kept. Take it out and send it again.');
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new Refused(422, 'Something in it cannot be right.', issuesOf(parsed.error));
  return parsed.data;
}
