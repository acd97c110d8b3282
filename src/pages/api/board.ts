import { z } from 'zod';
import { stageSchema } from '../../../core/work/stages';
import { boardNow } from '../../server/board';
import { route } from '../../server/route';

const query = z.object({
  due: stageSchema.nullable().default(null),
  page: z.coerce.number().int().min(0).max(100_000).default(0),
});

export const GET = route({ query }, ({ query: asked, person }) => boardNow(asked, person?.id ?? null));
