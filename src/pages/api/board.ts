import type { APIRoute } from 'astro';
import { board } from '../../../db/board';
import { now } from '../../../db/clock';
import { json } from '../../server/answer';
import { db } from '../../server/db';

type Look = ReturnType<typeof board>;
let running: Look | null = null;
let next: Look | null = null;

const look = (): Look => {
  const one = board(db(), now()).finally(() => {
    if (running === one) running = null;
  });
  running = one;
  return one;
};

/**
 * Readings come every second and every screen asks then: whoever asks while a look at the database goes on shares the one
 * after it, which has seen everything that happened before they asked.
 */
function shared(): Look {
  if (!running) return look();
  next ??= running
    .catch(() => undefined)
    .then(() => {
      next = null;
      return look();
    });
  return next;
}

export const GET: APIRoute = async () => json(await shared());
