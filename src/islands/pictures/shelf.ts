/**
 * Pictures that are kept on this device until the server has them: in IndexedDB, so that a closed tab or a flat battery loses none; sent in
 * pieces by one tab of the browser, each piece once; what is refused stays with its reason until somebody has seen it.
 */
import { openDB, type DBSchema } from 'idb';
import { PIECE, piecesOf } from '../../../core/work/pictures';
import { onQueue } from '../queue';
import { waitAfter } from '../waits';

export type OnShelf = {
  /** in the file store */
  file: string;
  weld: string;
  role: 'picture' | 'original';
  name: string;
  blob: Blob;
  /** pieces the server has said it has */
  sent: number;
  /** why it cannot be sent; null while it may be */
  refusal: string | null;
};

interface Store extends DBSchema {
  shelf: { key: string; value: OnShelf; indexes: { weld: string } };
}
let opened: ReturnType<typeof open> | undefined;
const open = () =>
  openDB<Store>('sentrel-pictures', 1, {
    upgrade: (db) => void db.createObjectStore('shelf', { keyPath: 'file' }).createIndex('weld', 'weld'),
    terminated: () => (opened = undefined),
  });
function db(): ReturnType<typeof open> {
  opened ??= open();
  opened.catch(() => (opened = undefined));
  return opened;
}

const hearers = new Set<() => void>();
let channel: BroadcastChannel | undefined;
/** @returns stops listening */
export function onShelf(hear: () => void): () => void {
  if (!channel) {
    channel = new BroadcastChannel('sentrel-pictures');
    channel.onmessage = () => hearers.forEach((h) => h());
  }
  hearers.add(hear);
  startSending();
  return () => void hearers.delete(hear);
}
function moved(): void {
  hearers.forEach((h) => h());
  channel?.postMessage('moved');
}

/** What of a weld waits on this device; nothing where its storage cannot be read. */
export const shelfOf = (weld: string): Promise<OnShelf[]> =>
  db()
    .then((d) => d.getAllFromIndex('shelf', 'weld', weld))
    .catch(() => []);

export class DeviceFull extends Error {}

/** Keeps files of one picture together: all of them or none. @throws DeviceFull */
export async function keepOnShelf(files: readonly Omit<OnShelf, 'sent' | 'refusal'>[]): Promise<void> {
  try {
    const tx = (await db()).transaction('shelf', 'readwrite');
    await Promise.all([...files.map((f) => tx.store.put({ ...f, sent: 0, refusal: null })), tx.done]);
  } catch {
    throw new DeviceFull();
  }
  moved();
}
/** Sends what waits, from whatever page is open. */
export const sendWhatWaits = (): void => void onShelf(() => undefined);

/** Starts to send what was kept, once its entry is on its way. */
export const sendShelf = (): void => wake();

export async function takeOffShelf(file: string): Promise<void> {
  await (await db()).delete('shelf', file);
  moved();
}
/** Notes how far it is. A device that is full takes no note, and sends all the same: the server knows which pieces it has. */
async function change(file: string, to: Partial<OnShelf>): Promise<void> {
  try {
    const tx = (await db()).transaction('shelf', 'readwrite');
    const had = await tx.store.get(file);
    if (had) await tx.store.put({ ...had, ...to });
    await tx.done;
  } catch {
    return;
  }
  moved();
}

let wake: () => void = () => undefined;
let started = false;
const IDLE = 30_000;

/** One sender a browser: the tab that holds the lock; when it is closed another takes over. */
function startSending(): void {
  if (started) return;
  started = true;
  void navigator.locks.request('sentrel-pictures', async () => {
    addEventListener('online', () => wake());
    onQueue((n) => n.kind === 'saved' && wake());
    channel?.addEventListener('message', () => wake());
    for (let failed = 0; ;) {
      let asked = false;
      wake = () => (asked = true);
      const away = await sendAll().catch(() => true);
      failed = away ? failed + 1 : 0;
      if (asked) continue;
      await new Promise<void>((done) => {
        wake = done;
        setTimeout(done, away ? waitAfter(failed) : IDLE);
      });
    }
  });
}

/** Sends what may be sent. @returns is the server away? */
async function sendAll(): Promise<boolean> {
  let away = false;
  for (const entry of await (await db()).getAll('shelf')) if (entry.refusal === null && (await send(entry)) === 'away') away = true;
  return away;
}

type Had = { whole: boolean; refused: string | null; pieces: number; have: number[] };
const PATIENCE = 60_000;
/** How often a picture that came damaged is sent. */
const TRIES = 3;
const damaged = new Map<string, number>();

/** Goes on where the server says it stands. */
async function send(entry: OnShelf): Promise<'done' | 'later' | 'away'> {
  const url = `/api/files/${entry.file}`;
  const asked = await fetch(`${url}/pieces`, { signal: AbortSignal.timeout(8000) }).catch(() => null);
  // Its entry is still in the queue: that calls when it is saved.
  if (asked?.status === 404) return 'later';
  const had = asked?.ok ? ((await asked.json().catch(() => null)) as Had | null) : null;
  if (!had) return 'away';
  if (had.whole) return done(entry);
  if (had.refused !== null) return refuse(entry, had.refused);
  const have = new Set(had.have);
  const left = Array.from({ length: piecesOf(entry.blob.size) }, (_, n) => n).filter((n) => !have.has(n));
  await change(entry.file, { sent: have.size });
  // All there and not whole: the last answer was lost, or nobody had time to look at it. The last piece is sent again.
  for (const n of left.length ? left : [had.pieces - 1]) {
    const piece = await entry.blob
      .slice(n * PIECE, (n + 1) * PIECE)
      .arrayBuffer()
      .catch(() => null);
    if (piece === null)
      return refuse(
        entry,
        'The picture is not on this device any more, and only a part of it was sent. Take it again, and take this entry back.',
      );
    const put = await fetch(`${url}/${n}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body: piece,
      signal: AbortSignal.timeout(PATIENCE),
    }).catch(() => null);
    const said = put && ((await put.json().catch(() => null)) as { whole?: boolean; error?: string } | null);
    if (!put || !said || put.status >= 500 || put.status === 408 || put.status === 401) return 'away';
    if (!put.ok) {
      // Damaged on the way it is sent again; damaged here it would be for ever.
      const tries = (damaged.get(entry.file) ?? 0) + 1;
      damaged.set(entry.file, tries);
      const again = put.status === 422 && said.error?.includes('damaged on the way') && tries < TRIES;
      return again ? 'away' : refuse(entry, said.error ?? 'Not taken.');
    }
    if (said.whole) return done(entry);
    have.add(n);
    await change(entry.file, { sent: have.size });
  }
  return 'later';
}
async function done(entry: OnShelf): Promise<'done'> {
  await takeOffShelf(entry.file);
  return 'done';
}
async function refuse(entry: OnShelf, refusal: string): Promise<'done'> {
  await change(entry.file, { refusal });
  return 'done';
}
