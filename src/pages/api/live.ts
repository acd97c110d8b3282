import { db } from '../../server/db';
import { openStream } from '../../server/live';
import { route } from '../../server/route';

export const GET = route({ slow: true }, ({ request, who }) => {
  db();
  return new Response(openStream(request.signal, who.person ?? 'nobody'), {
    headers: { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store, no-transform' },
  });
});
