/** The torch as it is set before the first tack: cup, stick-out, flow, amps, post-flow. */
import { z } from 'zod';
import type { Figure } from '../../basics/figure';
import { show, type System } from '../../basics/units';
import { define, inUnits, version, type Line, type Reader } from '../event';
import { figureOf, one } from '../shapes';

export type TorchSetup = {
  /** sixteenths of an inch of bore */
  cup: number;
  lens: boolean;
  /** an extra screen upon the lens */
  screen: boolean;
  electrode: number;
  stickOut: number;
  flow: number;
  amps: number;
  postFlow: number;
  figures: Figure[];
};

const first = z.object({
  cup: z.number().int().min(3).max(24),
  lens: z.boolean(),
  electrode: z.number().positive().max(0.01),
  stickOut: one.length,
  flow: z.number().positive().max(5e-3),
  amps: z.number().positive().max(500),
  postFlow: z.number().min(0).max(600),
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
