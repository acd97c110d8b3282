/** The torch as it is set before the first tack: cup, stick-out, flow, amps, post-flow. */
import { z } from 'zod';
import { show, type System } from '../../basics/units';
import { define, inUnits, version, type Line, type Reader } from '../event';
import { figureOf, one } from '../shapes';
import { aimNames, torchWithin } from './form';
import type { TorchSetup } from './body';

export * from './form';
export * from './shelf';
export { coolingOf, type Cooling } from './cooling';
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

const second = first.extend({
  screen: z.boolean(),
  travel: torchWithin.travel.nullable(),
  tilt: z.number().min(-45).max(45),
  trailing: z.object({ length: torchWithin.shieldLength, width: torchWithin.shieldWidth, flow: torchWithin.shieldFlow }).nullable(),
  aim: z.enum(['bright', 'straw', 'colour']).nullable(),
});

/** The event's name is from before a purge had a set-up of its own. */
export const setupRecorded = define<TorchSetup>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => ({ ...b, screen: false })),
    // How fast, how it leans and what follows it nobody was asked.
    version(first.extend({ screen: z.boolean() }), (b) => ({ ...b, travel: null, tilt: 0, trailing: null, aim: null })),
    version(second, (b): TorchSetup => ({ ...b, figures: b.figures.map(figureOf) })),
  ],
});

export function tellTorch(b: TorchSetup, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: 'Set-up',
    details: [
      `Cup ${b.cup}${b.lens ? (b.screen ? ' with lens and screen' : ' with lens') : ''}, stick-out ${q(b.stickOut, 'length')}, electrode ${q(b.electrode, 'length')}`,
      `Torch ${q(b.flow, 'flow')}, ${Math.round(b.amps)} A${b.travel === null ? '' : `, travel ${q(b.travel, 'speed')}`}, post-flow ${q(b.postFlow, 'time')}`,
      ...(b.trailing
        ? [`Trailing shield ${q(b.trailing.length, 'length')} by ${q(b.trailing.width, 'length')}, ${q(b.trailing.flow, 'flow')}`]
        : []),
      ...coverSaid(b, q),
    ],
  };
}

/** What of the hot metal was said to lie bare when it was set. */
function coverSaid({ figures, aim }: TorchSetup, q: ReturnType<typeof inUnits>): string[] {
  const hot = figures.find((f) => f.id === 'hottest');
  if (!hot || hot.value === null) return [];
  return [`Hottest bare metal ${q(hot.value, 'temperature')} by the model${aim === null ? '' : `; wanted ${aimNames[aim].toLowerCase()}`}`];
}

export const torchLine = (b: TorchSetup, system: System): string =>
  `Cup ${b.cup}${b.lens ? (b.screen ? ' lens, screen' : ' lens') : ''}, ${show(b.flow, 'flow', system)}, ${Math.round(b.amps)} A`;

export const torchCautions = ['UV reflects inside bright tube. Capture dust when grinding tungsten.'];
