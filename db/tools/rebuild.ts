/** npm run rebuild: writes every row beside the record again from the events: summaries, what purges draw from, claims. */
import { now, type Clock } from '../clock';
import { settleClaims } from '../record/claims';
import { writeRun, writeWeld } from '../record/project';
import { runState, weldRecord } from '../record/stored';
import { connect, type Sql } from '../sql';
import { endCleared } from '../work';

export async function rebuild(sql: Sql, clock: Clock = now): Promise<number> {
  // Before they were ended by events, purges of a cleared demo were only called ended.
  await sql.begin((tx) => endCleared(tx, clock, { person: null, identified: 'rebuild' }));
  const streams = await sql<{ id: string; kind: string }[]>`select id, kind from stream order by kind, id`;
  for (const { id, kind } of streams)
    await sql.begin(async (tx) => {
      await tx`select 1 from stream where id = ${id} for update`;
      if (kind === 'run') {
        const state = await runState(tx, id);
        if (!state) return;
        await writeRun(tx, state);
        // Of two that were begun on one monitor before there were claims, the older one has it.
        await settleClaims(tx, state);
      } else {
        const [row] = await tx<{ updated_at: Date }[]>`select updated_at from weld where id = ${id}`;
        const weld = await weldRecord(tx, id);
        if (weld && row) await writeWeld(tx, weld.state, row.updated_at);
      }
    });
  return streams.length;
}

if (process.argv[1]?.endsWith('rebuild.ts')) {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('Set DATABASE_URL.');
  const sql = connect(url, { role: null });
  console.log(`${await rebuild(sql)} summaries written`);
  await sql.end();
}
