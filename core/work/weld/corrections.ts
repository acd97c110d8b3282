/** Applies corrections: each names the event it corrects, whose body or time it replaces, or which it takes back. */
import type { BodyOf, Recorded } from './events';

/** The events as corrected, in sequence, corrections themselves left out; `withdrawn` holds those taken back. */
export function corrected(events: readonly Recorded[]): { events: Recorded[]; withdrawn: Set<string>; replaced: Set<string> } {
  const by = new Map<string, BodyOf<'run.corrected'>>();
  for (const e of events) if (e.type === 'weld.corrected' || e.type === 'run.corrected') by.set(e.body.corrects, e.body);
  const withdrawn = new Set([...by].filter(([, c]) => c.body === null).map(([id]) => id));
  const replaced = new Set([...by].filter(([, c]) => c.body !== null).map(([id]) => id));
  const kept = events
    .filter((e) => e.type !== 'weld.corrected' && e.type !== 'run.corrected' && !withdrawn.has(e.id))
    .map((e) => {
      const c = by.get(e.id);
      return c ? ({ ...e, body: c.body, happenedAt: c.happenedAt ?? e.happenedAt } as Recorded) : e;
    });
  return { events: kept, withdrawn, replaced };
}
