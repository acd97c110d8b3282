import { z } from 'zod';
import { find } from '../../../db/find';
import { db } from '../../server/db';
import { route } from '../../server/route';

const query = z.object({ q: z.string().trim().min(1, 'Type a few letters.').max(60, 'Fewer letters will do.') });

/** Anything by a few letters of its name. */
export const GET = route({ query }, async ({ query: { q } }) => ({ found: await find(db(), q) }));
