/** npm run rebuild: writes every summary row again from the events. */
import { runState, weldRecord } from '../events';
import { connect, type Sql } from '../sql';
import { writeRun, writeWeld } from '../summary';

export async function rebuild(sql: Sql): Promise<number> {
  const streams = await sql<{ id: string; kind: string }[]>`select id, kind from stream order by kind, id`;
  for (const { id, kind } of streams)
    await sql.begin(async (tx) => {
      await tx`select 1 from stream where id = ${id} for update`;
      if (kind === 'run') {
        const state = await runState(tx, id);
        if (state) await writeRun(tx, state);
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
  const sql = connect(url);
  console.log(`${await rebuild(sql)} summaries written`);
  await sql.end();
}
