/** The connection pool. One per process; queries are written where their subject lives. */
import postgres from 'postgres';

export type Sql = postgres.Sql<Record<string, unknown>>;
export type Tx = postgres.TransactionSql<Record<string, unknown>>;
export type Db = Sql | Tx;

/** Notices worth nobody's while ("relation already exists, skipping"). */
const quiet = () => undefined;

/**
 * Opens a pool. `role` drops the session to the role that may only do what the application does:
 * it can append events but not change them.
 * @param debug told of every statement, for tests that count them
 */
export function connect(
  url: string,
  { max = 10, role = 'sentrel_app', debug }: { max?: number; role?: string | null; debug?: () => void } = {},
): Sql {
  return postgres(url, {
    max,
    ...(debug && { debug }),
    onnotice: quiet,
    connect_timeout: 4,
    // Tried again at once and often: what waits for a connection has five seconds at most.
    backoff: (tries: number) => Math.min(0.05 * tries, 0.5),
    idle_timeout: 60,
    connection: {
      application_name: 'sentrel',
      synchronous_commit: 'on',
      statement_timeout: 4500, // with the database in trouble every request ends within 5 s
      lock_timeout: 4000,
      ...(role ? { role } : {}),
    },
    types: {
      // bigint and count(*) as numbers: no id or count of ours outgrows 2^53
      int8: { to: 20, from: [20], serialize: String, parse: Number } as unknown as postgres.PostgresType,
    },
  }) as unknown as Sql;
}

/** Is this the database being away or out of room (rather than a mistake of ours)? */
export function isDatabaseAway(error: unknown): boolean {
  const code = (error as { code?: string } | null)?.code ?? '';
  return /^(ECONN|EPIPE|ETIMEDOUT|ENOTFOUND|CONNECT|CONNECTION_|08|53|57P0|57014|55P03)/.test(code);
}
