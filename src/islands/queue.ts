/**
 * What was marked and is not saved yet. Kept in IndexedDB, so that a closed tab or a flat battery loses nothing; sent in order
 * by one tab of the browser; what is refused stays with its reason until somebody has seen it, and holds up nothing else; what the
 * server cannot take steps aside after some tries. What the storage of the browser does not take is held by the page, and said so.
 */
import { openDB, type DBSchema } from 'idb';
import type { Criterion } from '../../core/models/criteria';
import type { SentEvent, Stored } from '../../core/work/event';
import type { Refusal } from './post';
import { tell } from './told';
import { nap, waitAfter } from './waits';

/** A weld's record as pages and this device hold it. */
export type KeptRecord = { events: Stored[]; runEvents: Record<string, Stored[]>; criterion: Criterion };

export type Waiting = {
  n?: number;
  event: SentEvent;
  refusal: Refusal | null;
  /** it has been sent at least once, so that it may be saved already though no answer came */
  tried: boolean;
  /** Sentrel answered, and could not take it: how often, why, and when it is tried again, ms of this device */
  trouble?: { tries: number; error: string; until: number };
  /** the storage of this browser did not take it: gone with the page */
  unkept?: true;
};

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
    terminated: () => (opened = undefined),
  });
let opened: ReturnType<typeof store> | undefined;
function db(): ReturnType<typeof store> {
  opened ??= Promise.resolve().then(store);
  opened.catch(() => (opened = undefined));
  return opened;
}

/** "moved": something was added, sent or refused. "saved": an event reached the record. */
type News = { kind: 'moved' } | { kind: 'saved'; event: SentEvent };
const news = new Set<(n: News) => void>();
let channel: BroadcastChannel | undefined;
function announce(n: News): void {
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

/** What stands otherwise than on disk since the disk did not take it, by id; null where it is gone and the disk still has it. */
const laid = new Map<string, Waiting | null>();
/** What was on disk when it could last be read. */
let onDisk: Waiting[] = [];

/** What waits, the oldest first: what is on disk, and what the disk did not take. */
export async function waiting(): Promise<Waiting[]> {
  // A disk that cannot be read has not lost what was on it.
  onDisk = await db()
    .then((d) => d.getAll('waiting'))
    .catch(() => onDisk);
  const known = new Set(onDisk.map((w) => w.event.id));
  const held = [...laid.values()].filter((w): w is Waiting => w !== null && !known.has(w.event.id));
  return [...onDisk.flatMap((w) => (laid.has(w.event.id) ? (laid.get(w.event.id) ?? []) : w)), ...held];
}

/** Changes what stands of one event; on disk where it takes it, else in this page. `null` takes it away. */
async function put(w: Waiting, change: Partial<Waiting> | null): Promise<void> {
  const { id } = w.event;
  const next = change && { ...w, ...change };
  if (w.unkept) {
    if (next) laid.set(id, next);
    else laid.delete(id);
    return;
  }
  try {
    const tx = (await db()).transaction('waiting', 'readwrite');
    // It may have been taken back meanwhile: then there is nothing to change.
    if (w.n !== undefined && (await tx.store.get(w.n))) await (next ? tx.store.put(next) : tx.store.delete(w.n));
    await tx.done;
    laid.delete(id);
  } catch {
    laid.set(id, next);
  }
}

/** Drops an event that somebody has seen to: refused, or given up. */
export const forget = (id: string): Promise<boolean> => drop(id, () => true);

/** Takes an event back that has never left this device. @returns false when it has, or may have: then it wants a correction */
export const unsay = (id: string): Promise<boolean> => drop(id, (w) => !w.tried);

async function drop(id: string, may: (w: Waiting) => boolean): Promise<boolean> {
  const found = (await waiting()).find((w) => w.event.id === id && may(w));
  if (!found) return false;
  let dropped: boolean;
  if (found.unkept) dropped = laid.delete(id);
  else
    try {
      // Asked and taken away in one go: the tab that sends may be about to.
      const tx = (await db()).transaction('waiting', 'readwrite');
      const there = found.n === undefined ? undefined : await tx.store.get(found.n);
      dropped = there !== undefined && may(laid.get(id) ?? there);
      if (dropped && found.n !== undefined) await tx.store.delete(found.n);
      await tx.done;
    } catch {
      dropped = false;
    }
  announce({ kind: 'moved' });
  return dropped;
}

/** Has it tried now, and not when its turn comes. */
export async function tryNow(id: string): Promise<void> {
  const found = (await waiting()).find((w) => w.event.id === id);
  if (found?.trouble) await put(found, { trouble: { ...found.trouble, until: 0 } });
  announce({ kind: 'moved' });
  wake();
}

/** Keeps an event and has it sent. @returns once it is on this device's disk, or held by this page since the disk does not take it */
export async function enqueue(event: SentEvent): Promise<void> {
  const w: Waiting = { event, refusal: null, tried: false };
  try {
    await (await db()).add('waiting', w);
  } catch {
    laid.set(event.id, { ...w, unkept: true });
    guardPage();
    void sendUnkept();
  }
  announce({ kind: 'moved' });
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
    if (Date.now() > until || lastFailed || mine.trouble) return 'waiting';
    await heard(500);
  }
}

