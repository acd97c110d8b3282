/** Clients that ask once a second each, as screens do, and how long they wait. */
import { readFileSync } from 'node:fs';

export type Ask = { kind: string; path: () => string };
export type Waits = { kind: string; p50: number; p95: number; most: number; asked: number; failed: number };

const at = (sorted: number[], share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
const waits = (kind: string, ms: number[], failed: number): Waits => {
  const sorted = ms.toSorted((a, b) => a - b);
  return { kind, p50: at(sorted, 0.5), p95: at(sorted, 0.95), most: sorted.at(-1) ?? NaN, asked: ms.length, failed };
};

/** Memory that a process holds now, MB. */
export const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN) / 1024;

/**
 * @param urls application processes, taken in turn @param asks what is asked, one after the other
 * @param seconds how long; it stops by itself @param each told every second, for whoever samples something
 */
export async function load(
  urls: string[],
  asks: readonly Ask[],
  clients: number,
  seconds: number,
  cookie: string,
  each?: () => void,
): Promise<Waits[]> {
  const took = new Map(asks.map((a) => [a.kind, [] as number[]]));
  const failed = new Map(asks.map((a) => [a.kind, 0]));
  const open: Promise<void>[] = [];
  const one = async (n: number) => {
    const ask = asks[n % asks.length] as Ask;
    const began = performance.now();
    try {
      const answer = await fetch((urls[n % urls.length] ?? '') + ask.path(), { headers: { cookie, 'accept-encoding': 'gzip' } });
      await answer.arrayBuffer();
      if (!answer.ok) throw new Error(String(answer.status));
    } catch {
      failed.set(ask.kind, (failed.get(ask.kind) ?? 0) + 1);
    }
    took.get(ask.kind)?.push(performance.now() - began);
  };
  // A request goes out when its second comes, answered or not: a slow server is not spared.
  const began = performance.now();
  let sampled = 0;
  for (let n = 0; n < clients * seconds; n++) {
    const due = began + (n * 1000) / clients;
    const wait = due - performance.now();
    if (wait > 1) await new Promise((r) => setTimeout(r, wait));
    open.push(one(n));
    if (!each || performance.now() - began < sampled * 1000) continue;
    sampled++;
    each();
  }
  await Promise.all(open);
  const all = [...took].map(([kind, ms]) => waits(kind, ms, failed.get(kind) ?? 0));
  return [
    ...all,
    waits(
      'all',
      [...took.values()].flat(),
      [...failed.values()].reduce((a, b) => a + b, 0),
    ),
  ];
}
