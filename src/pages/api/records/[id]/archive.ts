import { archiveOf } from '../../../../server/archive';
import { wholeRecord } from '../../../../server/record';
import { route } from '../../../../server/route';

/** The record with its pictures, as one archive. */
export const GET = route({ gone: 'There is no such weld.' }, async ({ id }) => {
  const whole = await wholeRecord(id);
  if (!whole) return null;
  const name = whole.place.number.replace(/[^\w.-]+/g, '_');
  return new Response(archiveOf(whole.file, whole.files), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="weld-${name}.zip"`,
      'cache-control': 'no-store',
    },
  });
});
