import { z } from 'zod';
import { append } from '../../../db/record/append';
import { now } from '../../../db/clock';
import { isDatabaseAway } from '../../../db/sql';
import { db } from '../../server/db';
import { whyAway } from '../../server/trouble';
import { route } from '../../server/route';

const body = z.object({ events: z.array(z.unknown()).min(1).max(200) });
const idOf = (event: unknown) => (event as { id?: unknown } | null)?.id ?? null;

/**
 * Takes events one by one, in the order sent; each has an answer of its own. One that goes wrong on our side does not hide the others:
 * it is answered 500, or 503 with all that come after it when the database is away.
 */
export const POST = route({ body, longest: 'each' }, async ({ body: { events }, who }) => {
  const answers: object[] = [];
  let away = false;
  for (const event of events) {
    if (away) answers.push({ id: idOf(event), status: 503, error: 'Not tried: the database is away. Send it again.' });
    else
      try {
        answers.push(await append(db(), now, who, event));
      } catch (e) {
        // Alone it is answered as any request is.
        if (events.length === 1) throw e;
        away = isDatabaseAway(e);
        if (!away) console.error('event', idOf(event), e);
        const error = away ? whyAway(e) : 'Something went wrong on our side.';
        answers.push({
          id: idOf(event),
          status: away ? 503 : 500,
          error: `${error} It is not certain whether this was saved: send it again.`,
        });
      }
  }
  return { answers, now: now() };
});
