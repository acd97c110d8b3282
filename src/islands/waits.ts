/** How long is waited before something is tried again: twice as long each time, up to a quarter of a minute; never all at the same moment. */
const FIRST = 1000;
const LONGEST = 15_000;

/** ms before the next try, after so many that failed */
export const waitAfter = (failed: number): number => Math.min(LONGEST, FIRST * 2 ** (failed - 1)) * (0.8 + 0.4 * Math.random());

/** Waits; sooner when the signal says so. */
export const nap = (ms: number, signal?: AbortSignal): Promise<void> =>
  new Promise((done) => {
    if (signal?.aborted) return done();
    const over = () => {
      clearTimeout(timer);
      signal?.removeEventListener('abort', over);
      done();
    };
    const timer = setTimeout(over, ms);
    signal?.addEventListener('abort', over);
  });