/** Waits until what was marked on these streams is saved, as long as the server is there and takes it: a decision may stand on it. */
export async function sentFirst(streams: { has: (stream: string) => boolean }, patience = 4000): Promise<void> {
  const until = Date.now() + patience;
  for (;;) {
    const mine = (await waiting()).some((w) => streams.has(w.event.stream) && !w.refusal && !w.trouble);
    if (!mine || lastFailed || Date.now() > until) return;
    await heard(500);
  }
}

/** Until the queue has something to tell, ms at the most. */
const heard = (most: number): Promise<void> =>
  new Promise((done) => {
    const stop = onQueue(() => (stop(), done()));
    setTimeout(() => (stop(), done()), most);
  });

/** something new asks to be sent */
let asked = false;
let resume: () => void = () => undefined;
const wake = () => {
  asked = true;
  resume();
};
/** the last try did not reach the server */
let lastFailed = false;
let started = false;
/** does this tab send for all of the browser? */
let sends = false;

/** One sender a browser: the tab that holds the lock; when it is closed another takes over. */
function startSending(): void {
  if (started) return;
  started = true;
  void navigator.locks.request('sentrel-sender', async () => {
    sends = true;
    addEventListener('online', () => wake());
    onQueue(() => wake());
    for (let failed = 0; ;) {
      asked = false;
      const sent = await drain(waiting).catch(() => 'away' as const);
      lastFailed = sent === 'away';
      failed = lastFailed ? failed + 1 : 0;
      if (!asked)
        await new Promise<void>((done) => {
          resume = done;
          setTimeout(done, lastFailed ? waitAfter(failed) : Math.max(200, sent === 'away' ? 0 : sent));
        });
    }
  });
  // The lock may be with another tab: it is told over the channel.
}

/** What this page alone holds no other tab can send. */
const heldHere = (): Promise<Waiting[]> => Promise.resolve([...laid.values()].filter((w): w is Waiting => w?.unkept === true));
let sendingUnkept = false;
async function sendUnkept(): Promise<void> {
  if (sendingUnkept) return;
  sendingUnkept = true;
  for (let failed = 0; (await heldHere()).some((w) => w.refusal === null); failed++) {
    if (!sends) lastFailed = (await drain(heldHere).catch(() => 'away')) === 'away';
    await nap(waitAfter(failed + 1));
  }
  sendingUnkept = false;
}
let guarded = false;
/** A page that holds what is nowhere else asks before it goes. */
function guardPage(): void {
  if (guarded) return;
  guarded = true;
  addEventListener('beforeunload', (e) => {
    if ([...laid.values()].some((w) => w?.unkept && w.refusal === null)) e.preventDefault();
  });
}

/** Tries of one event that the server cannot take, before the others pass it. */
const TRIES = 3;
/** What stepped aside is tried again after a while, and never less often than this, ms. */
const ASIDE = 60_000;
const IDLE = 30_000;

