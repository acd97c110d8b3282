/** Where the newest build lies, and its programs. */
import { realpathSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** The build that this process uses to its end, whatever is built meanwhile. */
export const built = (): string => realpathSync(process.env['SENTREL_BUILD'] ?? resolve(import.meta.dirname, '../../dist/current'));

/** A program of the build (scripts/lib/programs.ts), to be run by plain Node.js. */
export const program = (name: string): string => join(built(), 'programs', `${name}.js`);

/**
 * What an application process is started with. Without a bound V8 lets garbage lie as long as the machine has memory: 264 MB were
 * measured under 50 clients, and 133 MB with the bounds below, as quick. glibc keeps freed memory apart for every thread; two such
 * stores are enough.
 */
export const appEnv = {
  NODE_ENV: 'production',
  NODE_OPTIONS: '--max-old-space-size=256 --max-semi-space-size=8',
  MALLOC_ARENA_MAX: '2',
};
