/** A correction: a new event that names the one it corrects, and replaces its body or its time, or takes it back. */
import { z } from 'zod';
import { one } from '../shapes';
import { define, version } from './define';
import type { Read } from './envelope';

export type Correction = {
  corrects: string;
  reason: string;
  /** version of the corrected event's type that `body` is said in */
  version: number;
  /** the event's body as it should have been; null takes the event back */
  body: Record<string, unknown> | null;
  /** when a mark really happened, if it was told for another time */
  happenedAt?: string | undefined;
};

const first = z.object({
  corrects: one.id,
  reason: one.why,
  body: z.record(z.string(), z.unknown()).nullable(),
  happenedAt: z.iso.datetime().optional(),
});
const versions = [
  // there was only one version of everything then
  version(first, (c) => ({ ...c, version: 1 })),
  version(first.extend({ version: z.number().int().positive() }), (c) => c),
] as const;
/** what the server adds where the corrected event is one it adds to */
const added = z.object({ added: z.record(z.string(), z.unknown()).optional() });

const decision = { decision: true, versions, added } as const;
export const weldCorrected = define<Correction & { added?: Record<string, unknown> }>()({ stream: 'weld', ...decision });
export const runCorrected = define<Correction & { added?: Record<string, unknown> }>()({ stream: 'run', ...decision });

type Event = Read<string, unknown>;
export type ReadCorrection = Read<string, Correction & { added?: Record<string, unknown> }>;

/**
 * The events as corrected, in sequence; what was taken back is left out. The newest correction of an event counts; what the server
 * had added to it stays, unless it was added anew.
 * @param lift reads a corrected body as today's; null when it cannot be read, and then the event stands as it was
 */
export function applyCorrections<E extends Event>(
  events: readonly E[],
  corrections: readonly ReadCorrection[],
  lift: (event: E, said: unknown, version: number, added: Record<string, unknown>) => object | null,
): E[] {
  if (corrections.length === 0) return [...events];
  const by = new Map(corrections.map((c) => [c.body.corrects, c]));
  return events.flatMap((e) => {
    const c = by.get(e.id);
    if (!c) return [e];
    if (c.body.body === null) return [];
    const body = lift(e, c.body.body, c.body.version, c.body.added ?? {});
    return [
      {
        ...e,
        body: body ?? e.body,
        happenedAt: c.body.happenedAt ?? e.happenedAt,
        corrected: { seq: c.seq, at: Date.parse(c.receivedAt) },
      },
    ];
  });
}
