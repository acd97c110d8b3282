/** A thread that is asked: one question at a time, a few may wait, none waits for ever. */
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';

type Waiting<A> = { done: (a: A | 'busy') => void; timer: NodeJS.Timeout };

type Bounds = {
  /** ms; a question that takes longer is given up, with the thread */
  longest: number;
  /** questions that wait at most */
  most: number;
  /** MB of memory the thread may take */
  memory: number;
};

/**
 * @param program of the build (scripts/lib/programs.ts): it is told `{ job, ...question }` and tells `{ job, ...answer }`
 * @returns asks it; 'busy' when too many wait, or it takes longer or more than it may
 */
export function asking<Q extends object, A extends object>(
  program: string,
  { longest, most, memory }: Bounds,
): (q: Q) => Promise<A | 'busy'> {
  let thread: Worker | null = null;
  let count = 0;
  const waiting = new Map<number, Waiting<A>>();

  const answer = (job: number, a: A | 'busy') => {
    const w = waiting.get(job);
    if (!w) return;
    waiting.delete(job);
    clearTimeout(w.timer);
    w.done(a);
  };
  /** A thread that hangs or dies is thrown away; those who waited are told, the next question starts another. */
  const drop = () => {
    const dead = thread;
    thread = null;
    void dead?.terminate();
    for (const job of [...waiting.keys()]) answer(job, 'busy');
  };
  const theThread = (): Worker => {
    if (thread) return thread;
    // The server says where its build lies.
    const file = join(process.env['SENTREL_BUILD'] ?? '', `programs/${program}.js`);
    const made = new Worker(file, { resourceLimits: { maxOldGenerationSizeMb: memory } });
    made.unref();
    made.on('message', ({ job, ...given }: A & { job: number }) => answer(job, given as unknown as A));
    made.on('error', (e) => {
      console.error(`${program} stopped:`, e);
      if (thread === made) drop();
    });
    return (thread = made);
  };
  return (question) => {
    if (waiting.size >= most) return Promise.resolve('busy');
    const job = ++count;
    return new Promise((done) => {
      waiting.set(job, { done, timer: setTimeout(drop, longest) });
      theThread().postMessage({ job, ...question });
    });
  };
}
