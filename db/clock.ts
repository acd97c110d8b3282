/**
 * The one clock. Every time the server writes down comes from here; SQL's now() decides nothing. It never goes back while the process
 * lives, whatever is done to the machine's clock: it goes on by the time that has passed. Across processes the record itself holds it
 * (db/record/append: nothing is received before what a stream holds already).
 * Tests move it by an offset kept in the database, so that a purge of minutes is walked in seconds by every process at once. Outside
 * tests the offset is ignored.
 */
import type { Sql } from './sql';

export type Clock = () => number;

export const testing = (): boolean => process.env['SENTREL_TEST'] === '1';

/**
 * A clock that never goes back: as the wall says, or where it would be by the time that passed since, whichever is later.
 * @param wall ms since 1970 UTC @param passed ms of a clock that nobody sets
 */
export function steady(wall: () => number, passed: () => number): Clock {
  let [last, mark] = [wall(), passed()];
  return () => {
    const p = passed();
    last = Math.max(wall(), last + p - mark);
    mark = p;
    return last;
  };
}

const machine = steady(Date.now, () => performance.now());
let offset = 0;

/** Server time, ms since 1970 UTC. */
export const now: Clock = () => Math.round(machine()) + offset;

/** Follows the offset in the database, and comes back when it is known; a no-op outside tests. */
export async function followClock(sql: Sql): Promise<void> {
  if (!testing()) return;
  // One after another: an answer that was late would put the clock back, and what is measured meanwhile would lie ahead of it for good.
  let reading = Promise.resolve();
  const read = () =>
    void (reading = reading
      .then(async () => {
        const [row] = await sql<{ value: number }[]>`select value from setting where key = 'clock_offset_ms'`;
        offset = row?.value ?? 0;
      })
      .catch(() => undefined));
  await sql.listen('sentrel_clock', read, read);
  await reading;
}

/** Moves the clock of every process on this database. @throws outside tests */
export async function moveClock(sql: Sql, ms: number): Promise<void> {
  if (!testing()) throw new Error('The clock is moved in tests only.');
  await sql`insert into setting (key, value) values ('clock_offset_ms', ${ms}) on conflict (key) do update set value = excluded.value`;
  offset = ms;
  await sql.notify('sentrel_clock', '');
}

/** For scripts that fill in a past: a clock that stands where it is put. */
export function handClock(start: number): { clock: Clock; set: (ms: number) => void; pass: (seconds: number) => number } {
  let t = start;
  return { clock: () => t, set: (ms) => void (t = ms), pass: (seconds) => (t += seconds * 1000) };
}
