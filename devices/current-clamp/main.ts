/**
 * A simulated current clamp round the torch cable. An arc counts when the current has stood above its threshold, or below it,
 * for the debounce time: a flicker of the start is no arc.
 */
import { control, pageOf } from '../kit/control';
import { speaker } from '../kit/speaker';
import { arcWatch, defaults } from './watch';

const name = process.env['DEVICE_NAME'] ?? 'Current clamp';
const { clock, say, send, status, queued } = speaker<{ arc: 'on' | 'off'; amps: number }>('signals', 100);
/** amps in the cable; flicker: the arc breaks off and on again; offset: the clamp's zero has moved, A */
let settings = { amps: 0, offset: 0, fault: 'none' as 'none' | 'flicker' | 'dead' };
let seen = arcWatch(defaults);
let last = 0;

const timer = setInterval(() => {
  const breaks = settings.fault === 'flicker' && Math.floor(clock() / 150) % 2 === 0;
  last = settings.fault === 'dead' ? 0 : Math.max(0, (breaks ? 0 : settings.amps) + settings.offset + (Math.random() - 0.5));
  const [next, arc] = seen.see(last, clock());
  seen = next;
  if (arc) {
    say({ arc: arc.arc, amps: Math.round(arc.amps) }, arc.at);
    void send();
  }
}, 50);
const again = setInterval(() => void send(), 1000);

control({
  page: pageOf(
    name,
    'a simulated current clamp',
    `<fieldset><legend>The cable</legend><button data-set='{"amps":60}'>Arc, 60 A</button><button data-set='{"amps":0}'>No arc</button>
<label>Amps <input data-knob="amps" data-scale="1" type="number" step="5"></label></fieldset>
<fieldset><legend>The clamp</legend><button data-set='{"fault":"none","offset":0}'>In order</button><button data-set='{"fault":"flicker"}'>Arc flickers</button><button data-set='{"offset":6}'>Zero moved by 6 A</button><button data-set='{"fault":"dead"}'>Dead</button></fieldset>`,
  ),
  state: () => ({ name, status: status(), shown: `${last.toFixed(0)} A, arc ${seen.on ? 'on' : 'off'}`, queued: queued(), settings }),
  set: (change) => void (settings = { ...settings, ...(change as Partial<typeof settings>) }),
  end: () => {
    clearInterval(timer);
    clearInterval(again);
  },
});
