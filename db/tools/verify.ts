/** npm run verify: walks every stream and checks its hash chain. Ends with 1 when anything does not hold. */
import { canonical, sha256 } from '../chain';
import { connect } from '../sql';
import type { Sql } from '../sql';

/** @returns what does not hold, and how many events were walked */
export async function verify(sql: Sql): Promise<{ events: number; faults: string[] }> {
  const faults: string[] = [];
  let events = 0;
  const heads = await sql<{ id: string; version: number; head_hash: string }[]>`select id, version, head_hash from stream order by id`;
  for (const head of heads) {
    let prev = '';
    let seq = 0;
    const rows = await sql<{ seq: number; id: string; body: unknown; canonical: string; prev_hash: string; hash: string }[]>`
      select seq, id, body, canonical, prev_hash, hash from event where stream = ${head.id} order by seq`;
    for (const row of rows) {
      events++;
      seq++;
      const at = `stream ${head.id} event ${row.seq}`;
      if (row.seq !== seq) faults.push(`${at}: expected number ${seq}`);
      if (row.prev_hash !== prev) faults.push(`${at}: does not follow the one before`);
      if (sha256(row.canonical) !== row.hash) faults.push(`${at}: its text does not match its hash`);
      const told = JSON.parse(row.canonical) as { body: unknown; prev: string; id: string };
      if (canonical(told.body) !== canonical(row.body) || told.prev !== row.prev_hash || told.id !== row.id)
        faults.push(`${at}: its columns do not match its text`);
      prev = row.hash;
      seq = row.seq;
    }
    if (head.version !== seq || head.head_hash !== prev) faults.push(`stream ${head.id}: its head does not match its last event`);
  }
  return { events, faults };
}

if (process.argv[1]?.endsWith('verify.ts')) {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('Set DATABASE_URL.');
  const sql = connect(url);
  const { events, faults } = await verify(sql);
  await sql.end();
  for (const f of faults) console.error(f);
  console.log(`${events} events walked, ${faults.length} faults`);
  process.exitCode = faults.length ? 1 : 0;
}
