/** `--fresh`: says what it would throw away, asks, writes it down first, and only then begins again. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { connect } from '../../db/sql';
import { clustersIn, dumpCluster, removeCluster, startCluster } from './cluster';

type Held = { events: number; welds: number; jobs: string[] };

/** What is in a database; null when it is not one of ours, or empty. */
async function held(url: string): Promise<Held | null> {
  const sql = connect(url, { role: null, max: 1 });
  try {
    const [there] = await sql<{ there: boolean }[]>`select to_regclass('event') is not null as there`;
    if (!there?.there) return null;
    const [n] = await sql<{ events: number; welds: number }[]>`
      select (select count(*)::int from event) as events, (select count(*)::int from weld) as welds`;
    const jobs = await sql<{ name: string }[]>`select name from job order by created_at desc limit 5`;
    return { events: n?.events ?? 0, welds: n?.welds ?? 0, jobs: jobs.map((j) => j.name) };
  } finally {
    await sql.end();
  }
}

async function agreed(question: string): Promise<boolean> {
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  try {
    return /^y(es)?$/i.test((await ask.question(question)).trim());
  } finally {
    ask.close();
  }
}

/**
 * Throws the cluster's data away after writing them down.
 * @returns whether it did; when it did not, nothing was changed
 */
export async function beginAgain(name: string, yes: boolean, say: (text: string) => void): Promise<boolean> {
  const cluster = await startCluster(name);
  try {
    const had = await held(cluster.url);
    if (had) {
      say(`--fresh throws away ${had.events} events of ${had.welds} welds (${had.jobs.join(', ')}).`);
      if (!yes && !process.stdin.isTTY) {
        say('Nobody is here to ask. Say --fresh --yes if that is meant. Nothing was changed.');
        return false;
      }
      if (!yes && !(await agreed('sentrel: throw it away? A copy is written first. [yes/no] '))) {
        say('Nothing was changed.');
        return false;
      }
      const folder = join(clustersIn(), 'dumps');
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      const file = join(folder, `${name}-${new Date().toISOString().replace(/[:.]/g, '-')}.sql`);
      dumpCluster(cluster, file);
      say(`what was in it is kept in ${file}`);
    }
  } finally {
    cluster.stop();
  }
  removeCluster(name);
  return true;
}
