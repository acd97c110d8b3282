/** What the Board shows now. Readings come every second and every screen asks then: those who ask alike share one look at the database. */
import type { Stage } from '../../core/work/stages';
import { board } from '../../db/board';
import { now } from '../../db/clock';
import { db } from './db';
import { sharing } from './sharing';

export const boardNow = sharing((want: { due: Stage | null; page: number }) => board(db(), now(), want));
