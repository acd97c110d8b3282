import { now } from '../../../../db/clock';
import { addStripPicture, stripPicture } from '../../../../db/strips';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { inTime } from '../../../server/inTime';
import { lookAtPicture } from '../../../server/pictures/looking';
import { route } from '../../../server/route';

const gone = 'There is no such picture.';

/** A picture of a section of a trial strip, before the strip is kept: looked at, and kept small. */
export const PUT = route({ gone, bytes: 4_000_000, slow: true }, async ({ id, bytes, who }) => {
  const looked = await lookAtPicture({ bytes });
  if (looked === 'busy' || (!looked.ok && looked.ours)) return error(503, 'It takes too long to look at this picture now. Try again.');
  if (!looked.ok) return error(422, looked.text);
  const kept = await inTime(addStripPicture(db(), id, looked.preview, who.person, new Date(now())));
  return kept ? json({ id }, 201) : error(409, 'Another picture is kept under this id.');
});

export const GET = route({ gone }, async ({ id }) => {
  const bytes = await stripPicture(db(), id);
  return (
    bytes &&
    new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
    })
  );
});
