/**
 * The live stream: passes on hints from the database ("stream X is at n") to every open browser.
 * A hint carries no content; who sees one fetches what it lacks.
 */
import { now } from '../../db/clock';
import type { Sql } from '../../db/sql';

const MOST = 500;
const PING_MS = 15_000;
const listeners = new Set<(text: string) => void>();
const endings = new Set<() => void>();
const encoder = new TextEncoder();

const frame = (event: string, data: string): string => `event: ${event}\ndata: ${data}\n\n`;
const ping = (): string => frame('ping', JSON.stringify({ now: now() }));
const broadcast = (text: string): void => {
  for (const send of listeners) send(text);
};

let heard: Sql | undefined;

/** Listens to a pool, and to that one alone from now on; after a lost connection everybody is told to look at everything again. */
export function listenLive(sql: Sql): void {
  heard = sql;
  const listen = () => {
    if (heard !== sql) return;
    sql
      .listen(
        'sentrel',
        (payload) => broadcast(frame('hint', payload)),
        () => broadcast(frame('resync', '{}')),
      )
      .catch((e: unknown) => {
        console.error('live', (e as Error).message);
        setTimeout(listen, 2000).unref();
      });
  };
  listen();
  sql.listen('sentrel_clock', () => setTimeout(() => broadcast(ping()), 100)).catch(() => undefined);
}

/** Pings every open browser, and ends their streams with the process. */
export function startLive(): void {
  setInterval(() => broadcast(ping()), PING_MS).unref();
  process.once('sentrel:end', () => {
    for (const end of endings) end();
  });
}

/** One browser's event stream, or null when there are too many. */
export function openStream(signal: AbortSignal): ReadableStream<Uint8Array> | null {
  if (listeners.size >= MOST) return null;
  let leave: () => void = () => undefined;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        // A browser that does not read is let go: it resynchronises when it comes back.
        if ((controller.desiredSize ?? 0) < -256) return end();
        controller.enqueue(encoder.encode(text));
      };
      leave = () => {
        listeners.delete(send);
        endings.delete(end);
      };
      const end = () => {
        leave();
        try {
          controller.close();
        } catch {
          // closed by the other side
        }
      };
      listeners.add(send);
      endings.add(end);
      signal.addEventListener('abort', end, { once: true });
      send(`retry: 1000\n${ping()}`);
    },
    cancel: () => leave(),
  });
}
