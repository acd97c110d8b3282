/** An event that was checked, and how one is answered or refused. */
import type { EventDef, SentEvent } from '../../core/work/event';
import type { BodyOf, EventType } from '../../core/work/record';

export type Answer = {
  id: string | null;
  /** SHA-256 of the event as it was sent (core/work/event/receipt): the sender knows by it that this answer is about what it sent */
  hash?: string;
  /** 201 taken, 200 had it already, 400 malformed, 404 no such stream, 409 clash, 422 refused; 500 and 503 are given where it is asked for (src/pages/api/events) */
  status: 200 | 201 | 400 | 404 | 409 | 422;
  seq?: number;
  error?: string;
  reasons?: string[];
};

export class Refused extends Error {
  constructor(readonly answer: Omit<Answer, 'id'>) {
    super(answer.error);
  }
}
export const refuse = (status: Answer['status'], error: string, reasons?: string[]): never => {
  throw new Refused({ status, error, ...(reasons && { reasons }) });
};

/** An event as it was checked: `said` is what its version lets a sender say, `body` the same as it is read today. */
export type Checked = SentEvent & { type: EventType; said: object; body: BodyOf<EventType>; def: EventDef };
