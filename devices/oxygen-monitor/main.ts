/**
 * A simulated oxygen monitor. To Sentrel it speaks docs/protocol.md and nothing else; its spool, flow and
 * faults are set on a control port of its own, which Sentrel never calls.
 */
import { control } from '../kit/control';
import { speaker } from '../kit/speaker';
import { page } from './page';
import { defaults, freshWorld, read, step, type Settings, type World } from './model';

type Shown = { raw: number; ppm: number; quality: 'good' | 'saturated' };

const name = process.env['DEVICE_NAME'] ?? 'Oxygen monitor';
const { clock, say, send, status, queued, purge } = speaker<Shown>('readings', 1000);
let settings: Settings = { ...defaults, state: process.env['DEVICE_STATE'] === 'on' ? 'on' : 'open' };
/** Its gas is turned on and off with the purge that listens to it, until somebody turns a knob: a demo that runs by itself. */
let follows = process.env['DEVICE_FOLLOWS'] === 'yes';
let world: World = freshWorld(settings);
/** Seconds it has been running before this process: their readings are its backlog. */
const warm = Math.min(900, Math.max(0, Number(process.env['DEVICE_WARM'] ?? 0) || 0));
let lastStep = clock() - warm * 1000;
let last: Shown | null = null;

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
    let shown: Shown = read(world, settings, gauss());
    if (settings.fault === 'freeze') {
      world.frozen ??= shown.ppm;
      shown = { ...shown, raw: world.frozen, ppm: world.frozen };
    } else world.frozen = null;
    if (settings.fault === 'saturate') shown = { raw: 250_000, ppm: 250_000, quality: 'saturated' };
    last = say(shown, lastStep);
  }
}

/** Takes the spool that a purge begins with: full of air, its gas on. */
function follow(): void {
  const state = purge() ? 'on' : 'open';
  if (!follows || state === settings.state) return;
  settings = { ...settings, state };
  if (state === 'on') world = freshWorld(settings);
}

const timer = setInterval(() => {
  follow();
  tick();
  void send();
}, 500);

control({
  page: page(name),
  state: () => ({
    name,
    status: status(),
    shown: last ? `${last.ppm.toLocaleString('en')} ppm` : '-',
    last,
    oxygen: world.tanks.at(-1),
    queued: queued(),
    settings,
  }),
  set: ({ fresh, ...change }) => {
    follows = false;
    settings = { ...settings, ...(change as Partial<Settings>) };
    if (fresh) world = freshWorld(settings);
  },
  end: () => clearInterval(timer),
});
