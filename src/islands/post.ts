/** Talking to the server from the browser: the clock offset, events with ids of their own, errors in words. */
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { eventTypes, type EventType, type SaidOf, versionOf } from '../../core/work/record';
import type { SentEvent } from '../../core/work/event';
import { keep, kept } from './kept';

// Zod's fast path compiles functions from text, which the content security policy forbids.
z.config({ jitless: true });

const KEPT_OFFSET = 'sentrel_offset';
const DAY = 86_400_000;
/** A page made longer ago than this came out of the cache, ms. */
const OLD_PAGE = 4000;
let offset = 0;
/** Takes the server's time into account; every answer and ping carries it. */
export function heardTime(serverNow: number): void {
  offset = serverNow - Date.now();
  keep(KEPT_OFFSET, String(Math.round(offset)));
}
/**
 * Takes the time a page was made into account. A page out of the cache was made before it was asked for: then the offset stands
 * that was last heard from the server itself, unless this device's clock was set meanwhile.
 */
export function pageTime(madeAt: number): void {
  const loaded = performance.getEntriesByType('navigation')[0];
  const arrived = performance.timeOrigin + (loaded instanceof PerformanceNavigationTiming ? loaded.responseEnd : 0);
  const known = kept(KEPT_OFFSET);
  const fresh = madeAt - arrived;
  offset = known !== null && Math.abs(Number(known) - fresh) < DAY ? Math.max(Number(known), fresh) : fresh;
}
/** Did this page, made then, come out of the cache? It is old, and what has happened since is to be asked for. */
export function fromCache(madeAt: number): boolean {
  pageTime(madeAt);
  return serverTime() - madeAt > OLD_PAGE;
}
/** Server time as this browser knows it, ms. */
export const serverTime = (): number => Date.now() + offset;

/** The offset wavers by as long as an answer took, ms; a step larger than this is a clock that was set. */
const WAVER = 5000;
let told = 0;
/** Now, and after whatever was told before: an answer that took long must not turn two presses about. */
function tellingTime(): number {
  const now = serverTime();
  told = now <= told && told - now < WAVER ? told + 1 : now;
  return told;
}

export const newId = uuid;

/** This browser, so that two that mark the same thing are told apart from one that marks it twice. */
export function screenId(): string {
  screen ??= kept('sentrel_screen') ?? newId().slice(-12);
  keep('sentrel_screen', screen);
  return screen;
}
let screen: string | undefined;

export type Refusal = {
  error: string;
  reasons: string[];
  status: number;
  /** it was not said in the words of Sentrel: something between, or something else, answered */
  foreign?: true;
};
export type Sent<T> = { ok: true; value: T } | { ok: false; refusal: Refusal };

/**
 * Sends JSON; never throws. What could not be sent is said in words that tell what was kept.
 * @param patience how long an answer is waited for, ms
 */
export async function request<T>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  url: string,
  body?: unknown,
  patience = 8000,
): Promise<Sent<T>> {
  let answer: Response;
  try {
    answer = await fetch(url, {
      method,
      ...(method === 'GET' ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
      signal: AbortSignal.timeout(patience),
    });
  } catch {
    return {
      ok: false,
      refusal: { status: 0, error: 'Sentrel cannot be reached. What you entered is still here; try again.', reasons: [] },
    };
  }
  const value = (await answer.json().catch(() => null)) as (T & { error?: string; reasons?: string[] }) | null;
  if (answer.ok && value) return { ok: true, value };
  return {
    ok: false,
    refusal: {
      status: answer.status,
      error: value?.error ?? `The server answered ${answer.status}.`,
      reasons: value?.reasons ?? [],
      ...(typeof value?.error === 'string' ? {} : { foreign: true }),
    },
  };
}

export type Said = { [T in EventType]: { stream: string; type: T; body: SaidOf<T>; id?: string; at?: number } }[EventType];

/** An event as it is sent: with an id of its own, its time and how far this clock is behind the server's. */
export const sentEvent = (event: Said, seen: number | null): SentEvent => ({
  id: event.id ?? newId(),
  stream: event.stream,
  type: event.type,
  version: versionOf(event.type),
  happenedAt: new Date((event.at ?? tellingTime()) - offset).toISOString(),
  offsetMs: Math.round(offset),
  seen: eventTypes[event.type].decision ? seen : null,
  body: event.body,
});
