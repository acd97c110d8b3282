/**
 * A simulated oxygen monitor. To Sentrel it speaks docs/protocol.md and nothing else; its spool, flow and
 * faults are set on a control port of its own, which Sentrel never calls.
 */
import { createServer } from 'node:http';
import { randomUUID } from 'node:crypto';
import type { DeviceReading, ReadingBatch } from '../../core/devices';
import { page } from './page';
import { defaults, freshWorld, read, step, type Settings, type World } from './model';

const need = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set`);
  return value;
};
const url = need('SENTREL_URL');
const id = need('DEVICE_ID');
const key = need('DEVICE_KEY');
const name = process.env['DEVICE_NAME'] ?? 'Oxygen monitor';
const controlPort = Number(need('CONTROL_PORT'));

let settings: Settings = { ...defaults, state: process.env['DEVICE_STATE'] === 'on' ? 'on' : 'open' };
let world: World = freshWorld(settings);
const boot = randomUUID();
let seq = 0;
/** The device has no clock of its own: it takes the server's from each answer. */
let ahead = 0;
const clock = () => Date.now() + ahead;
/** Seconds it has been running before this process: their readings are its backlog. */
const warm = Math.min(900, Math.max(0, Number(process.env['DEVICE_WARM'] ?? 0) || 0));
let lastStep = clock() - warm * 1000;
const queue: DeviceReading[] = [];
let status = 'starting';
let last: DeviceReading | null = null;

/** Box-Muller. */
const gauss = () => Math.sqrt(-2 * Math.log(1 - Math.random())) * Math.cos(2 * Math.PI * Math.random());

/** Brings the world up to the device's clock, one reading a second; a jump of the clock is filled in. */
function tick(): void {
  const now = clock();
  if (now < lastStep || now - lastStep > 3_600_000) lastStep = now - 1000;
  while (now - lastStep >= 1000) {
    lastStep += 1000;
    world = step(world, settings, 1);
    if (settings.fault === 'drop') continue;
    let shown = read(world, settings, gauss());
    if (settings.fault === 'freeze') {
      world.frozen ??= shown.ppm;
      shown = { ...shown, raw: world.frozen, ppm: world.frozen };
    } else world.frozen = null;
    last = { seq: seq++, at: new Date(lastStep).toISOString(), ...shown };
    queue.push(last);
    if (queue.length > 20_000) queue.shift();
  }
}

let sending = false;
async function send(): Promise<void> {
  if (sending || queue.length === 0) return;
  sending = true;
  const batch: ReadingBatch = { boot, sentAt: new Date(clock()).toISOString(), readings: queue.slice(0, 1000) };
  try {
    const answer = await fetch(`${url}/api/intake/v1/readings`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-device': id, authorization: `Bearer ${key}` },
      body: JSON.stringify(batch),
      signal: AbortSignal.timeout(5000),
    });
    if (answer.ok) {
      queue.splice(0, batch.readings.length);
      const { now } = (await answer.json()) as { now: string };
      const off = Date.parse(now) - clock();
      if (Math.abs(off) > 1500) ahead += off;
      status = 'sending';
    } else {
      status = `refused: ${answer.status}`;
      if (answer.status === 400 || answer.status === 413) queue.splice(0, batch.readings.length);
    }
  } catch (error) {
    status = `cannot reach Sentrel (${(error as Error).name}), ${queue.length} kept`;
  }
  sending = false;
}
const timer = setInterval(() => {
  tick();
  void send();
}, 500);

const server = createServer((req, res) => {
  const state = () => ({ name, status, last, oxygen: world.tanks.at(-1), queued: queue.length, settings });
  const answer = (code: number, type: string, body: string) => res.writeHead(code, { 'content-type': type }).end(body);
  if (req.headers.host !== `127.0.0.1:${controlPort}` && req.headers.host !== `localhost:${controlPort}`)
    return void answer(421, 'text/plain', 'no');
  if (req.method === 'GET' && req.url === '/') return void answer(200, 'text/html; charset=utf-8', page(name));
  if (req.method === 'GET' && req.url === '/state') return void answer(200, 'application/json', JSON.stringify(state()));
  if (req.method === 'POST' && req.url === '/set' && req.headers['content-type'] === 'application/json') {
    let text = '';
    req.on('data', (d: Buffer) => (text += d.toString()));
    req.on('end', () => {
      try {
        const change = JSON.parse(text) as Partial<Settings> & { fresh?: boolean };
        const { fresh, ...rest } = change;
        settings = { ...settings, ...rest };
        if (fresh) world = freshWorld(settings);
        answer(200, 'application/json', JSON.stringify(state()));
      } catch {
        answer(400, 'text/plain', 'not JSON');
      }
    });
    return undefined;
  }
  return void answer(404, 'text/plain', 'no such page');
});
server.listen(controlPort, '127.0.0.1', () => process.send?.('ready'));

function end(): void {
  clearInterval(timer);
  server.close();
  process.exit(0);
}
process.on('SIGTERM', end);
process.on('disconnect', end); // whoever started us is gone
process.on('SIGINT', () => undefined); // the starter decides
