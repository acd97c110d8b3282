/** The hash chain of a stream: SHA-256 over the RFC 8785 form of each event, which names the hash before it. */
import canonicalize from 'canonicalize';
import { createHash } from 'node:crypto';

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/** RFC 8785 text of plain data. @throws on what JSON cannot hold */
export function canonical(value: unknown): string {
  const text = canonicalize(value);
  if (text === undefined) throw new Error('not JSON');
  return text;
}
