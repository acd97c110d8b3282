import type { APIRoute } from 'astro';
import { error, json } from '../../../server/answer';
import { wholeRecord } from '../../../server/record';

/** The record as JSON; its schema is published at /schemas/weld-record-1.json. */
export const GET: APIRoute = async ({ params }) => {
  const whole = await wholeRecord(params);
  if (!whole) return error(404, 'There is no such weld.');
  const name = whole.place.number.replace(/[^\w.-]+/g, '_');
  return json(whole.file, 200, {
    'content-disposition': `attachment; filename="weld-${name}.json"`,
    link: '</schemas/weld-record-1.json>; rel="describedby"',
  });
};
