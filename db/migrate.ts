/** Applies db/migrations/NNNN_name.sql in order, each once, each in its own transaction. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Sql } from './sql';

const folder = join(import.meta.dirname, 'migrations');

/**
 * @returns the names applied by this call
 * @throws when a file that was applied before has been changed since
 */
export async function migrate(sql: Sql, dir = folder): Promise<string[]> {
  await sql`create table if not exists migration (
    name text primary key, sha256 text not null, applied_at timestamptz not null default now())`;
  const applied: string[] = [];
  for (const name of readdirSync(dir)
    .filter((f) => /^\d{4}_\w+\.sql$/.test(f))
    .sort()) {
    const text = readFileSync(join(dir, name), 'utf8');
    const sha256 = createHash('sha256').update(text).digest('hex');
    await sql.begin(async (tx) => {
      await tx`select pg_advisory_xact_lock(7133001)`; // two starters at once take turns
      const [before] = await tx<{ sha256: string }[]>`select sha256 from migration where name = ${name}`;
      if (before && before.sha256 !== sha256)
        throw new Error(`migration ${name} was changed after it had been applied; write a new one instead`);
      if (before) return;
      await tx.unsafe(text).simple();
      await tx`insert into migration (name, sha256) values (${name}, ${sha256})`;
      applied.push(name);
    });
  }
  return applied;
}
