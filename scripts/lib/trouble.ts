/** What the pages are told of the machinery behind them, in words for who welds: what is wrong, what is kept, what to do. */
import { statfsSync } from 'node:fs';
import type { Fall } from './keeper';

const MB = 1024 * 1024;
/** Less room than this and the database may stop at the next mark: it takes room for its log 16 MB at a time. */
export const LEAST_ROOM = 32 * MB;

/** Bytes left for the database on the disk of a folder; null when that cannot be asked. */
export function roomIn(folder: string): number | null {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return null;
  }
}

const clock = (ms: number) => new Date(ms).toTimeString().slice(0, 5);
const times = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);
const span = (ms: number) => (ms < 1500 ? 'at once' : `in ${Math.round(ms / 1000)} s`);

export const diskFull = (folder: string, room: number): string =>
  `The disk of the database is full: ${Math.floor(room / MB)} MB are left where ${folder} lies. Make room on it, and Sentrel goes on by itself. What was saved is kept; marks wait on the device that made them.`;

export const fallText = ({ name, falls, up, at, wait }: Fall): string =>
  up
    ? `${name} ended ${times(falls)} since ${clock(at)} and runs again. What was saved is kept.`
    : `${name} ended ${times(falls)} since ${clock(at)} and is started again ${span(wait)}. What was saved is kept; marks wait on the device that made them.`;

export const movedText = (asked: number, port: number): string =>
  `Sentrel is at port ${port} this time, since another program has ${asked}. Marks that a browser kept under port ${asked} wait there: end that program and start Sentrel again, and they are sent.`;
