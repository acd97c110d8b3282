import type { APIRoute } from 'astro';
import { z } from 'zod';
import { stageSchema } from '../../../core/work/stages';
import { board, BOARD_ROWS } from '../../../db/board';
import { now } from '../../../db/clock';
import { error, json } from '../../server/answer';
import { db } from '../../server/db';

type Look = ReturnType<typeof board>;
const asked = z.object({ due: stageSchema.nullable(), rows: z.coerce.number().int().min(1).max(20_000) });
type Asked = z.infer<typeof asked>;

const running = new Map<string, Look>();
const next = new Map<string, Look>();

function look(key: string, want: Asked): Look {
  const one = board(db(), now(), want).finally(() => {
    if (running.get(key) === one) running.delete(key);
  });
  running.set(key, one);
  return one;
}

/**
 * Readings come every second and every screen asks then: whoever asks while a look at the database goes on shares the one
 * after it, which has seen everything that happened before they asked.
 */
function shared(want: Asked): Look {
  const key = JSON.stringify(want);
  const now_ = running.get(key);
  if (!now_) return look(key, want);
  const waits =
    next.get(key) ??
    now_
      .catch(() => undefined)
      .then(() => {
        next.delete(key);
        return look(key, want);
      });
  next.set(key, waits);
  return waits;
}

export const GET: APIRoute = async ({ url }) => {
  const read = asked.safeParse({ due: url.searchParams.get('due'), rows: url.searchParams.get('rows') ?? BOARD_ROWS });
  if (!read.success) return error(400, 'The Board knows no such stage, or not so many rows.');
  return json(await shared(read.data));
};
