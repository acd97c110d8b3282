/**
 * What was marked and is not saved yet. Kept in IndexedDB, so that a closed tab or a flat battery loses nothing; sent in order
 * by one tab of the browser; what is refused stays with its reason until somebody has seen it, and holds up nothing else.
 */
import { openDB, type DBSchema } from 'idb';
import type { Criterion } from '../../core/models/criteria';
import type { SentEvent, Stored } from '../../core/work/event';
import { heardTime, request, type Refusal } from './post';

/** A weld's record as pages and this device hold it. */
export type KeptRecord = { events: Stored[]; runEvents: Record<string, Stored[]>; criterion: Criterion };

/** `tried`: it has been sent at least once, so that it may be saved already though no answer came. */
export type Waiting = { n?: number; event: SentEvent; refusal: Refusal | null; tried: boolean };

/**
 * This device's own newest events of a stream, without anyone else's between: a decision queued behind them was made on what
 * they led to, though the page had not heard so. On disk, since the page may be gone by the time it is sent.
 */
type Own = { from: number; to: number };

interface Store extends DBSchema {
  waiting: { key: number; value: Waiting };
  records: { key: string; value: KeptRecord };
  own: { key: string; value: Own };
}
const store = () =>
  openDB<Store>('sentrel', 2, {
    upgrade: (db, had) => {
      if (had < 1) {
        db.createObjectStore('waiting', { keyPath: 'n', autoIncrement: true });
        db.createObjectStore('records');
      }
      db.createObjectStore('own');
    },
    // Another tab brings a newer store: this one steps aside and opens it again when next asked.
    blocking: (_had, _asked, e) => {
      (e.target as IDBDatabase).close();
      opened = undefined;
    },
  });
let opened: ReturnType<typeof store> | undefined;
const db = () => (opened ??= store());

/** "moved": something was added, sent or refused. "saved": an event reached the record. */
type News = { kind: 'moved' } | { kind: 'saved'; event: SentEvent };
const news = new Set<(n: News) => void>();
let channel: BroadcastChannel | undefined;
function tell(n: News): void {
  for (const hear of news) hear(n);
  channel?.postMessage(n);
}

/** @returns stops listening */
export function onQueue(hear: (n: News) => void): () => void {
  if (!channel) {
    channel = new BroadcastChannel('sentrel-queue');
    channel.onmessage = (e: MessageEvent<News>) => news.forEach((h) => h(e.data));
  }
  news.add(hear);
  startSending();
  return () => void news.delete(hear);
}

export const waiting = async (): Promise<Waiting[]> => (await db()).getAll('waiting');

/** Drops a refused event that somebody has seen. */
export const forget = (id: string): Promise<boolean> => drop(id, () => true);

/** Takes an event back that has never left this device. @returns false when it has, or may have: then it wants a correction */
export const unsay = (id: string): Promise<boolean> => drop(id, (w) => !w.tried);

async function drop(id: string, may: (w: Waiting) => boolean): Promise<boolean> {
  const tx = (await db()).transaction('waiting', 'readwrite');
  const found = (await tx.store.getAll()).find((w) => w.event.id === id && may(w));
  if (found?.n !== undefined) await tx.store.delete(found.n);
  await tx.done;
  tell({ kind: 'moved' });
  return found !== undefined;
}

/** Keeps an event and has it sent. @returns once it is on this device's disk */
export async function enqueue(event: SentEvent): Promise<void> {
  await (await db()).add('waiting', { event, refusal: null, tried: false });
  tell({ kind: 'moved' });
  wake();
}

/**
 * What became of an event, waited for as long as someone may look at the screen for it.
 * @returns a refusal, null when it was saved, 'waiting' when it is kept here and not saved yet
 */
