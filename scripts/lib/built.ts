/** Where the newest build lies, and its programs. */
import { realpathSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** The build that this process uses to its end, whatever is built meanwhile. */
export const built = (): string => realpathSync(process.env['SENTREL_BUILD'] ?? resolve(import.meta.dirname, '../../dist/current'));

/** A program of the build (scripts/lib/programs.ts), to be run by plain Node.js. */
export const program = (name: string): string => join(built(), 'programs', `${name}.js`);

/**
 * What an application process is started with. glibc keeps freed memory apart for every thread; with many small pressed answers that
 * held thirty megabytes of nothing, measured over two minutes of 50 clients. Two such stores are enough.
 */
export const appEnv = { NODE_ENV: 'production', MALLOC_ARENA_MAX: '2' };
