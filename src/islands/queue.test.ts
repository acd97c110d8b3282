/** The queue of marks on a device, against a server that is away, answers late, refuses, or took it though no answer came. */
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { createHash } from 'node:crypto';
import { receiptText, type SentEvent } from '../../core/work/event';

type Way = 'taken' | 'away' | 'taken, answer lost' | 'busy' | 'refused' | 'nobody signed in' | 'not ours' | 'a stranger' | 'broken';
type Queue = typeof import('./queue');

/** Streams as the server keeps them: the same event twice is one, a decision on an old version is refused. */
class Server {
  streams = new Map<string, string[]>();
  seen = new Map<string, number | null>();
  /** what becomes of the next tries of an event; taken when there is nothing more */
  ways = new Map<string, Way[]>();
  others = 0;

  version(stream: string): number {
    return (this.streams.get(stream) ?? []).length;
  }
  /** Another program on the port, and whatever it says to who asks it for anything. */
  stranger(): Response {
    const ways = [
      () => new Response('<h1>Not found</h1>', { status: 404 }),
      () => new Response('<h1>It works</h1>'),
      () => Response.json({}),
      () => Response.json({ answers: [{ status: 200, seq: 2 }], now: 0 }),
      () => Response.json({ message: 'unprocessable' }, { status: 422 }),
    ];
    return (ways[this.strangers++ % ways.length] ?? Response.error)();
  }
  strangers = 0;

  /** Somebody else's event. */
  foreign(stream: string): void {
    this.streams.set(stream, [...(this.streams.get(stream) ?? []), `other ${this.others++}`]);
  }
  answer(event: SentEvent): Response {
    const way = this.ways.get(event.id)?.shift() ?? 'taken';
    const hash = createHash('sha256').update(receiptText(event)).digest('hex');
    const say = (answer: object) => Response.json({ answers: [{ id: event.id, hash, ...answer }], now: Date.now() });
    if (way === 'away') throw new TypeError('fetch failed');
    if (way === 'busy') return Response.json({ error: 'Try again.' }, { status: 503 });
    if (way === 'nobody signed in') return Response.json({ error: 'Who are you?' }, { status: 401 });
    if (way === 'not ours') return Response.json({ answers: [{ id: event.id, status: 201, seq: 99, hash: 'of another' }], now: 0 });
    if (way === 'a stranger') return this.stranger();
    if (way === 'broken') return Response.json({ error: 'Something went wrong on our side.' }, { status: 500 });
    if (way === 'refused') return say({ status: 422, error: 'The purge is not on this spool.', reasons: [] });
    const list = this.streams.get(event.stream) ?? [];
    const had = list.indexOf(event.id);
    if (had < 0 && event.seen !== null && event.seen !== list.length) return say({ status: 409, error: 'Somebody else was here.' });
    if (had < 0) this.streams.set(event.stream, [...list, event.id]);
    this.seen.set(event.id, event.seen);
    if (way === 'taken, answer lost') throw new TypeError('socket closed');
    return say(had < 0 ? { status: 201, seq: list.length + 1 } : { status: 200, seq: had + 1 });
  }
}

let server: Server;
let queue: Queue;
let online: () => void = () => undefined;
let made = 0;

beforeAll(async () => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => kept.set(k, v) });
  vi.stubGlobal('navigator', { locks: { request: (_name: string, hold: () => Promise<void>) => hold() } });
  vi.stubGlobal('addEventListener', (name: string, f: () => void) => name === 'online' && (online = f));
  vi.stubGlobal('fetch', (_url: string, init: { body: string }) =>
    Promise.resolve().then(() => server.answer((JSON.parse(init.body) as { events: [SentEvent] }).events[0])),
  );
  queue = await import('./queue');
  queue.onQueue(() => undefined);
});
beforeEach(() => (server = new Server()));

