/** What proves that an answer is about this event and no other: the same text on both sides, hashed by each. */
import canonicalize from 'canonicalize';
import type { SentEvent } from './envelope';

/**
 * The RFC 8785 text of an event as it was sent, without what a resending may change (`seen`). Its SHA-256 is the `hash` of the server's
 * answer: a program that merely says 200 on this address does not know it.
 */
export function receiptText({ id, stream, type, version, happenedAt, offsetMs, body }: SentEvent): string {
  return canonicalize({ id, stream, type, version, happenedAt, offsetMs, body: body ?? null }) ?? '';
}
