import { z } from 'zod';
import { shopScore } from '../../../../../core/work/run';
import { now } from '../../../../../db/clock';
import { foretoldOver, shopPriors, undoPrior } from '../../../../../db/remaining';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

/** Back to what is shipped, by one press; what was taken over stays on record and counts for nothing. */
export const POST = route({ body: z.strictObject({}), gone: 'There is no such one to undo.' }, async ({ id, who }) =>
  (await undoPrior(db(), now, who.person, id)) ? shopScore(await foretoldOver(db()), await shopPriors(db())) : null,
);