/** When the turn of an event comes, ms from now: 0 now. */
function dueIn({ trouble }: Waiting): number {
  if (!trouble || trouble.tries < TRIES) return 0;
  const left = trouble.until - Date.now();
  // A clock that was set meanwhile makes nobody wait for years.
  return left > ASIDE ? 0 : Math.max(0, left);
}
/** Is it about one that has not been saved yet? Then it waits for that. */
const leansOn = (w: Waiting, others: readonly Waiting[]): boolean => {
  const { corrects } = w.event.body as { corrects?: unknown };
  return others.some((o) => o !== w && o.refusal === null && o.event.id === corrects);
};

/** Says that it is about to be sent; false when it was taken back in the meantime. */
async function claim(w: Waiting): Promise<boolean> {
  if (w.unkept) {
    const there = laid.has(w.event.id);
    if (there) laid.set(w.event.id, { ...w, tried: true });
    return there;
  }
  try {
    const tx = (await db()).transaction('waiting', 'readwrite');
    const there = w.n !== undefined && (await tx.store.get(w.n)) !== undefined;
    if (there && !w.tried) await tx.store.put({ ...w, tried: true });
    await tx.done;
    return there;
  } catch {
    laid.set(w.event.id, { ...w, tried: true });
    return true;
  }
}

/** The version of the stream a decision was made on: what this device itself said since is known to whoever decided here. */
async function seenBy({ seen, stream }: SentEvent): Promise<number | null> {
  const own = await ownOf(stream);
  return seen !== null && own && seen >= own.from - 1 && seen < own.to ? own.to : seen;
}
const ownHere = new Map<string, Own>();
const ownOf = async (stream: string): Promise<Own | undefined> =>
  ownHere.get(stream) ??
  (await db()
    .then((d) => d.get('own', stream))
    .catch(() => undefined));
async function noteOwn(stream: string, seq: number): Promise<void> {
  const own = await ownOf(stream);
  if (seq <= (own?.to ?? 0)) return;
  const next = { from: own && seq === own.to + 1 ? own.from : seq, to: seq };
  await db()
    .then((d) => d.put('own', next, stream))
    .then(
      () => ownHere.delete(stream),
      () => ownHere.set(stream, next),
    );
}

/** Sends what waits, the oldest first. @returns 'away' when the server cannot be reached, else when to look again, ms */
async function drain(list: () => Promise<Waiting[]>): Promise<'away' | number> {
  for (;;) {
    const all = (await list()).filter((w) => w.refusal === null);
    const may = all.filter((w) => !leansOn(w, all));
    const next = may.find((w) => dueIn(w) === 0);
    if (!next) return Math.min(IDLE, ...may.map(dueIn));
    if (!(await claim(next))) continue;
    const mine = { ...next, tried: true };
    const { event } = next;
    const told = await tell({ ...event, seen: await seenBy(event) });
    if (told.kind === 'away') return 'away';
    if (told.kind === 'saved') {
      if (told.seq !== undefined) await noteOwn(event.stream, told.seq);
      await put(mine, null);
      announce({ kind: 'saved', event });
      continue;
    }
    if (told.kind === 'refused') await put(mine, { refusal: told.refusal });
    else {
      const tries = (next.trouble?.tries ?? 0) + 1;
      const wait = Math.min(ASIDE, waitAfter(Math.max(1, tries - TRIES + 2)) * (tries < TRIES ? 1 : 4));
      await put(mine, { trouble: { tries, error: told.refusal.error, until: Date.now() + wait } });
      announce({ kind: 'moved' });
      // It keeps its place for some tries; then the others go on.
      if (tries < TRIES) return 'away';
    }
    announce({ kind: 'moved' });
  }
}

/** The record of a weld as this device last saw it, for a page that is opened again without network. */
export const keepRecord = (weld: string, record: KeptRecord): Promise<void> =>
  db()
    .then((d) => d.put('records', record, weld))
    .then(
      () => undefined,
      () => undefined,
    );
export const keptRecord = (weld: string): Promise<KeptRecord | undefined> =>
  db()
    .then((d) => d.get('records', weld))
    .catch(() => undefined);
