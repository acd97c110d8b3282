/** Applies corrections: each names the event it corrects, whose body it replaces or takes back. */
import type { Recorded } from './events';

/** The events as corrected, in sequence, corrections themselves left out; `withdrawn` holds those taken back. */
export function corrected(events: readonly Recorded[]): { events: Recorded[]; withdrawn: Set<string>; replaced: Set<string> } {
  const bodies = new Map<string, Recorded['body'] | null>();
  for (const e of events)
    if (e.type === 'weld.corrected' || e.type === 'run.corrected') bodies.set(e.body.corrects, e.body.body as Recorded['body'] | null);
  const withdrawn = new Set([...bodies].filter(([, body]) => body === null).map(([id]) => id));
  const replaced = new Set([...bodies].filter(([, body]) => body !== null).map(([id]) => id));
  const kept = events
    .filter((e) => e.type !== 'weld.corrected' && e.type !== 'run.corrected' && !withdrawn.has(e.id))
    .map((e) => (replaced.has(e.id) ? ({ ...e, body: bodies.get(e.id) } as Recorded) : e));
  return { events: kept, withdrawn, replaced };
}
