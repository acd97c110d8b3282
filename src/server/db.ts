/**
 * The pool of this process, opened at first use. A database that dies among queries can leave connections that never answer:
 * the pool is asked every moment whether it still does, and is put aside for a new one when it does not.
 */
import { followClock, now, testing } from '../../db/clock';
import { headOfTheHour } from '../../db/record/heads';
import { connect, type Sql } from '../../db/sql';
import { listenLive, startLive } from './live';

const LOOK_MS = 1500;
/** How often it is asked whether the chain of heads wants its row of the hour. */
const HEADS_MS = 60_000;
/** A pool that does not answer this long is put aside: every request has to end within five seconds. */
const PATIENCE_MS = 2500;

let pool: Sql | undefined;
let clock: Promise<void> | null = null;

function open(): Sql {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set');
  const sql = connect(url);
  const followed = followClock(sql).catch((e: unknown) => console.error('clock', (e as Error).message));
  clock ??= followed;
  listenLive(sql);
  return sql;
}

export function db(): Sql {
  if (!pool) {
    pool = open();
    startLive();
    const heads = setInterval(
      () => void headOfTheHour(db(), now).catch((e: unknown) => console.error('heads', (e as Error).message)),
      HEADS_MS,
    );
    heads.unref();
    const look = setInterval(() => void watch(), LOOK_MS);
    look.unref();
    process.once('sentrel:end', () => {
      clearInterval(look);
      clearInterval(heads);
      void pool?.end({ timeout: 3 });
    });
  }
  return pool;
}

/** Waits until the clock that tests move is known once: nobody may be answered by one that stands behind what was measured. */
export async function clockKnown(): Promise<void> {
  if (!testing()) return;
  db();
  await Promise.race([clock, new Promise((r) => setTimeout(r, PATIENCE_MS))]);
}

let looking = false;
async function watch(): Promise<void> {
  if (looking || !pool) return;
  looking = true;
  const asked = pool;
  let answered = false;
  const answer = asked`select 1`.then(
    () => (answered = true),
    () => (answered = true), // away, and says so: its own queries are told the same
  );
  await Promise.race([answer, new Promise((r) => setTimeout(r, PATIENCE_MS))]);
  if (!answered) renew(asked);
  looking = false;
}

/** Puts a pool aside: what waits in it is rejected as "database away", what comes next gets a new one. */
function renew(sick: Sql): void {
  if (sick !== pool) return;
  console.error('the database does not answer: connecting anew');
  pool = open();
  // Not at once: what is being written to it has to come to its end first.
  sick.end({ timeout: 1 }).catch(() => undefined);
}
