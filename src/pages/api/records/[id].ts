import { json } from '../../../server/answer';
import { wholeRecord } from '../../../server/record';
import { route } from '../../../server/route';

/** The record as JSON; its schema is published at /schemas/weld-record-1.json. */
export const GET = route({ gone: 'There is no such weld.' }, async ({ id }) => {
  const whole = await wholeRecord(id);
  if (!whole) return null;
  const name = whole.place.number.replace(/[^\w.-]+/g, '_');
  return json(whole.file, 200, {
    'content-disposition': `attachment; filename="weld-${name}.json"`,
    link: '</schemas/weld-record-1.json>; rel="describedby"',
  });
});
