import { z } from 'zod';
import { stageSchema } from '../../../core/work/stages';
import { board, BOARD_ROWS } from '../../../db/board';
import { now } from '../../../db/clock';
import { db } from '../../server/db';
import { route } from '../../server/route';
import { sharing } from '../../server/sharing';

const query = z.object({ due: stageSchema.nullable().default(null), rows: z.coerce.number().int().min(1).max(20_000).default(BOARD_ROWS) });

/** Readings come every second and every screen asks then: those who ask alike share one look at the database. */
const look = sharing((want: z.infer<typeof query>) => board(db(), now(), want));

export const GET = route({ query }, (asked) => look(asked.query));
