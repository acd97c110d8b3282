/** A simulated flow meter in the purge hose: what the regulator is set to, as its float shows it, once a second. */
import { control, pageOf } from '../kit/control';
import { speaker } from '../kit/speaker';

type Shown = { raw: number; lpm: number; quality: 'good' | 'fault' };

const name = process.env['DEVICE_NAME'] ?? 'Flow meter';
const { clock, say, send, status, queued, purge } = speaker<Shown>('readings', 1000);
/** set: L/min; ratio: shown over true, as ageing seals make it; sticky: the float hangs where it is */
let settings = { set: 0, ratio: 1, fault: 'none' as 'none' | 'drop' | 'stick' };
/** Opened and shut with the purge that listens to it, until somebody turns a knob: a demo that runs by itself. */
let follows = process.env['DEVICE_FOLLOWS'] === 'yes';
let shown = 0;
let last: Shown | null = null;
let lastStep = clock();

const timer = setInterval(() => {
  if (follows) settings = { ...settings, set: purge() ? 8 : 0 };
  const now = clock();
  if (now < lastStep || now - lastStep > 3_600_000) lastStep = now - 1000;
  while (now - lastStep >= 1000) {
    lastStep += 1000;
    if (settings.fault !== 'stick') shown += (settings.set * settings.ratio - shown) * 0.6;
    if (settings.fault === 'drop') continue;
    const lpm = Math.max(0, Math.round((shown + 0.06 * (Math.random() - 0.5)) * 20) / 20);
    last = say({ raw: lpm, lpm, quality: 'good' }, lastStep);
  }
  void send();
}, 500);

control({
  page: pageOf(
    name,
    'a simulated flow meter in the purge hose',
    `<fieldset><legend>The regulator</legend><label>Set to, L/min <input data-knob="set" data-scale="1" type="number" step="0.5"></label>
<button data-set='{"set":8}'>8 L/min</button><button data-set='{"set":0}'>Shut</button></fieldset>
<fieldset><legend>The meter</legend><button data-set='{"fault":"none","ratio":1}'>In order</button><button data-set='{"fault":"stick"}'>Float sticks</button><button data-set='{"fault":"drop"}'>No signal</button><button data-set='{"ratio":1.3}'>Reads 30 % high</button></fieldset>`,
  ),
  state: () => ({ name, status: status(), shown: last ? `${last.lpm.toFixed(2)} L/min` : '-', last, queued: queued(), settings }),
  set: (change) => {
    follows = false;
    settings = { ...settings, ...(change as Partial<typeof settings>) };
  },
  end: () => clearInterval(timer),
});
