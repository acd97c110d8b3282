/** A logger's file read beside the page: the table stays here, the page gets what it shows of it. */
import * as Comlink from 'comlink';
import { readLogger, type LoggerRead, type LoggerReading, type LoggerWishes } from '../../core/work/devices';
import { loggerRows } from '../csv/loggerRows';

/** What a page shows of a file before it is kept. */
export type LoggerLook = Omit<LoggerRead, 'readings' | 'dropped'> & {
  count: number;
  first: LoggerReading;
  last: LoggerReading;
  /** the first lines as read */
  lines: LoggerReading[];
  /** readings in the time asked about */
  inside: number;
  dropped: number;
  /** the first of what was dropped, with why */
  why: LoggerRead['dropped'];
};
export type Looked = { ok: true; look: LoggerLook } | { ok: false; error: string };

let rows: string[][] = [];

const api = {
  open(text: string): void {
    rows = loggerRows(text);
  },
  /** @param from of the purge, ms @param to its end, ms */
  look(wishes: LoggerWishes, from: number, to: number): Looked {
    const given = readLogger(rows, wishes);
    if (!given.ok) return given;
    const { readings, dropped, ...read } = given.read;
    const [first, last] = [readings[0], readings.at(-1)];
    if (!first || !last) return { ok: false, error: 'There is no reading in it.' };
    const inside = readings.filter((r) => r.at >= from && r.at <= to).length;
    const look = {
      ...read,
      first,
      last,
      inside,
      count: readings.length,
      lines: readings.slice(0, 4),
      dropped: dropped.length,
      why: dropped.slice(0, 5),
    };
    return { ok: true, look };
  },
};
export type LoggerWorker = typeof api;
Comlink.expose(api);
