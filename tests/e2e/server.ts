/**
 * The system under test: a cluster of its own behind a proxy, two application processes, the simulated
 * devices, the demo data, and a control port that kills and cuts.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:http';
import { readFileSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { connect } from '../../db/sql';
import { openDatabase } from '../../db/open';
import { appEnv, program } from '../../scripts/lib/built';
import { throwawayCluster } from '../../scripts/lib/cluster';
import { cardOf, prepare, type StandIn } from '../../scripts/lib/prepare';
import { ports, FIRST, SHOP } from './ports';
import { proxyTo } from './proxy';

const root = resolve(import.meta.dirname, '../..');
const cluster = await throwawayCluster(`browser-${SHOP}`, ['fsync=off']);
const proxy = await proxyTo(cluster.port);
const url = cluster.url.replace(`:${cluster.port}/`, `:${proxy.port}/`);
const sql = connect(cluster.url, { role: null, max: 2 });
await openDatabase(sql);
const keyFile = join(root, `.data/e2e-devices-${SHOP}.json`);
rmSync(keyFile, { force: true });
const standIns = await prepare(sql, { demo: true, keyFile });

const children = new Map<string, ChildProcess>();
let ending = false;

function run(name: string, file: string, env: Record<string, string>): Promise<void> {
  const child = spawn(process.execPath, [program(file)], {
    cwd: root,
    env: { ...process.env, SENTREL_TEST: '1', SENTREL_SWEEP_MS: '3000', ...appEnv, ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  children.set(name, child);
  return new Promise((ready) => child.once('message', () => ready()));
}
/** One of the two goes through what has ended: both would go through the same. */
const app = (name: 'first' | 'second') =>
  run(name, 'http', { DATABASE_URL: url, PORT: String(ports[name]), ...(name === 'second' && { SENTREL_SWEEP_MS: '3600000' }) });
const device = (d: StandIn, port: number, state: string) =>
  run(`device ${port}`, cardOf(d).kind, {
    SENTREL_URL: FIRST,
    DEVICE_ID: d.id,
    DEVICE_KEY: d.key,
    DEVICE_NAME: d.name,
    DEVICE_STATE: state,
    CONTROL_PORT: String(port),
  });

await Promise.all([app('first'), app('second')]);
const controls = [ports.bay1, ports.bay2, ports.flow, ports.foot, ports.clamp];
await Promise.all(standIns.map((d, i) => device(d, controls[i] ?? 0, i === 0 ? 'on' : 'open')));

const gone = (child: ChildProcess) =>
  child.exitCode !== null || child.signalCode !== null ? Promise.resolve() : new Promise<void>((r) => child.once('exit', () => r()));

/** As when the power goes: no goodbye. */
async function killFirst(): Promise<void> {
  const child = children.get('first');
  if (!child) return;
  child.kill('SIGKILL');
  await gone(child);
}

const control = createServer((req, res) => {
  void (async () => {
    const done = (body: unknown = 'ok') => res.end(JSON.stringify(body));
    switch (req.url) {
      case '/ready':
        return done();
      case '/devices':
        return done(JSON.parse(readFileSync(keyFile, 'utf8')));
      case '/kill-first':
        await killFirst();
        await app('first');
        return done();
      case '/stop-first':
        await killFirst();
        return done();
      case '/start-first':
        await app('first');
        return done();
      case '/cut':
        proxy.cut();
        return done();
      case '/mend':
        proxy.mend();
        return done();
      default:
        res.statusCode = 404;
        return done('no such thing');
    }
  })();
}).listen(ports.control, '127.0.0.1');

async function end(): Promise<void> {
  if (ending) return;
  ending = true;
  control.close();
  for (const child of children.values()) child.kill('SIGTERM');
  await Promise.all([...children.values()].map(gone));
  await sql.end({ timeout: 2 });
  proxy.close();
  cluster.stop();
  process.exit(0);
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());
