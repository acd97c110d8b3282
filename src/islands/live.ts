/**
 * The live stream in the browser: one connection for all tabs. The tab that holds the lock listens to the server and passes every hint
 * on; when it is closed, or can open no stream, another takes over. A hint says only what moved. The stream is opened again for as long
 * as there is a page, with growing waits; so is what a hint asked for and could not be fetched.
 */
import { heardTime } from './post';
import { nap, waitAfter } from './waits';

export type Hint = { stream?: string; also?: string[]; version?: number; device?: string; board?: boolean };
/** What is wrong with the machinery, as src/server/trouble.ts tells it; `on`: it goes on as we look. */
export type Trouble = { text: string; on: boolean };
type Message = { kind: 'hint'; hint: Hint } | { kind: 'resync' } | { kind: 'ping'; now: number; trouble: Trouble[] } | { kind: 'lost' };

export type Listener = {
  /** something moved. @returns false when what it is about could not be fetched: then all is looked at again */
  onHint?: (hint: Hint) => Promise<boolean> | void;
  /** anything may have moved: look at everything again. @returns false when that failed: then it is asked for again */
  onResync?: () => Promise<boolean>;
  /** is the stream connected? */
  onState?: (live: boolean) => void;
  /** what is wrong with the machinery behind the pages, in words */
  onTrouble?: (trouble: Trouble[]) => void;
};

const NAME = 'sentrel-live';
/** Two pings and a little: who is silent for longer is not live, ms. */
const SILENT = 35_000;
/** A tab that has the lock and is silent for so long is asleep or stuck: another takes it from it, ms. */
const STUCK = 45_000;

/** @returns stops listening */
export function listen({ onHint, onResync, onState, onTrouble }: Listener): () => void {
  const channel = new BroadcastChannel(NAME);
  const stop = new AbortController();
  let lastHeard = Date.now();

  // Looked at until it was seen: an answer that failed is no answer.
  let wanted = false;
  let looking = false;
  const lookAgain = async () => {
    wanted = true;
    if (looking || !onResync) return;
    looking = true;
    for (let failed = 0; wanted && !stop.signal.aborted;) {
      wanted = false;
      if (await onResync()) failed = 0;
      else {
        wanted = true;
        await nap(waitAfter(++failed), stop.signal);
      }
    }
    looking = false;
  };
  const hear = (m: Message) => {
    lastHeard = Date.now();
    if (m.kind === 'lost') return onState?.(false);
    onState?.(true);
    if (m.kind === 'resync') void lookAgain();
    else if (m.kind === 'hint') void onHint?.(m.hint)?.then((seen) => seen || void lookAgain());
    else {
      heardTime(m.now);
      onTrouble?.(m.trouble);
    }
  };
  channel.onmessage = (e: MessageEvent<Message>) => hear(e.data);

  let source: EventSource | null = null;
  let handOn: () => void = () => undefined;
  /** Listens for all tabs, until the stream cannot be had any more. @returns whether it was open at all */
  const lead = () =>
    new Promise<boolean>((done) => {
      let opened = false;
      const mine = (source = new EventSource('/api/live'));
      const tell = (m: Message) => {
        if (source !== mine) return;
        hear(m);
        channel.postMessage(m);
      };
      handOn = () => {
        mine.close();
        if (source === mine) source = null;
        done(opened);
      };
      mine.onopen = () => {
        opened = true;
        // Also the first time: what happened between the making of the page and this moment was told to nobody here.
        tell({ kind: 'resync' });
      };
      mine.onerror = () => {
        tell({ kind: 'lost' });
        // After an answer that is no stream a browser tries no more: this tab gives the lock to another, and waits for its next turn.
        if (mine.readyState === EventSource.CLOSED) handOn();
      };
      mine.addEventListener('hint', (e) => tell({ kind: 'hint', hint: JSON.parse(e.data as string) as Hint }));
      mine.addEventListener('resync', () => tell({ kind: 'resync' }));
      mine.addEventListener('ping', (e) => {
        const { now, trouble } = JSON.parse(e.data as string) as { now: number; trouble?: Trouble[] };
        tell({ kind: 'ping', now, trouble: trouble ?? [] });
      });
    });
  const takeTurns = async (how: LockOptions) => {
    for (let failed = 0; !stop.signal.aborted; how = { signal: stop.signal }) {
      const opened = await navigator.locks.request(NAME, how, lead).catch(() => false); // taken away, or stopped
      handOn();
      failed = opened ? 1 : failed + 1;
      await nap(waitAfter(failed), stop.signal);
    }
  };
  void takeTurns({ signal: stop.signal });

  const watch = setInterval(() => {
    const silence = Date.now() - lastHeard;
    if (silence > SILENT) onState?.(false);
    if (silence < STUCK) return;
    lastHeard = Date.now();
    if (source) handOn();
    else if (document.visibilityState === 'visible')
      void navigator.locks.request(NAME, { steal: true }, () => undefined).catch(() => undefined);
  }, 5000);
  // Where another tab listens for this one, it does so already: the same holds from here on.
  const joined = setTimeout(() => source ?? void lookAgain(), 300);

  return () => {
    stop.abort();
    handOn();
    clearInterval(watch);
    clearTimeout(joined);
    channel.close();
  };
}
