/**
 * Everything `scripts/start` runs once the machine is ready: cluster, migrations, demo data,
 * the application, the stand-ins (devices/). Ctrl-C stops all of it.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { realpathSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { connect } from '../db/sql';
import { openDatabase } from '../db/open';
import { appEnv, program } from './lib/built';
import { cardOf, prepare, runningSince } from './lib/prepare';
import { clustersIn, freePort, hasCluster, startCluster, type Cluster } from './lib/cluster';
import { beginAgain } from './lib/fresh';
import { Keeper } from './lib/keeper';
import { serves } from './lib/postmaster';
import { diskFull, fallText, LEAST_ROOM, movedText, roomIn } from './lib/trouble';

const root = resolve(import.meta.dirname, '..');
const say = (text: string) => console.log(`sentrel: ${text}`);
const APPLICATION = 'The application';

const { values } = parseArgs({
  options: {
    fresh: { type: 'boolean', default: false },
    yes: { type: 'boolean', default: false },
    port: { type: 'string', default: '4321' },
    'no-demo': { type: 'boolean', default: false },
    host: { type: 'string' },
    origin: { type: 'string' },
    'tls-cert': { type: 'string' },
    'tls-key': { type: 'string' },
  },
});
if (values.host ?? values.origin ?? values['tls-cert'] ?? values['tls-key']) {
  say('--host, --origin and --tls-* open Sentrel to a network. They are refused until it has sign-in; it listens on 127.0.0.1.');
  process.exit(2);
}
const asked = Number(values.port);
if (!Number.isInteger(asked) || asked < 1024 || asked > 65535) {
  say(`"${values.port}" is no port. Give a number from 1024 to 65535.`);
  process.exit(2);
}

let cluster: Cluster | undefined;
const children = new Map<string, ChildProcess>();
let ending = false;
let restarting: Promise<void> | undefined;

/** What is said on every page beside what has fallen: a moved port. */
const notes: string[] = [];
const keeper = new Keeper((fall) => {
  if (fall.falls > 0)
    say(fall.up ? `${fall.name} runs again` : `${fall.name} ended (${fall.why}); starting it again in ${fall.wait / 1000} s`);
  tellTrouble();
});
/** The application says it on its pages (src/server/trouble.ts); asked again now and then, since a disk fills without a word. */
let told = '';
function tellTrouble(again = false): void {
  const room = cluster ? roomIn(cluster.home) : null;
  const disk = cluster && room !== null && room < LEAST_ROOM ? [diskFull(cluster.home, room)] : [];
  const trouble = [
    ...disk.map((t) => ({ text: t, on: true })),
    ...keeper.trouble.map((fall) => ({ text: fallText(fall), on: !fall.up })),
    ...notes.map((t) => ({ text: t, on: false })),
  ];
  const text = JSON.stringify(trouble);
  if (disk.length > 0 && !told.includes('The disk of the database')) say(disk[0] ?? '');
  if (text !== told || again) children.get(APPLICATION)?.send({ trouble }, () => undefined);
  told = text;
}

async function end(code: number): Promise<void> {
  if (ending) return;
  ending = true;
  keeper.end();
  const running = [...children.values()].filter((c) => c.exitCode === null && c.signalCode === null);
  const gone = running.map((c) => new Promise((r) => c.once('exit', r)));
  for (const child of running) child.kill('SIGTERM');
  await Promise.all(gone);
  // What is just being started is stopped after that.
  await restarting?.catch(() => undefined);
  try {
    cluster?.stop();
  } catch (error) {
    console.error('sentrel: the database did not stop cleanly:', (error as Error).message);
  }
  process.exit(code);
}
process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

/** Starts one of our processes and keeps it running. */
const keepProgram = (name: string, file: string, env: Record<string, string>): Promise<void> =>
  keeper.keep(name, () => {
    const started = spawn(process.execPath, [program(file)], {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    children.set(name, started);
    return Promise.resolve({
      ready: new Promise((ready) =>
        started.once('message', () => {
          ready();
          if (name === APPLICATION) tellTrouble(true);
        }),
      ),
      ended: new Promise((ended) => started.once('exit', (code, signal) => ended(String(code ?? signal)))),
    });
  });

/** How often it is asked whether the server of the database is still there, ms. */
const LOOK_MS = 1000;

/** The database is no child of ours: it is looked at, and started anew where it was. It runs already when this is asked for. */
function keepDatabase(c: Cluster): Promise<void> {
  const data = realpathSync(join(c.home, 'data'));
  let pid = c.pid();
  return keeper.keep('The database', async () => {
    if (pid === null) {
      restarting = c.restart();
      await restarting;
      pid = c.pid();
    }
    return {
      ready: Promise.resolve(),
      ended: new Promise((ended) => {
        const look = setInterval(() => {
          if (pid !== null && serves(pid, data)) return;
          clearInterval(look);
          pid = null;
          ended('no process');
        }, LOOK_MS);
      }),
    };
  });
}

try {
  let url = process.env['DATABASE_URL'];
  if (!url) {
    if (values.fresh && hasCluster('start') && !(await beginAgain('start', values.yes, say))) process.exit(2);
    cluster = await startCluster('start');
    url = cluster.url;
    await keepDatabase(cluster);
    setInterval(tellTrouble, 3000);
  } else if (values.fresh) {
    throw new Error('--fresh would empty a database that is not ours; empty it yourself');
  }
  const port = await freePort(asked);
  if (port !== asked) {
    notes.push(movedText(asked, port));
    say(movedText(asked, port));
  }
  const address = `http://127.0.0.1:${port}`;

  const sql = connect(url, { role: null });
  await openDatabase(sql);
  const standIns = await prepare(sql, { demo: !values['no-demo'], keyFile: join(root, '.data/devices.json') });
  const running = standIns[0] && (await runningSince(sql, standIns[0].id));
  const warm = running ? Math.round((Date.now() - running) / 1000) : 0;
  await sql.end();

  await keepProgram(APPLICATION, 'http', { DATABASE_URL: url, PORT: String(port), ...appEnv });
  for (const [i, device] of standIns.entries()) {
    const control = await freePort(port + 1 + i);
    await keepProgram(`${device.name} (simulated)`, cardOf(device).kind, {
      SENTREL_URL: address,
      DEVICE_ID: device.id,
      DEVICE_KEY: device.key,
      DEVICE_NAME: device.name,
      CONTROL_PORT: String(control),
      DEVICE_WARM: String(i === 0 ? warm : 0),
      DEVICE_STATE: i === 0 && !values['no-demo'] ? 'on' : 'open',
      DEVICE_FOLLOWS: i === 0 && !values['no-demo'] ? 'no' : 'yes',
    });
    say(`${device.name} (simulated): http://127.0.0.1:${control}`);
  }
  say(`ready. Open ${address}`);
} catch (error) {
  console.error(`sentrel: ${(error as Error).message}`);
  const room = roomIn(clustersIn());
  if (room !== null && room < LEAST_ROOM) say(diskFull(clustersIn(), room));
  await end(1);
}
