/** The usual cautions, each at the step it belongs to, shown every time that step starts. The tool advises; qualified people decide. */
import type { AlloyFamily } from '../../basics/materials';
import { cleanCautions } from '../clean';
import { fitupCautions } from '../fitup';
import { gasCautions } from '../gas';
import { lookCautions } from '../look';
import { passivateCautions } from '../passivate';
import { purgeCautions, weldCautions } from '../run';
import type { Stage } from '../stages';
import { torchCautions } from '../torch';

export const DEFER = 'Sentrel advises. The WPS, the code of construction, the client, local law and a qualified person decide.';

export const stageCautions: Partial<Record<Stage, string[]>> = {
  fitup: fitupCautions,
  gas: gasCautions,
  setup: torchCautions,
  purge: purgeCautions,
  weld: weldCautions,
  look: lookCautions,
  clean: cleanCautions,
  passivate: passivateCautions,
};

/** What a family wants minded beside the step's own; at the look it is of the eye, elsewhere of the hand. */
export const familyCautions = (family: AlloyFamily, stage?: Stage): string[] =>
  family !== 'titanium'
    ? []
    : stage === 'look'
      ? ['Judge titanium before any brush: brushing takes the evidence off and leaves the harm.']
      : ['Titanium swarf burns; no water on it. No methanol. No nitrogen, no hydrogen.'];

/** Suffocation, entry, the blocked vent, hydrofluoric acid, pressure tests: these stand open as long as their step does. */
export const neverFolds = (caution: string): boolean =>
  /displace air|face in the pipe|entry permit|shut the vent|Hydrofluoric|pressure test/i.test(caution);
