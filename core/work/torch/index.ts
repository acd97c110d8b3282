/** The torch as it is set before the first tack: cup, stick-out, flow, amps, post-flow. */
import { z } from 'zod';
import { show, type System } from '../../basics/units';
import { define, inUnits, version, type Line, type Reader } from '../event';
import { figureOf, one } from '../shapes';
import { torchWithin } from './form';
import type { TorchSetup } from './body';

export * from './form';
export type { TorchSetup } from './body';

const first = z.object({
  cup: z.number().int().min(3).max(24),
  lens: z.boolean(),
  electrode: torchWithin.electrode,
  stickOut: one.length,
  flow: torchWithin.flow,
  amps: torchWithin.amps,
  postFlow: torchWithin.postFlow,
  figures: z.array(one.figure),
});

/** The event's name is from before a purge had a set-up of its own. */
export const setupRecorded = define<TorchSetup>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => ({ ...b, screen: false })),
    version(first.extend({ screen: z.boolean() }), (b): TorchSetup => ({ ...b, figures: b.figures.map(figureOf) })),
  ],
});

export function tellTorch(b: TorchSetup, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: 'Set-up',
    details: [
      `Cup ${b.cup}${b.lens ? (b.screen ? ' with lens and screen' : ' with lens') : ''}, stick-out ${q(b.stickOut, 'length')}, electrode ${q(b.electrode, 'length')}`,
      `Torch ${q(b.flow, 'flow')}, ${Math.round(b.amps)} A, post-flow ${q(b.postFlow, 'time')}`,
    ],
  };
}

export const torchLine = (b: TorchSetup, system: System): string =>
  `Cup ${b.cup}${b.lens ? (b.screen ? ' lens, screen' : ' lens') : ''}, ${show(b.flow, 'flow', system)}, ${Math.round(b.amps)} A`;

export const torchCautions = ['UV reflects inside bright tube. Capture dust when grinding tungsten.'];