const event = (stream: string, seen: number | null = null): SentEvent => ({
  id: `e${++made}`,
  stream,
  type: 'run.marked',
  version: 1,
  happenedAt: '2026-03-01T08:00:00Z',
  offsetMs: 0,
  seen,
  body: {},
});
const left = async (stream: string) => (await queue.waiting()).filter((w) => w.event.stream === stream);
/** Lets the device find the network again and again, until nothing of the stream waits any more. */
async function settle(stream: string): Promise<void> {
  for (let i = 0; i < 400; i++) {
    if ((await left(stream)).every((w) => w.refusal !== null)) return;
    online();
    await new Promise((r) => setTimeout(r, 2));
  }
  throw new Error('still waiting');
}

describe('marks kept on the device', () => {
  it('whatever the network does: each is saved once and in order, or refused and said with its reason', async () => {
    const ways = fc
      .array(
        fc.constantFrom<Way>(
          'taken',
          'away',
          'taken, answer lost',
          'busy',
          'refused',
          'nobody signed in',
          'not ours',
          'a stranger',
          'broken',
        ),
        {
          maxLength: 4,
        },
      )
      // Three times broken steps aside for a while: that is a test of its own.
      .filter((list) => list.filter((w) => w === 'broken').length < 3);
    await fc.assert(
      fc.asyncProperty(fc.array(ways, { minLength: 1, maxLength: 7 }), async (plan) => {
        const stream = `run ${++made}`;
        const events = plan.map(() => event(stream));
        events.forEach((e, i) => server.ways.set(e.id, [...(plan[i] ?? [])]));
        for (const e of events) await queue.enqueue(e);
        await settle(stream);
        const refused = await left(stream);
        for (const w of refused) {
          expect(w.refusal?.error).toBe('The purge is not on this spool.');
          expect(await queue.forget(w.event.id)).toBe(true);
        }
        const saved = server.streams.get(stream) ?? [];
        const lost = refused.map((w) => w.event.id);
        // One that was taken and whose answer was lost may be refused when it is sent again: it is saved all the same.
        expect(saved.filter((id) => !lost.includes(id))).toEqual(events.map((e) => e.id).filter((id) => !lost.includes(id)));
        expect(new Set(saved).size).toBe(saved.length);
        expect(await left(stream)).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  it('one that never left is taken back without a trace; one that may have left is not', async () => {
    const stream = 'run taken back';
    const [first, second] = [event(stream), event(stream)];
    server.ways.set(first.id, ['away', 'away']);
    await queue.enqueue(first);
    await vi.waitFor(async () => expect((await left(stream))[0]?.tried).toBe(true));
    await queue.enqueue(second);
    expect(await queue.unsay(second.id)).toBe(true);
    expect(await queue.unsay(first.id)).toBe(false);
    await settle(stream);
    expect(server.streams.get(stream)).toEqual([first.id]);
  });

  it('a refused one holds up no other, of its run or of another', async () => {
    const [a, b, c] = [event('run a'), event('run a'), event('run b')];
    server.ways.set(a.id, ['refused']);
    for (const e of [a, b, c]) await queue.enqueue(e);
    await settle('run a');
    await settle('run b');
    expect([server.streams.get('run a'), server.streams.get('run b')]).toEqual([[b.id], [c.id]]);
    expect((await left('run a')).map((w) => w.event.id)).toEqual([a.id]);
    await queue.forget(a.id);
  });
});

describe('one that the server can never take', () => {
  it('steps aside after three tries and lets the others go; what corrects it waits with it; it is never thrown away', async () => {
    const stream = 'run aside';
    const [bad, next, undo] = [event(stream), event(stream), { ...event(stream), body: { corrects: `e${made - 2}` } }];
    expect(undo.body.corrects).toBe(bad.id);
    server.ways.set(
      bad.id,
      Array.from({ length: 5 }, () => 'broken' as const),
    );
    for (const e of [bad, next, undo]) await queue.enqueue(e);
    for (let i = 0; i < 400 && (await left(stream)).length > 2; i++) {
      online();
      await new Promise((r) => setTimeout(r, 2));
    }
    expect(server.streams.get(stream)).toEqual([next.id]);
    const aside = await left(stream);
    expect(aside.map((w) => [w.event.id, w.refusal, w.trouble?.tries, w.trouble?.error])).toEqual([
      [bad.id, null, 3, 'Something went wrong on our side.'],
      [undo.id, null, undefined, undefined],
    ]);
    server.ways.delete(bad.id);
    await queue.tryNow(bad.id);
    await vi.waitFor(() => expect(server.streams.get(stream)).toEqual([next.id, bad.id, undo.id]), { timeout: 5000 });
    expect(await left(stream)).toEqual([]);
  });
});

describe('a storage that takes nothing', () => {
  const refuse = (call: 'add' | 'put' | 'delete') =>
    vi.spyOn(IDBObjectStore.prototype, call).mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
  it('holds up no mark: it is sent by the page itself, and held there while it cannot be', async () => {
    const stream = 'run unkept';
    const spies = [refuse('add'), refuse('put')];
    const [first, second] = [event(stream), event(stream)];
    server.ways.set(first.id, ['away']);
    await queue.enqueue(first);
    await queue.enqueue(second);
    expect((await left(stream)).map((w) => w.unkept)).toEqual([true, true]);
    await settle(stream);
    expect(new Set(server.streams.get(stream))).toEqual(new Set([first.id, second.id]));
    for (const s of spies) s.mockRestore();
  });
  it('that takes nothing away sends no mark again and again', async () => {
    const stream = 'run undeleted';
    const e = event(stream);
    await queue.enqueue(e);
    const spy = refuse('delete');
    await settle(stream);
    expect(await left(stream)).toEqual([]);
    expect(server.streams.get(stream)).toEqual([e.id]);
    spy.mockRestore();
  });
});

describe('a decision queued behind own marks', () => {
  /** One mark of this device, saved. */
  const saved = async (stream: string) => {
    await queue.enqueue(event(stream));
    await settle(stream);
  };
  it('counts as made on what they led to', async () => {
    const stream = 'run own';
    server.foreign(stream);
    const [tack, look, undo] = [event(stream), event(stream), event(stream, 1)];
    for (const e of [tack, look, undo]) await queue.enqueue(e);
    await settle(stream);
    expect(await left(stream)).toEqual([]);
    expect(server.seen.get(undo.id)).toBe(3);
  });
  it('also when it is made after they were saved, on a page that has not heard of it', async () => {
    const stream = 'run unheard';
    server.foreign(stream);
    await saved(stream);
    const undo = event(stream, 1);
    await queue.enqueue(undo);
    await settle(stream);
    expect(server.seen.get(undo.id)).toBe(2);
  });
  it('is refused when somebody else came between: they have not been seen', async () => {
    const stream = 'run between';
    server.foreign(stream);
    await saved(stream);
    server.foreign(stream);
    await saved(stream);
    const undo = event(stream, 1);
    await queue.enqueue(undo);
    await settle(stream);
    expect((await left(stream)).map((w) => [w.event.id, w.refusal?.status])).toEqual([[undo.id, 409]]);
    await queue.forget(undo.id);
  });
});

describe('what became of a mark', () => {
  it('is told: saved, refused with its reason and then forgotten, or still waiting', async () => {
    const [saved, refused, waits] = [event('run told'), event('run told'), event('run told')];
    server.ways.set(refused.id, ['refused']);
    server.ways.set(waits.id, ['away', 'away', 'away']);
    await queue.enqueue(saved);
    expect(await queue.outcome(saved.id)).toBeNull();
    await queue.enqueue(refused);
    expect(await queue.outcome(refused.id)).toMatchObject({ status: 422, error: 'The purge is not on this spool.' });
    expect(await left('run told')).toEqual([]);
    await queue.enqueue(waits);
    expect(await queue.outcome(waits.id)).toBe('waiting');
    await settle('run told');
  });

  it('a decision waits for the marks it may stand on, not for those of others, nor for a server that is away', async () => {
    const [mine, other] = [event('run to be closed'), event('another run')];
    server.ways.set(other.id, ['away', 'away', 'away', 'away']);
    await queue.enqueue(mine);
    await queue.sentFirst(new Set(['run to be closed']));
    expect(server.streams.get('run to be closed')).toEqual([mine.id]);
    await queue.enqueue(other);
    await queue.sentFirst(new Set(['run to be closed']));
    await queue.sentFirst(new Set(['another run']));
    expect(await left('another run')).toHaveLength(1);
    await settle('another run');
  });
});
