import type { APIRoute } from 'astro';
import { board } from '../../../db/board';
import { now } from '../../../db/clock';
import { json } from '../../server/answer';
import { db } from '../../server/db';

export const GET: APIRoute = async () => json(await board(db(), now()));
