/**
 * Which process serves a data directory? Asked of the processes themselves and never of `postmaster.pid`: that file may be empty,
 * cut short, or name a number that another program has by now. A server stands in its data directory, and so do its helpers,
 * whose parent it is.
 */
import { readdirSync, readFileSync, readlinkSync, realpathSync, rmSync } from 'node:fs';
import { join } from 'node:path';

type Found = { pid: number; parent: number };

function standsIn(pid: number, data: string): Found | null {
  try {
    if (readFileSync(`/proc/${pid}/comm`, 'utf8').trim() !== 'postgres' || readlinkSync(`/proc/${pid}/cwd`) !== data) return null;
    return { pid, parent: Number(/^PPid:\s+(\d+)$/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) };
  } catch {
    return null; // gone meanwhile, or somebody else's and not to be looked at
  }
}

/** Is this process still the one that stands in a data directory? One that was ended and not yet buried stands nowhere. */
export const serves = (pid: number, data: string): boolean => standsIn(pid, data) !== null;

/** The server of a data directory; null when none runs. */
export function postmasterOf(data: string): number | null {
  let real: string;
  try {
    real = realpathSync(data);
  } catch {
    return null;
  }
  const all = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((name) => standsIn(Number(name), real) ?? []);
  return all.find(({ parent }) => !all.some(({ pid }) => pid === parent))?.pid ?? null;
}

const signals = { fast: 'SIGINT', immediate: 'SIGQUIT' } as const;

/** Ends the server of a data directory and waits until it has gone; nothing happens when none runs. @throws when it stays */
export function stopPostmaster(data: string, how: keyof typeof signals, seconds = 60): void {
  const pid = postmasterOf(data);
  if (pid === null) return;
  process.kill(pid, signals[how]);
  for (let i = 0; i < seconds * 20; i++) {
    if (postmasterOf(data) !== pid) return;
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 50);
  }
  throw new Error(`the database (process ${pid}) did not stop within ${seconds} s`);
}

/** Takes away what a crash left: a `postmaster.pid` of a directory that nobody serves. */
export function clearStale(data: string): void {
  if (postmasterOf(data) === null) rmSync(join(data, 'postmaster.pid'), { force: true });
}
