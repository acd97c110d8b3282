/** What every page passes: who it is for, and what is said when something is away. Endpoints have a gate of their own (server/route.ts). */
import { defineMiddleware } from 'astro:middleware';
import { isDatabaseAway } from '../db/sql';
import { clockKnown } from './server/db';
import { inTime, Late } from './server/inTime';
import { startForetelling } from './server/remaining';
import { holder } from './server/session';
import { whyAway } from './server/trouble';

/** Purges that have ended are held against what was foretold of them, one after the other, from the first request on. */
let foretelling: (() => void) | undefined;

export const onRequest = defineMiddleware(async (context, next) => {
  await clockKnown();
  if (!foretelling) {
    foretelling = startForetelling();
    process.once('sentrel:end', foretelling);
  }
  const { locals, cookies } = context;
  locals.person = null;
  if (context.routePattern.startsWith('/api/')) return next();
  const page = async () => {
    locals.person = (await holder(cookies)).person;
    return next();
  };
  return inTime(page()).catch((e: unknown) => {
    const away = e instanceof Late || isDatabaseAway(e);
    if (!away) console.error(context.request.method, context.routePattern, e);
    return new Response(plainPage(away, away ? whyAway(e) : ''), {
      status: away ? 503 : 500,
      headers: { 'content-type': 'text/html; charset=utf-8' },
    });
  });
});

/** A page that needs nothing: not the database, not the build. */
const plainPage = (away: boolean, why: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Sentrel</title><body><h1>${
    away ? 'The database cannot be reached' : 'Something went wrong on our side'
  }</h1><p>${away ? `${why} What was saved before is kept. This page works again as soon as the database is back.` : 'Nothing was saved by this request. What was saved before is kept.'}</p><p><a href="">Try again</a></p>`;
