/** The usual cautions, each at the step it belongs to, shown every time that step starts. The tool advises; qualified people decide. */
import type { Stage } from '../weld';
import type { CleanMethod } from '../../models/cleaning';
import type { AlloyFamily } from '../../basics/materials';

export const DEFER = 'Sentrel advises. The WPS, the code of construction, the client, local law and a qualified person decide.';

export const stageCautions: Partial<Record<Stage, string[]>> = {
  fitup: ['No chlorinated solvent near an arc: it makes phosgene. Let alcohol or acetone dry before the dams close.'],
  gas: [
    'Cylinders stand chained. Liquid argon burns cold and boils off.',
    'The oxygen monitor for the purge is not a personal oxygen alarm.',
  ],
  setup: ['UV reflects inside bright tube. Capture dust when grinding tungsten.'],
  purge: [
    'Argon and nitrogen displace air and lie low; helium and hydrogen collect high. Ventilate, wear an oxygen alarm.',
    'Look inside by mirror or borescope, never with the face in the pipe. Inside a vessel or pipe an entry permit is needed.',
    'Never shut the vent: pressure turns a bung into a shot. Stay out of its line.',
  ],
  weld: [
    'Welding fume of stainless holds hexavalent chromium; the arc makes ozone. Draw it off at the source.',
    'The metal stays hot: a computed temperature is no licence to touch.',
  ],
  look: ['Look by mirror or borescope. Hot metal: measure before you touch.'],
  clean: ['Wait until the metal is measured cool. Brush around the tube, never along it. Guard eyes and lungs.'],
  passivate: [
    'Acid into water, never the reverse. Goggles, face shield, acid gloves, apron. Nitric fumes act hours later; keep solvent rags away. Acid waste is regulated: never to the drain.',
  ],
};

/** Cautions of a cleaning method, beside those of the step. */
export function methodCautions(method: CleanMethod): string[] {
  if (method === 'paste' || method === 'pickle-bath')
    return [
      'Hydrofluoric acid: life-threatening burns that do not hurt at first. Trained people only, never alone, calcium gluconate gel in date at the work, hospital always.',
      'Never on hot metal. Never where it cannot be rinsed and seen.',
    ];
  if (method === 'electrolytic' || method === 'electropolish')
    return ['Fumes hold nickel and chromium. Keep the brush wet and moving, then neutralise and rinse.'];
  return [];
}

export const familyCautions = (family: AlloyFamily): string[] =>
  family === 'titanium' ? ['Titanium swarf burns; no water on it. No methanol. No nitrogen, no hydrogen.'] : [];
