/** A simulated foot switch: sends how long each press was. What a press means is for Sentrel to say. */
import { control, pageOf } from '../kit/control';
import { speaker } from '../kit/speaker';

const name = process.env['DEVICE_NAME'] ?? 'Foot switch';
const { say, send, status, queued } = speaker<{ press: number }>('signals', 100);
let settings = { fault: 'none' as 'none' | 'dead' | 'arc-noise' };
let presses = 0;
let last = '-';

function press(ms: number): void {
  if (settings.fault === 'dead') return;
  presses++;
  last = `${ms} ms`;
  say({ press: ms });
  void send();
}
const timer = setInterval(() => {
  // Arcs started beside an unscreened cable: presses of a few milliseconds that no foot made.
  if (settings.fault === 'arc-noise' && Math.random() < 0.3) press(1 + Math.floor(8 * Math.random()));
  void send();
}, 1000);

control({
  page: pageOf(
    name,
    'a simulated foot switch',
    `<button class="large" id="foot">Press</button>
<fieldset><legend>The switch</legend><button data-set='{"fault":"none"}'>In order</button><button data-set='{"fault":"arc-noise"}'>Arc noise on the cable</button><button data-set='{"fault":"dead"}'>Dead</button></fieldset>`,
    `let down=0;const foot=document.getElementById('foot');
foot.onpointerdown=()=>down=performance.now();foot.onpointerup=()=>set({press:Math.round(performance.now()-down)});
foot.onkeydown=(e)=>{if(!e.repeat&&e.key===' ')down=performance.now()};foot.onkeyup=(e)=>{if(e.key===' ')set({press:Math.round(performance.now()-down)})};`,
  ),
  state: () => ({ name, status: status(), shown: last, presses, queued: queued(), settings }),
  set: ({ press: ms, ...change }) => {
    settings = { ...settings, ...(change as Partial<typeof settings>) };
    if (typeof ms === 'number') press(ms);
  },
  end: () => clearInterval(timer),
});
