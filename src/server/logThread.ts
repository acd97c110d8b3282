/** A logger's file read on the server, in a thread of its own: however long or odd it is, nobody else waits for it. */
import { parentPort } from 'node:worker_threads';
import { loggerTable, readLogger } from '../../core/work/devices';
import { fileHash } from '../../db/logs';
import { loggerRows } from '../csv/loggerRows';
import type { LogQuestion } from './logReading';

parentPort?.on('message', ({ job, text, wishes }: LogQuestion & { job: number }) => {
  try {
    const given = readLogger(loggerRows(text), wishes);
    if (!given.ok) return void parentPort?.postMessage({ job, ...given });
    const table = loggerTable(given.read);
    const { line, at, raw, ppm } = table;
    const moved = [line, at, raw, ppm].map((a) => a.buffer as ArrayBuffer);
    parentPort?.postMessage({ job, ok: true, table, sha256: fileHash(text) }, moved);
  } catch (e) {
    parentPort?.postMessage({ job, ok: false, error: `It cannot be read: ${e instanceof Error ? e.message : 'stopped'}.` });
  }
});
