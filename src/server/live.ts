/**
 * The live stream: passes on hints from the database ("stream X is at n") to every open browser.
 * A hint carries no content; who sees one fetches what it lacks.
 */
import { now } from '../../db/clock';
import type { Sql } from '../../db/sql';
import { onTrouble, trouble } from './trouble';

const MOST = 500;
const PING_MS = 15_000;
const listeners = new Set<(text: string) => void>();
const encoder = new TextEncoder();

const frame = (event: string, data: string): string => `event: ${event}\ndata: ${data}\n\n`;
const ping = (): string => frame('ping', JSON.stringify({ now: now(), trouble: trouble() }));
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
  onTrouble(() => broadcast(ping()));
  process.once('sentrel:end', () => {
    for (const { end } of streams) end();
  });
}

type Stream = { caller: string; end: () => void };
/** the oldest first */
const streams = new Set<Stream>();

/** When the house is full, whoever holds most streams gives up the oldest of them: it comes back by itself, and nobody else is shut out. */
function makeRoom(): void {
  if (streams.size < MOST) return;
  const held = new Map<string, number>();
  for (const { caller } of streams) held.set(caller, (held.get(caller) ?? 0) + 1);
  const greediest = [...held].reduce((a, b) => (b[1] > a[1] ? b : a))[0];
  [...streams].find((s) => s.caller === greediest)?.end();
}

/** One browser's event stream. @param caller who asks, so that one caller cannot take the place of all */
export function openStream(signal: AbortSignal, caller: string): ReadableStream<Uint8Array> {
  makeRoom();
  let leave: () => void = () => undefined;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        // A browser that does not read is let go: it resynchronises when it comes back.
        if ((controller.desiredSize ?? 0) < -256) return end();
        controller.enqueue(encoder.encode(text));
      };
      const end = () => {
        leave();
        try {
          controller.close();
        } catch {
          // closed by the other side
        }
      };
      const mine: Stream = { caller, end };
      leave = () => {
        listeners.delete(send);
        streams.delete(mine);
      };
      listeners.add(send);
      streams.add(mine);
      signal.addEventListener('abort', end, { once: true });
      send(`retry: 1000\n${ping()}`);
    },
    cancel: () => leave(),
  });
}
