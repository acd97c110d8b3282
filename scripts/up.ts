/**
 * Everything `scripts/start` runs once the machine is ready: cluster, migrations, demo data,
 * the application, the stand-ins (devices/). Ctrl-C stops all of it.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { connect } from '../db/sql';
import { openDatabase } from '../db/open';
import { appEnv, program } from './lib/built';
import { cardOf, prepare, runningSince } from './lib/prepare';
import { freePort, hasCluster, startCluster, type Cluster } from './lib/cluster';
import { beginAgain } from './lib/fresh';

const root = resolve(import.meta.dirname, '..');
const say = (text: string) => console.log(`sentrel: ${text}`);

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
const children: ChildProcess[] = [];
let ending = false;

async function end(code: number): Promise<void> {
  if (ending) return;
  ending = true;
  const gone = children.filter((c) => c.exitCode === null && c.signalCode === null).map((c) => new Promise((r) => c.once('exit', r)));
  for (const child of children) child.kill('SIGTERM');
  await Promise.all(gone);
  try {
    cluster?.stop();
  } catch (error) {
    console.error('sentrel: the database did not stop cleanly:', (error as Error).message);
  }
  process.exit(code);
}
process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

/** How often a process may fall over within a minute before everything ends. */
const FALLS = 5;

/** Starts one of our processes; one that ends by itself is started again, unless it keeps on ending. */
function child(name: string, file: string, env: Record<string, string>, falls: number[] = []): Promise<void> {
  const started = spawn(process.execPath, [program(file)], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  children.push(started);
  return new Promise((ready) => {
    started.once('message', () => ready());
    started.once('exit', (code) => {
      if (ending) return;
      children.splice(children.indexOf(started), 1);
      const lately = [...falls.filter((t) => t > Date.now() - 60_000), Date.now()];
      if (lately.length > FALLS) {
        say(`${name} keeps on ending (${code ?? 'signal'}); stopping the rest`);
        return void end(1);
      }
      say(`${name} ended (${code ?? 'signal'}); starting it again`);
      setTimeout(() => ending || void child(name, file, env, lately), 500);
    });
  });
}

try {
  let url = process.env['DATABASE_URL'];
  if (!url) {
    if (values.fresh && hasCluster('start') && !(await beginAgain('start', values.yes, say))) process.exit(2);
    cluster = await startCluster('start');
    url = cluster.url;
  } else if (values.fresh) {
    throw new Error('--fresh would empty a database that is not ours; empty it yourself');
  }
  const port = await freePort(asked);
  if (port !== asked) say(`port ${asked} is taken; using ${port}`);
  const address = `http://127.0.0.1:${port}`;

  const sql = connect(url, { role: null });
  await openDatabase(sql);
  const standIns = await prepare(sql, { demo: !values['no-demo'], keyFile: join(root, '.data/devices.json') });
  const running = standIns[0] && (await runningSince(sql, standIns[0].id));
  const warm = running ? Math.round((Date.now() - running) / 1000) : 0;
  await sql.end();

  await child('the application', 'http', { DATABASE_URL: url, PORT: String(port), ...appEnv });
  for (const [i, device] of standIns.entries()) {
    const control = await freePort(port + 1 + i);
    await child(`the simulated ${device.name}`, cardOf(device).kind, {
      SENTREL_URL: address,
      DEVICE_ID: device.id,
      DEVICE_KEY: device.key,
      DEVICE_NAME: device.name,
      CONTROL_PORT: String(control),
      DEVICE_WARM: String(i === 0 ? warm : 0),
      DEVICE_STATE: i === 0 && !values['no-demo'] ? 'on' : 'open',
    });
    say(`${device.name} (simulated): http://127.0.0.1:${control}`);
  }
  say(`ready. Open ${address}`);
} catch (error) {
  console.error(`sentrel: ${(error as Error).message}`);
  await end(1);
}
