/** One transaction, tried once more when the database broke off the first try to let another through. */
import type { Sql, Tx } from './sql';

/** Two that waited for each other (40P01), or saw each other half done (40001): of such a try nothing stands. */
const BROKEN_OFF = new Set(['40P01', '40001']);

/** @throws what the work throws; a try that was broken off for another's sake is made once more */
export async function transaction<T>(sql: Sql, work: (tx: Tx) => Promise<T>): Promise<T> {
  try {
    return (await sql.begin(work)) as T;
  } catch (error) {
    if (!BROKEN_OFF.has((error as { code?: string } | null)?.code ?? '')) throw error;
    return (await sql.begin(work)) as T;
  }
}
