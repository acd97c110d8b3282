/** Shapes of the fifth generation: the alloys that had no constants before. Never changed, like those before. */
import { z } from 'zod';
import * as four from './four';
import * as three from './three';
import * as two from './two';

export const alloy = z.enum([
  ...two.alloy.options,
  ...['304', '316', '310', '347', '904L', '6Mo', '2507', '430', '15-7', '17-7'],
  ...['600', '718', '825', 'C-276', 'CuNi90/10', 'CuNi70/30', 'Ti-1', 'Ti-5', 'Ti-7', 'Ti-12'],
] as const);

export const design = four.design.extend({ alloyA: alloy, alloyB: alloy });

const heat = three.fitupPapers.shape.heatA.unwrap().extend({ alloy }).nullable();
/** What the registers said of the papers of a fit-up when it was recorded. */
export const fitupPapers = z.object({
  heatA: heat,
  heatB: heat,
  filler: heat,
  flux: heat,
  wps: z.object({ metals: z.array(alloy) }).nullable(),
});
