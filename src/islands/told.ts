/** What the server says to an event: believed only when it is about this very event, and from Sentrel. */
import { receiptText, type SentEvent } from '../../core/work/event';
import { heardTime, request, sentEvent, type Refusal, type Said, type Sent } from './post';

export type Told =
  | { kind: 'saved'; seq: number | undefined }
  | { kind: 'refused'; refusal: Refusal }
  /** nobody there, overloaded, nobody has said who they are, or another program at this address: it says nothing of the event */
  | { kind: 'away'; refusal: Refusal }
  /** Sentrel is there and cannot take this one */
  | { kind: 'trouble'; refusal: Refusal };

type Answer = { id?: unknown; hash?: unknown; status: number; seq?: number; error?: string; reasons?: string[] };

const hashOf = async (event: SentEvent): Promise<string> =>
  [...new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(receiptText(event))))]
    .map((b) => b.toString(16).padStart(2, '0'))
    .join('');

/** The answer about this event in whatever was said; null when there is none. */
function answerIn(value: unknown, id: string): Answer | null {
  const answers = (value as { answers?: unknown } | null)?.answers;
  const mine = Array.isArray(answers) ? (answers as (Answer | null)[]).find((a) => a?.id === id) : undefined;
  return typeof mine?.status === 'number' ? mine : null;
}

const STRANGER: Refusal = {
  status: 0,
  error: 'Another program answers at this address, not Sentrel. What you entered is still here; try again when Sentrel is back.',
  reasons: [],
};
/** Statuses that say nothing of what was sent: come back later. */
const LATER = new Set([0, 401, 408, 429, 502, 503, 504]);

/** Sends one event and reads what is said of it. Never throws. */
export async function tell(event: SentEvent): Promise<Told> {
  const sent = await request<{ answers: Answer[]; now: number }>('POST', '/api/events', { events: [event] });
  if (!sent.ok) {
    const { refusal } = sent;
    if (LATER.has(refusal.status)) return { kind: 'away', refusal };
    return refusal.foreign ? { kind: 'away', refusal: STRANGER } : { kind: 'trouble', refusal };
  }
  const answer = answerIn(sent.value, event.id);
  if (!answer) return { kind: 'away', refusal: STRANGER };
  const refusal = { status: answer.status, error: answer.error ?? 'Not taken.', reasons: answer.reasons ?? [] };
  if (answer.status < 300) {
    if (answer.hash !== (await hashOf(event))) return { kind: 'away', refusal: STRANGER };
    heardTime(sent.value.now);
    return { kind: 'saved', seq: answer.seq };
  }
  if (LATER.has(answer.status)) return { kind: 'away', refusal };
  return { kind: answer.status >= 500 ? 'trouble' : 'refused', refusal };
}

/** Says an event at once, and waits for what is said of it; the same `id` may be said again without harm. */
export async function say(event: Said, seen: number | null = null): Promise<Sent<{ seq: number }>> {
  const told = await tell(sentEvent(event, seen));
  return told.kind === 'saved' ? { ok: true, value: { seq: told.seq ?? 0 } } : { ok: false, refusal: told.refusal };
}
