/** A shop under test: a cluster of its own, one application process, and hands and devices that do not give up. */
import { spawn, type ChildProcess } from 'node:child_process';
import { resolve } from 'node:path';
import { v7 as uuid } from 'uuid';
import { migrate } from '../../db/migrate';
import { addPerson } from '../../db/people';
import { addDevice } from '../../db/devices';
import { shipCriteria } from '../../db/criteria';
import { connect, type Sql } from '../../db/sql';
import { appEnv, program } from '../../scripts/lib/built';
import { freePort, throwawayCluster, type Cluster } from '../../scripts/lib/cluster';
import { enter, runBody, say, type World } from '../database';

const root = resolve(import.meta.dirname, '../..');

export const nap = (ms: number) => new Promise<void>((r) => setTimeout(r, ms));

export type Shop = {
  owner: Sql;
  /** address of the database, and of the application */
  database: string;
  url: string;
  /** the application's process */
  pid: () => number;
  /** starts one more process of the application on the same database. @returns its address */
  another: () => Promise<string>;
  run: string;
  weld: string;
  devices: { id: string; key: string }[];
  cookie: string;
  killServer: () => Promise<void>;
  crashDatabase: () => Promise<void>;
  end: () => Promise<void>;
};

/** Starts the built application and waits until it listens. */
const serve = (database: string, port: number): Promise<ChildProcess> =>
  new Promise((ready) => {
    const child = spawn(process.execPath, [program('http')], {
      cwd: root,
      env: { ...process.env, ...appEnv, DATABASE_URL: database, PORT: String(port) },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    child.once('message', () => ready(child));
  });

/** Ends a process at once and waits until it is gone. */
async function kill(child: ChildProcess): Promise<void> {
  child.kill('SIGKILL');
  if (child.exitCode === null && child.signalCode === null) await new Promise((r) => child.once('exit', r));
}

export async function openShop(name: string, count: number): Promise<Shop> {
  // Commits reach the disk here, as in a shop: what was acknowledged has to outlive a crash.
  const thrown = await throwawayCluster(name);
  let cluster: Cluster = thrown;
  let owner = connect(cluster.url, { role: null, max: 2 });
  await migrate(owner);
  await shipCriteria(owner);
  const person = await addPerson(owner, { name: 'Storm Person', stamp: 'S1', role: 'Welder', units: 'metric' });
  const devices = Array.from({ length: count }, () => ({ id: uuid(), key: uuid() }));
  for (const [i, d] of devices.entries()) await addDevice(owner, { ...d, name: `Storm ${i}`, place: 'vent', noise: 1.5 });
  const w: World = { url: cluster.url, owner, sql: owner, person, device: devices[0]?.id ?? '', key: '', end: () => Promise.resolve() };
  const { spool, welds } = await enter(w, { spool: 'ST-1' });
  const run = uuid();
  await say(w, run, 'run.started', runBody(w, spool, welds));

  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  let child = await serve(cluster.url, port);
  const others: ChildProcess[] = [];
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ person }),
  });
  const cookie = (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
  return {
    get owner() {
      return owner;
    },
    database: cluster.url,
    url,
    pid: () => child.pid ?? 0,
    another: async () => {
      const beside = await freePort();
      others.push(await serve(cluster.url, beside));
      return `http://127.0.0.1:${beside}`;
    },
    run,
    weld: welds[0] ?? '',
    devices,
    cookie,
    killServer: async () => {
      await kill(child);
      child = await serve(cluster.url, port);
    },
    crashDatabase: async () => {
      cluster.crash();
      await nap(300);
      cluster = await thrown.again();
      // The test's own eyes: connections that lived through a crash are not to be trusted.
      owner.end({ timeout: 0 }).catch(() => undefined);
      owner = connect(cluster.url, { role: null, max: 2 });
    },
    end: async () => {
      await Promise.all([child, ...others].map(kill));
      await owner.end({ timeout: 2 });
      thrown.stop();
    },
  };
}

/** Posts JSON; null when nobody answered. */
export async function post(url: string, body: unknown, headers: Record<string, string>): Promise<{ status: number; body: unknown } | null> {
  try {
    const answer = await fetch(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(6000),
    });
    return { status: answer.status, body: await answer.json() };
  } catch {
    return null;
  }
}

/** A mark on the shop's run, as a screen sends it. */
export const markEvent = (shop: Shop, id: string, mark: string, screen: string) => ({
  id,
  stream: shop.run,
  type: 'run.marked',
  version: 1,
  happenedAt: new Date().toISOString(),
  offsetMs: 0,
  seen: null,
  body: { mark, weld: shop.weld, screen },
});

export type Reading = { seq: number; at: string; raw: number; ppm: number; quality: 'good' };
/** Sends one batch. @returns the numbers that were acknowledged */
export async function sendReadings(
  shop: Pick<Shop, 'url' | 'devices'>,
  device: number,
  boot: string,
  readings: Reading[],
): Promise<number[] | null> {
  const d = shop.devices[device];
  const sent = await post(
    `${shop.url}/api/intake/v1/readings`,
    { boot, sentAt: new Date().toISOString(), readings },
    { 'x-device': d?.id ?? '', authorization: `Bearer ${d?.key ?? ''}` },
  );
  if (sent?.status !== 200) return null;
  const { answers } = sent.body as { answers: { index: number; status: string }[] };
  return answers.filter((a) => a.status !== 'refused').map((a) => readings[a.index]?.seq ?? -1);
}
