/**
 * Keeps something running: what ends is started again, after a wait that doubles with every fall, and nothing else ends for it. What is
 * in trouble is told, until it has stood for a while.
 */
import { setTimeout } from 'node:timers/promises';

export type Running = { ready: Promise<void>; ended: Promise<string> };
export type Fall = { name: string; falls: number; why: string; at: number; wait: number; up: boolean };

/** The first wait; each later one is twice as long, ms. What has stood for 120 times as long has no trouble any more. */
const FIRST = Number(process.env['SENTREL_FIRST_WAIT'] ?? 500);
const LONGEST = 60_000;

/** ms to wait after so many falls in a row */
export const waitAfter = (falls: number, first = FIRST): number => Math.min(LONGEST, first * 2 ** (falls - 1));

/** Things kept running together; `end` lets them end. */
export class Keeper {
  private readonly falls = new Map<string, Fall>();
  private readonly over = new AbortController();

  /** @param told whenever something falls, is up again, or has stood for a while */
  constructor(
    private readonly told: (fall: Fall) => void,
    private readonly first = FIRST,
  ) {}
  private get steady(): number {
    return 120 * this.first;
  }

  /** What is in trouble now, the oldest first. */
  get trouble(): Fall[] {
    return [...this.falls.values()].sort((a, b) => a.at - b.at);
  }
  end(): void {
    this.over.abort();
  }

  /**
   * Starts something and keeps it running.
   * @param start one try; it may fail, which counts as a fall
   * @returns when it is up for the first time
   */
  keep(name: string, start: () => Promise<Running>): Promise<void> {
    return new Promise((ready) => void this.loop(name, start, ready));
  }

  private async loop(name: string, start: () => Promise<Running>, ready: () => void): Promise<void> {
    for (let falls = 0; !this.over.signal.aborted;) {
      const began = Date.now();
      let settled: NodeJS.Timeout | undefined;
      const why = await start().then(
        async (running) => {
          void running.ready.then(() => {
            ready();
            this.note(name, { up: true });
            settled = globalThis.setTimeout(() => this.forget(name), this.steady);
          });
          return running.ended;
        },
        (e: unknown) => (e as Error).message.trim().split('\n').at(-1) ?? 'it did not start',
      );
      clearTimeout(settled);
      if (this.over.signal.aborted) return;
      falls = Date.now() - began > this.steady ? 1 : falls + 1;
      const fall = { name, falls, why, at: this.falls.get(name)?.at ?? Date.now(), wait: waitAfter(falls, this.first), up: false };
      this.falls.set(name, fall);
      this.told(fall);
      await setTimeout(fall.wait, undefined, { signal: this.over.signal }).catch(() => undefined); // ended meanwhile
    }
  }
  private note(name: string, change: Partial<Fall>): void {
    const fall = this.falls.get(name);
    if (!fall) return;
    const next = { ...fall, ...change };
    this.falls.set(name, next);
    this.told(next);
  }
  private forget(name: string): void {
    const fall = this.falls.get(name);
    if (this.falls.delete(name) && fall) this.told({ ...fall, falls: 0, up: true });
  }
}
