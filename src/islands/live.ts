/**
 * The live stream in the browser: one connection for all tabs. The tab that holds the lock listens to the
 * server and passes every hint on; when it is closed another takes over. A hint says only what moved.
 */
import { heardTime } from './post';

export type Hint = { stream?: string; also?: string[]; version?: number; device?: string; board?: boolean };
type Message = { kind: 'hint'; hint: Hint } | { kind: 'resync' } | { kind: 'ping'; now: number } | { kind: 'lost' };

/**
 * @param onHint something moved
 * @param onResync anything may have moved: look at everything again
 * @param onState is the stream connected?
 * @returns stops listening
 */
export function listen(onHint: (hint: Hint) => void, onResync: () => void, onState: (live: boolean) => void = () => undefined): () => void {
  const channel = new BroadcastChannel('sentrel-live');
  const stop = new AbortController();
  let lastHeard = Date.now();
  const hear = (m: Message) => {
    lastHeard = Date.now();
    if (m.kind === 'lost') return onState(false);
    onState(true);
    if (m.kind === 'hint') onHint(m.hint);
    else if (m.kind === 'resync') onResync();
    else heardTime(m.now);
  };
  channel.onmessage = (e: MessageEvent<Message>) => hear(e.data);
  // Silence of two pings: say so, and look again when it comes back.
  const watch = setInterval(() => {
    if (Date.now() - lastHeard > 35_000) onState(false);
  }, 5000);

  let leading = false;
  const lead = () =>
    new Promise<void>((done) => {
      const source = new EventSource('/api/live');
      const tell = (m: Message) => {
        hear(m);
        channel.postMessage(m);
      };
      leading = true;
      // Also the first time: what happened between the making of the page and this moment was told to nobody here.
      source.onopen = () => tell({ kind: 'resync' });
      source.onerror = () => tell({ kind: 'lost' });
      source.addEventListener('hint', (e) => tell({ kind: 'hint', hint: JSON.parse(e.data as string) as Hint }));
      source.addEventListener('resync', () => tell({ kind: 'resync' }));
      source.addEventListener('ping', (e) => tell({ kind: 'ping', now: (JSON.parse(e.data as string) as { now: number }).now }));
      stop.signal.addEventListener('abort', () => {
        source.close();
        done();
      });
    });
  navigator.locks.request('sentrel-live', { signal: stop.signal }, lead).catch(() => undefined);
  // Where another tab listens for this one, it does so already: the same holds from here on.
  const joined = setTimeout(() => leading || onResync(), 300);

  return () => {
    stop.abort();
    clearInterval(watch);
    clearTimeout(joined);
    channel.close();
  };
}