export async function outcome(id: string, patience = 4000): Promise<Refusal | null | 'waiting'> {
  const until = Date.now() + patience;
  for (;;) {
    const mine = (await waiting()).find((w) => w.event.id === id);
    if (!mine) return null;
    if (mine.refusal) {
      await forget(id);
      return mine.refusal;
    }
    if (Date.now() > until || lastFailed) return 'waiting';
    await new Promise<void>((done) => {
      const stop = onQueue(() => (stop(), done()));
      setTimeout(() => (stop(), done()), 500);
    });
  }
}

/** something new asks to be sent */
let asked = false;
let resume: () => void = () => undefined;
const wake = () => {
  asked = true;
  resume();
};
/** the last try did not reach the server */
let lastFailed = false;
let sending = false;

/** One sender a browser: the tab that holds the lock; when it is closed another takes over. */
function startSending(): void {
  if (sending) return;
  sending = true;
  void navigator.locks.request('sentrel-sender', async () => {
    addEventListener('online', () => wake());
    onQueue(() => wake());
    for (let pause = 1000; ;) {
      asked = false;
      lastFailed = !(await drain().catch(() => false));
      pause = lastFailed ? Math.min(15_000, pause * 1.6) : 1000;
      if (!asked)
        await new Promise<void>((done) => {
          resume = done;
          setTimeout(done, lastFailed ? pause : 30_000);
        });
    }
  });
  // The lock may be with another tab: it is told over the channel.
}

type Answer = { status: number; seq?: number; error?: string; reasons?: string[] };

/** Says that it is about to be sent; false when it was taken back in the meantime. */
async function claim(w: Waiting): Promise<boolean> {
  const tx = (await db()).transaction('waiting', 'readwrite');
  const there = w.n !== undefined && (await tx.store.get(w.n)) !== undefined;
  if (there && !w.tried) await tx.store.put({ ...w, tried: true });
  await tx.done;
  return there;
}

/** Sends what waits, the oldest first. @returns false when the server cannot be reached */
async function drain(): Promise<boolean> {
  for (;;) {
    const next = (await waiting()).find((w) => w.refusal === null);
    if (!next) return true;
    if (!(await claim(next))) continue;
    const { event } = next;
    const own = await (await db()).get('own', event.stream);
    const seen = event.seen !== null && own && event.seen >= own.from - 1 && event.seen < own.to ? own.to : event.seen;
    const sent = await request<{ answers: Answer[]; now: number }>('POST', '/api/events', { events: [{ ...event, seen }] });
    // Away, overloaded, or nobody has said who they are: it waits.
    if (!sent.ok && (sent.refusal.status === 0 || sent.refusal.status >= 500 || sent.refusal.status === 401)) return false;
    const answer: Answer = sent.ok
      ? (sent.value.answers[0] ?? { status: 500 })
      : { status: sent.refusal.status, error: sent.refusal.error, reasons: sent.refusal.reasons };
    if (sent.ok) heardTime(sent.value.now);
    if (answer.status < 300) {
      const { seq } = answer;
      const tx = (await db()).transaction(['waiting', 'own'], 'readwrite');
      if (next.n !== undefined) await tx.objectStore('waiting').delete(next.n);
      if (seq !== undefined && seq > (own?.to ?? 0))
        await tx.objectStore('own').put({ from: own && seq === own.to + 1 ? own.from : seq, to: seq }, event.stream);
      await tx.done;
      tell({ kind: 'saved', event });
    } else {
      const refusal = { status: answer.status, error: answer.error ?? 'Not taken.', reasons: answer.reasons ?? [] };
      // It may have been taken back meanwhile: then there is nothing to refuse.
      const tx = (await db()).transaction('waiting', 'readwrite');
      if (next.n !== undefined && (await tx.store.get(next.n))) await tx.store.put({ ...next, tried: true, refusal });
      await tx.done;
      tell({ kind: 'moved' });
    }
  }
}

/** The record of a weld as this device last saw it, for a page that is opened again without network. */
export const keepRecord = async (weld: string, record: KeptRecord): Promise<void> =>
  void (await (await db()).put('records', record, weld).catch(() => undefined));
export const keptRecord = async (weld: string): Promise<KeptRecord | undefined> => (await db()).get('records', weld);
