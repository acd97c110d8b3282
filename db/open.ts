/** Brings a database to what this code goes by: its migrations, and after them the rows that only code can work out of the events. */
import type { Clock } from './clock';
import { migrate } from './migrate';
import type { Sql } from './sql';
import { rebuild } from './tools/rebuild';

/** @param sql as the owner of the database */
export async function openDatabase(sql: Sql, clock?: Clock): Promise<void> {
  if ((await migrate(sql)).length > 0) await rebuild(sql, clock);
}
