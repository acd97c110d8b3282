/** What carries an event: as a client sends it, and as it stands in the record. Times are ISO 8601 in UTC. */
import { z } from 'zod';

/** Nothing of ours happened before this, ms: who says so has a clock that was never set. */
export const EARLIEST = Date.UTC(2000, 0, 1);

/** What a client sends: the server gives the rest. */
export const sentEventSchema = z.object({
  id: z.uuidv7('An event needs a UUIDv7 of its own.'),
  stream: z.uuid(),
  type: z.string(),
  version: z.number().int().positive(),
  happenedAt: z.iso.datetime(),
  /** how far the client's clock was behind the server's when it was last measured, ms */
  offsetMs: z.number().min(-1e11).max(1e11),
  /** version of the stream the sender saw; a decision must name it */
  seen: z.number().int().min(0).nullable(),
  body: z.unknown(),
});
export type SentEvent = z.infer<typeof sentEventSchema>;

/** An event as it is kept. `body` is what was said with what the server added laid over it: an export shows it like this. */
export type Stored = {
  id: string;
  stream: string;
  seq: number;
  type: string;
  version: number;
  happenedAt: string;
  receivedAt: string;
  actor: string | null;
  identified: string;
  body: unknown;
  hash: string;
};

/** An event as it is read today: its body lifted to what the house goes by. */
export type Read<Type extends string, Body> = Omit<Stored, 'type' | 'body'> & {
  type: Type;
  body: Body;
  /** of the correction that made it what it is: its number in the stream, and when it was received, ms; null when none did */
  corrected: { seq: number; at: number } | null;
};
