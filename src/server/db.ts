/** The pool of this process, opened at first use. */
import { followClock } from '../../db/clock';
import { connect, type Sql } from '../../db/sql';
import { startLive } from './live';

let pool: Sql | undefined;

export function db(): Sql {
  if (!pool) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set');
    pool = connect(url);
    followClock(pool).catch((e: unknown) => console.error('clock', (e as Error).message));
    startLive(pool);
    process.once('sentrel:end', () => void pool?.end({ timeout: 3 }));
  }
  return pool;
}
