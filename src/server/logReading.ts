/** Asks the thread that reads a logger's file. */
import type { LoggerTable } from '../../core/work/devices';
import { asking } from './asking';

export type LogQuestion = { text: string; wishes: Parameters<typeof import('../../core/work/devices').readLogger>[1] };
export type LogRead = { ok: true; table: LoggerTable; sha256: string } | { ok: false; error: string };

/** Reads a file of up to 8 MB; "busy" when too many wait or it takes too long. */
export const readOnThread = asking<LogQuestion, LogRead>('logThread', { longest: 20_000, most: 4, memory: 512 });
