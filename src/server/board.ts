/** What the Board shows now. Readings come every second and every screen asks then: those who ask alike share one look at the database. */
import type { Stage } from '../../core/work/stages';
import type { BoardData } from '../../core/work/record';
import { board, fittedBy } from '../../db/board';
import { now } from '../../db/clock';
import { db } from './db';
import { remainsOf } from './remaining';
import { sharing } from './sharing';

const shared = sharing((want: { due: Stage | null; page: number }) => board(db(), now(), want, remainsOf));

/** The Board as one person sees it: all of it is alike for everybody but what is next for them. */
export async function boardNow(want: { due: Stage | null; page: number }, person: string | null): Promise<BoardData> {
  const [all, mine] = await Promise.all([shared(want), person ? fittedBy(db(), person) : []]);
  return { ...all, mine };
}
