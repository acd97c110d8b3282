import { error } from '../../server/answer';
import { db } from '../../server/db';
import { openStream } from '../../server/live';
import { route } from '../../server/route';

export const GET = route({ slow: true }, ({ request }) => {
  db();
  const stream = openStream(request.signal);
  if (!stream) return error(503, 'Too many screens are connected.');
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store, no-transform' },
  });
});
