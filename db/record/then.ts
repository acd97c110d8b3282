/**
 * Events of the first form are known by a hash over what their code made of what was sent: with what it filled in, and with what it
 * trimmed. Who sends such an event again is compared with that, so that nothing that was filled in since makes it another.
 */
import type { EventType } from '../../core/work/record';

type Body = Record<string, unknown>;

/** What each age filled in where a sender was silent. */
const filled: Partial<Record<EventType, Body>> = {
  'gas.recorded': { cylinder: null, meter: null, price: null },
  'run.started': { backing: 'purge' },
};

/** @returns the bodies, any of which the hash of the first form may be over */
export function contentsThen(type: EventType, said: object, by: object): Body[] {
  const bodies: Body[] = [said as Body, { ...said, ...by }];
  if (filled[type]) bodies.push({ ...filled[type], ...said });
  const { reason } = said as { reason?: unknown };
  if (typeof reason === 'string') bodies.push({ ...said, reason: reason.trim() });
  return bodies;
}
