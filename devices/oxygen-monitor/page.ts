/** The stand-in's own page: what the simulated spool does, and what is wrong with the cell. */
import { pageOf } from '../kit/control';

export const page = (name: string): string =>
  pageOf(
    name,
    'a simulated oxygen monitor and the spool it sits on',
    `<fieldset><legend>The spool</legend>
<button data-set='{"state":"open","fresh":true}'>Full of air, dam open</button><button data-set='{"state":"on"}'>Gas on, dams closed</button><button data-set='{"state":"open"}'>Open a dam</button><button data-set='{"state":"off"}'>Gas off</button>
<label>Volume, L <input data-knob="volume" data-scale="0.001" type="number" step="0.1"></label><label>Flow, L/min <input data-knob="flow" data-scale="${1 / 60_000}" type="number" step="0.5"></label><label>Leak, mL/min <input data-knob="leak" data-scale="${1 / 6e7}" type="number" step="0.01"></label><label>Speed <input data-knob="speed" data-scale="1" type="number" step="1"></label></fieldset>
<fieldset><legend>The cell</legend><button data-set='{"fault":"none"}'>In order</button><button data-set='{"fault":"freeze"}'>Frozen</button><button data-set='{"fault":"drop"}'>No signal</button><button data-set='{"fault":"drift"}'>Drifting</button><button data-set='{"fault":"saturate"}'>Saturated</button>
<label>Drift, ppm a minute <input data-knob="drift" data-scale="1" type="number" step="5"></label></fieldset>`,
  );
