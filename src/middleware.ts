/** What every request passes: who it is, whether it may write, and what is said when something is away. */
import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware } from 'astro:middleware';
import { whoHolds } from '../db/people';
import { isDatabaseAway } from '../db/sql';
import { COOKIE, error } from './server/answer';
import { db } from './server/db';

const DEVICE = '/api/intake/';
/** Reachable before anybody has said who they are. */
const OPEN = ['/api/session', '/api/people', '/api/health', '/api/test/'];

/** Every request is answered within this, whatever becomes of the database, ms. */
const DEADLINE = 5000;
/** Answered in their own time: a stream that stays open, a plan computed in a thread. */
const SLOW = ['/api/live', '/api/plan'];

class Late extends Error {}
const inTime = async (answer: Promise<Response>): Promise<Response> => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new Late()), DEADLINE);
  });
  answer.catch(() => undefined); // when it is late, nobody waits for how it ends
  return Promise.race([answer, late]).finally(() => clearTimeout(timer));
};

/** @returns why a write from a browser is refused, or null */
function foreignWrite(request: Request, path: string): Response | null {
  if (request.method === 'GET' || request.method === 'HEAD' || path.startsWith(DEVICE)) return null;
  const host = request.headers.get('host');
  const origin = request.headers.get('origin');
  if (origin !== `http://${host}` && origin !== `https://${host}`)
    return error(403, 'This request comes from another page. Nothing was saved.');
  if (request.headers.get('content-type')?.split(';')[0] !== 'application/json') return error(415, 'Send application/json.');
  return null;
}

export const onRequest = defineMiddleware((context, next) => {
  const path = context.url.pathname;
  const answer = answered(context, next);
  return SLOW.includes(path)
    ? answer
    : inTime(answer).catch(() => {
        return path.startsWith('/api/')
          ? error(503, 'The database did not answer in time. Try again: what was saved after all is not saved twice.')
          : new Response(plainPage(true), { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
      });
});

async function answered(context: APIContext, next: MiddlewareNext): Promise<Response> {
  const { request, url, locals, cookies } = context;
  locals.person = null;
  locals.identified = 'nobody';
  const api = url.pathname.startsWith('/api/');
  try {
    const refusal = foreignWrite(request, url.pathname);
    if (refusal) return refusal;
    const token = cookies.get(COOKIE)?.value;
    if (token && !url.pathname.startsWith(DEVICE)) {
      const held = await whoHolds(db(), token);
      if (held) Object.assign(locals, held);
    }
    const writes = request.method !== 'GET' && request.method !== 'HEAD';
    if (api && writes && !url.pathname.startsWith(DEVICE) && !OPEN.some((p) => url.pathname.startsWith(p)) && !locals.person)
      return error(401, 'Say who you are first: pick your name at the top right. Nothing was saved.');
    return await next();
  } catch (e) {
    const away = isDatabaseAway(e);
    if (!away) console.error(request.method, url.pathname, e);
    if (api)
      return away
        ? error(503, 'The database cannot be reached. Nothing was saved; try again in a moment.')
        : error(500, 'Something went wrong on our side. Nothing was saved.');
    return new Response(plainPage(away), { status: away ? 503 : 500, headers: { 'content-type': 'text/html; charset=utf-8' } });
  }
}

/** A page that needs nothing: not the database, not the build. */
const plainPage = (away: boolean): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Sentrel</title><body><h1>${
    away ? 'The database cannot be reached' : 'Something went wrong on our side'
  }</h1><p>${away ? 'What was saved before is kept. This page works again as soon as the database is back.' : 'Nothing was saved by this request. What was saved before is kept.'}</p><p><a href="">Try again</a></p>`;
