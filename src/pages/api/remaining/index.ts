import { z } from 'zod';
import { shopScore } from '../../../../core/work/run';
import { now } from '../../../../db/clock';
import { foretoldOver, shopPriors, takePrior } from '../../../../db/remaining';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

const scored = async () => shopScore(await foretoldOver(db()), await shopPriors(db()));

export const GET = route({}, scored);

const body = z.strictObject({ id: z.uuid(), unchecked: z.boolean() });

/** Takes over what the shop's own purges say, for set-ups of one kind: worked out here, from what is on record. */
export const POST = route({ body }, async ({ body: { id, unchecked }, who }) => {
  const offer = (await scored()).offers.find((o) => o.unchecked === unchecked);
  const known = offer?.inForce?.id === id;
  if (!known) {
    if (!offer?.learnt) return error(409, 'There is nothing to take over: too few purges of this kind were measured.');
    if (!(await takePrior(db(), now, who.person, { id, unchecked, body: offer.learnt, purges: offer.purges })))
      return error(409, 'This was used for something else. Look again.');
  }
  return json(await scored(), known ? 200 : 201);
});
