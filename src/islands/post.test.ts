/** The page's clock against the server's, and what is said of requests that fail. */
import { beforeEach, describe, expect, it, vi } from 'vitest';

type Post = typeof import('./post');
const kept = new Map<string, string>();
const HOUR = 3_600_000;

/** A page as it opens: this device's clock is wrong by so much; the page was made by the server at that time. */
async function open(wrongBy: number): Promise<{ post: Post; server: () => number }> {
  vi.resetModules();
  const truth = Date.now();
  vi.useFakeTimers({ now: truth + wrongBy, toFake: ['Date'] });
  vi.stubGlobal('PerformanceNavigationTiming', class {});
  vi.stubGlobal('performance', { timeOrigin: Date.now(), getEntriesByType: () => [] });
  return { post: await import('./post'), server: () => Date.now() - wrongBy };
}

beforeEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  kept.clear();
  vi.stubGlobal('localStorage', { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => kept.set(k, v) });
});

describe('the page’s clock', () => {
  it.each([0, HOUR, -HOUR, 5 * 365 * 24 * HOUR])('a device whose clock is wrong by %i ms goes by the server’s time', async (wrongBy) => {
    const { post, server } = await open(wrongBy);
    expect(post.fromCache(server() - 100)).toBe(false);
    expect(Math.abs(post.serverTime() - server())).toBeLessThan(200);
  });
  it('a page out of the cache is known as one, and does not set the clock back', async () => {
    const { post, server } = await open(HOUR);
    post.heardTime(server());
    const again = await open(HOUR);
    expect(again.post.fromCache(again.server() - 20 * 60_000)).toBe(true);
    expect(Math.abs(again.post.serverTime() - again.server())).toBeLessThan(200);
  });
  it('a device whose clock was set since then goes by the page', async () => {
    const before = await open(3 * 365 * 24 * HOUR);
    before.post.heardTime(before.server());
    vi.useRealTimers();
    const { post, server } = await open(0);
    expect(post.fromCache(server())).toBe(false);
    expect(Math.abs(post.serverTime() - server())).toBeLessThan(200);
  });
  it('an event carries the device’s time and how far that is off: together the server’s', async () => {
    const { post, server } = await open(-HOUR);
    post.heardTime(server());
    const told = server() - 120_000;
    const said = { stream: 's', type: 'run.marked', body: { mark: 'tack', weld: null } } as const;
    const late = post.sentEvent({ ...said, at: told }, null);
    expect(Math.abs(Date.parse(late.happenedAt) + late.offsetMs - told)).toBeLessThan(5);
    const now = post.sentEvent(said, null);
    expect(Math.abs(Date.parse(now.happenedAt) - Date.now())).toBeLessThan(200);
    expect(Math.abs(now.offsetMs - HOUR)).toBeLessThan(200);
  });
});

describe('two presses', () => {
  const said = { stream: 's', type: 'run.marked', body: { mark: 'tack', weld: null } } as const;
  const at = (e: { happenedAt: string; offsetMs: number }) => Date.parse(e.happenedAt) + e.offsetMs;
  it('keep their order when an answer between them took long, and its time is heard late', async () => {
    const { post, server } = await open(0);
    post.heardTime(server());
    const first = post.sentEvent(said, null);
    post.heardTime(server() - 400);
    const [second, third] = [post.sentEvent(said, null), post.sentEvent(said, null)];
    expect(at(second)).toBeGreaterThan(at(first));
    expect(at(third)).toBeGreaterThan(at(second));
    expect(at(third) - at(first)).toBeLessThan(10);
  });
  it('go by a clock that was set right', async () => {
    const { post, server } = await open(0);
    post.heardTime(server() + HOUR);
    const first = post.sentEvent(said, null);
    post.heardTime(server());
    expect(at(post.sentEvent(said, null))).toBeLessThan(at(first) - HOUR / 2);
  });
});

describe('a request', () => {
  const answer = async (reply: () => Response | Promise<Response>) => {
    const { post } = await open(0);
    vi.stubGlobal('fetch', () => Promise.resolve().then(reply));
    return post.request<{ x: number }>('POST', '/api/x', { a: 1 });
  };
  it('that is answered gives what was answered', async () =>
    expect(await answer(() => Response.json({ x: 1 }))).toEqual({ ok: true, value: { x: 1 } }));
  it('that does not arrive says what was kept, and never throws', async () =>
    expect(
      await answer(() => {
        throw new TypeError('failed');
      }),
    ).toMatchObject({ ok: false, refusal: { status: 0, error: expect.stringContaining('What you entered is still here') as string } }));
  it('that is refused hands on the words and the reasons', async () =>
    expect(await answer(() => Response.json({ error: 'No.', reasons: ['because'] }, { status: 422 }))).toEqual({
      ok: false,
      refusal: { status: 422, error: 'No.', reasons: ['because'] },
    }));
  it('that something between answered in its own way is said with its status', async () =>
    expect(await answer(() => new Response('<h1>Bad gateway</h1>', { status: 502 }))).toEqual({
      ok: false,
      refusal: { status: 502, error: 'The server answered 502.', reasons: [], foreign: true },
    }));
});
