/**
 * The socket: our own small node:http server around the built application.
 * It owns what the application should not have to think of: which Host is ours, compression,
 * the headers every answer carries, and an orderly end.
 */
import compression from 'compression';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import { join, resolve } from 'node:path';
import type { Readable } from 'node:stream';
import { pathToFileURL } from 'node:url';
import sirv from 'sirv';

type Handler = (req: IncomingMessage, res: ServerResponse, next?: (e?: unknown) => void) => void;

// This file lies in the build that it serves, beside the pages; they are a build of their own and are told where they are.
const build = resolve(import.meta.dirname, '..');
process.env['SENTREL_BUILD'] = build;
const port = Number(process.env['PORT'] ?? 4321);
const host = '127.0.0.1';
const hosts = new Set([`127.0.0.1:${port}`, `localhost:${port}`]);

/** Files of the build: pressed beforehand, known by their tag. Hashed names may be kept for ever. */
const files = sirv(join(build, 'client'), {
  etag: true,
  brotli: true,
  gzip: true,
  extensions: [],
  setHeaders: (res, path) =>
    res.setHeader('cache-control', path.startsWith('/_astro/') ? 'public, max-age=31536000, immutable' : 'no-cache'),
});

const say = (res: ServerResponse, status: number, message: string) => {
  res.statusCode = status;
  res.setHeader('content-type', 'application/json; charset=utf-8');
  res.end(JSON.stringify({ error: message }));
};

const { handler } = (await import(pathToFileURL(join(build, 'server/entry.mjs')).href)) as { handler: Handler };
const compress = compression({
  filter: (req, res) => !String(res.getHeader('content-type')).startsWith('text/event-stream') && compression.filter(req, res),
}) as unknown as Handler;

/** What HTTP/1.1 asks of a server of ours (RFC 9110, 9.1); a method nobody here knows is said to be none. */
const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS']);

/**
 * The files that are read for a connection. One whose reader is gone is closed with it: a pipe does not do that by itself, and an answer
 * that waits behind another on its connection never hears that it was closed.
 */
const beingRead = new WeakMap<Socket, Set<Readable>>();

const server = createServer((req, res) => {
  res.setHeader('x-content-type-options', 'nosniff');
  res.setHeader('referrer-policy', 'same-origin');
  res.setHeader('x-frame-options', 'DENY');
  res.setHeader('cross-origin-opener-policy', 'same-origin');
  res.setHeader('cross-origin-resource-policy', 'same-origin');
  res.setHeader('permissions-policy', 'geolocation=(), microphone=()');
  if (!hosts.has(req.headers.host ?? '')) return say(res, 421, 'This server answers on its own address only.');
  if (!METHODS.has(req.method ?? '')) {
    res.setHeader('allow', [...METHODS].join(', '));
    return say(res, 405, `${req.method} is not done here.`);
  }
  res.on('pipe', (from: Readable) => {
    const files = beingRead.get(req.socket);
    files?.add(from);
    from.once('close', () => files?.delete(from));
  });
  // No trusted proxy is configured: what a proxy would say is not believed.
  for (const name of Object.keys(req.headers)) if (/^x-forwarded|^forwarded$/.test(name)) delete req.headers[name];
  const pages = () =>
    compress(req, res, () =>
      handler(req, res, (error) => {
        if (error) console.error('unhandled', error);
        if (!res.headersSent) say(res, error ? 500 : 404, error ? 'Something went wrong on our side.' : 'Not found.');
      }),
    );
  if (req.method === 'GET' || req.method === 'HEAD') files(req, res, pages);
  else pages();
});
server.on('connection', (socket) => {
  const files = new Set<Readable>();
  beingRead.set(socket, files);
  socket.once('close', () => files.forEach((f) => f.destroy()));
});
// A whole request, however large: a body that stands still is told so long before (server/answer.ts).
server.requestTimeout = 120_000;
// Longer than a hand pauses: a connection that is closed just as it is written to again costs its request (5 s is Node's own).
server.keepAliveTimeout = 55_000;
server.listen(port, host, () => {
  console.log(`listening on http://${host}:${port}`);
  process.send?.('ready');
});

let ending = false;
function end() {
  if (ending) return;
  ending = true;
  process.emit('sentrel:end' as 'SIGHUP'); // live streams and the pool hear this (src/server/live.ts)
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5000).unref();
}
process.on('SIGTERM', end);
process.on('SIGINT', end);
process.on('disconnect', end); // whoever started us is gone
// Postgres.js 3.4.9 can write to a connection that a crash of the database has just taken away, outside of any promise. The query
// itself is rejected, and src/server/db.ts connects anew: no reason to end. Anything else nobody caught is one.
process.on('uncaughtException', (error) => {
  console.error('uncaught', error);
  if (!/node_modules\/postgres\/src\/connection\.js/.test(error.stack ?? '')) process.exit(1);
});
process.on('unhandledRejection', (reason) => {
  console.error('unhandled rejection', reason);
});
