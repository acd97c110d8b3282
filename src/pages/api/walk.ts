import { v7 as uuid } from 'uuid';
import { now } from '../../../db/clock';
import { practiceWeld } from '../../../db/demo/practice';
import { hasDemo } from '../../../db/work';
import { error, json } from '../../server/answer';
import { db } from '../../server/db';
import { route } from '../../server/route';

/** A weld to practise on, among the demo's: cleared away with it. */
export const POST = route({}, async ({ who }) => {
  if (!(await hasDemo(db()))) return error(409, 'The demo was cleared away, and its heats and gas with it: there is nothing to walk with.');
  const weld = await practiceWeld(db(), now, who, { event: uuid(), weld: uuid() });
  return weld ? json({ weld }, 201) : error(409, 'The weld to practise on could not be entered. Try again.');
});
