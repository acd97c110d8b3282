/** Talking to the server from the browser: the clock offset, events with ids of their own, errors in words. */
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { eventTypes, type BodyOf, type EventType } from '../../core/weld';

// Zod's fast path compiles functions from text, which the content security policy forbids.
z.config({ jitless: true });

let offset = 0;
/** Takes the server's time into account; every answer and ping carries it. */
export function heardTime(serverNow: number): void {
  offset = serverNow - Date.now();
}
/** Server time as this browser knows it, ms. */
export const serverTime = (): number => Date.now() + offset;

export const newId = uuid;

export type Refusal = { error: string; reasons: string[]; status: number };
export type Sent<T> = { ok: true; value: T } | { ok: false; refusal: Refusal };

/** Sends JSON; never throws. What could not be sent is said in words that tell what was kept. */
export async function request<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: unknown): Promise<Sent<T>> {
  let answer: Response;
  try {
    answer = await fetch(url, {
      method,
      ...(method === 'GET' ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
      signal: AbortSignal.timeout(8000),
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
    refusal: { status: answer.status, error: value?.error ?? `The server answered ${answer.status}.`, reasons: value?.reasons ?? [] },
  };
}

export type Said = { [T in EventType]: { stream: string; type: T; body: BodyOf<T>; id?: string; at?: number } }[EventType];

/** Sends one event; the same `id` may be sent again without harm. */
export async function say(event: Said, seen: number | null = null): Promise<Sent<{ seq: number }>> {
  const sent = await request<{ answers: { status: number; seq?: number; error?: string; reasons?: string[] }[]; now: number }>(
    'POST',
    '/api/events',
    {
      events: [
        {
          id: event.id ?? newId(),
          stream: event.stream,
          type: event.type,
          version: eventTypes[event.type].version,
          happenedAt: new Date(event.at === undefined ? Date.now() : event.at - offset).toISOString(),
          offsetMs: Math.round(offset),
          seen: eventTypes[event.type].decision ? seen : null,
          body: event.body,
        },
      ],
    },
  );
  if (!sent.ok) return sent;
  heardTime(sent.value.now);
  const answer = sent.value.answers[0];
  if (answer && answer.status < 300) return { ok: true, value: { seq: answer.seq ?? 0 } };
  return { ok: false, refusal: { status: answer?.status ?? 500, error: answer?.error ?? 'Not taken.', reasons: answer?.reasons ?? [] } };
}
