/** A whole shop as `scripts/start` runs it: cluster, application, devices, and who keeps them running. Its waits begin at a twentieth of a second. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, readdirSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect } from 'vitest';
import { freePort } from '../../scripts/lib/cluster';

const root = resolve(import.meta.dirname, '../..');

/** ms; what keeps the shop running waits so long at first */
export const FIRST_WAIT = Number(process.env['SENTREL_FIRST_WAIT'] ?? 50);

export type Stack = { url: string; pid: number; said: () => string; data: string; end: () => Promise<void> };

/** @param place where its cluster lies */
export async function start(place: string, ...args: string[]): Promise<Stack> {
  let text = '';
  const port = args.includes('--port') ? [] : ['--port', String(await freePort())];
  const child: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'scripts/up.ts', '--no-demo', ...port, ...args], {
    cwd: root,
    env: { ...process.env, SENTREL_CLUSTERS: place, SENTREL_FIRST_WAIT: String(FIRST_WAIT) },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const url = await new Promise<string>((done, fail) => {
    const hear = (d: Buffer) => {
      text += d.toString();
      const ready = /ready\. Open (\S+)/.exec(text)?.[1];
      if (ready) done(ready);
    };
    child.stdout?.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('exit', () => fail(new Error(text)));
  });
  const home = readdirSync(place).find((d) => d.endsWith('start')) ?? '';
  return {
    url,
    pid: child.pid ?? 0,
    said: () => text,
    data: join(place, home, 'data'),
    end: async () => {
      child.kill('SIGTERM');
      if (child.exitCode === null) await new Promise((r) => child.once('exit', r));
    },
  };
}

/** The process of a program that this one started. */
export function childOf(pid: number, program: string): number | null {
  for (const name of readdirSync('/proc').filter((n) => /^\d+$/.test(n))) {
    try {
      const parent = Number(/^PPid:\s+(\d+)$/m.exec(readFileSync(`/proc/${name}/status`, 'utf8'))?.[1]);
      if (parent === pid && readFileSync(`/proc/${name}/cmdline`, 'utf8').includes(`/${program}.js`)) return Number(name);
    } catch {
      // gone meanwhile
    }
  }
  return null;
}

export type Health = { ok: boolean; trouble: { text: string; on: boolean }[] };
export const health = async (s: Stack): Promise<Health | null> => {
  const answer = await fetch(`${s.url}/api/health`, { signal: AbortSignal.timeout(6000) }).catch(() => null);
  return answer?.ok ? ((await answer.json()) as Health) : null;
};
export const well = (s: Stack, patience = 30_000) =>
  expect.poll(() => health(s).then((h) => h?.ok), { timeout: patience, interval: 200 }).toBe(true);

/** A folder of so many MB; null where this machine does not let one be made. */
export function smallDisk(mb: number): { place: string; free: () => void } | null {
  const place = mkdtempSync(join(tmpdir(), 'sentrel-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${mb}m,mode=755`, 'tmpfs', place]).status !== 0) {
    rmSync(place, { recursive: true });
    return null;
  }
  return {
    place,
    free: () => {
      spawnSync('umount', ['-l', place]);
      rmSync(place, { recursive: true, force: true });
    },
  };
}

/** Fills a disk to its end, as another program would. @returns empties it again */
export function fill(place: string): () => void {
  const file = join(place, 'film.mov');
  const fd = openSync(file, 'w');
  const some = Buffer.alloc(4 * 1024 * 1024);
  try {
    for (;;) writeSync(fd, some);
  } catch {
    // full
  }
  closeSync(fd);
  return () => rmSync(file);
}
