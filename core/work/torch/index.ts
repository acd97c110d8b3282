/** The torch as it is set before the first tack: cup, stick-out, flow, amps, post-flow. */
import { z } from 'zod';
import { show, type System } from '../../basics/units';
import { define, inUnits, seamOf, version, type Line, type Reader } from '../event';
import { figureOf, one, six } from '../shapes';
import { sheetLines } from '../sheet';
import { aimNames, torchWithin, tungstenNames } from './form';
import type { Pulse } from '../../models/passes';
import type { TorchSetup } from './body';

export * from './form';
export * from './shelf';
export { coolingOf, type Cooling } from './cooling';
export type { TorchSetup, Tungsten } from './body';

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

const third = second.extend({
  tungsten: z.enum(['lanthanated', 'ceriated', 'rare-earth', 'zirconiated', 'pure', 'thoriated']).nullable(),
  grind: z.number().min(5).max(180).nullable(),
  pulse: six.pulse.nullable(),
  sheet: six.sheet.nullable(),
  reason: z.string().max(200),
  figures: z.array(six.figure),
});

/** The event's name is from before a purge had a set-up of its own. */
export const setupRecorded = define<TorchSetup>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => ({ ...b, screen: false })),
    // How fast, how it leans and what follows it nobody was asked.
    version(first.extend({ screen: z.boolean() }), (b) => ({ ...b, travel: null, tilt: 0, trailing: null, aim: null })),
    // Only the torch stood on the sheet.
    version(second, (b) => ({ ...b, tungsten: null, grind: null, pulse: null, sheet: null, reason: '' })),
    version(third, (b): TorchSetup => ({ ...b, figures: b.figures.map(figureOf) })),
  ],
  added: z.object({ procedure: six.wps.nullable().optional() }),
});

export function tellTorch(b: TorchSetup, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: 'Set-up',
    details: [
      `Cup ${b.cup}${b.lens ? (b.screen ? ' with lens and screen' : ' with lens') : ''}, stick-out ${q(b.stickOut, 'length')}, electrode ${q(b.electrode, 'length')}${b.tungsten === null ? '' : `, ${tungstenNames[b.tungsten].toLowerCase()}`}${b.grind === null ? '' : `, ground to ${Math.round(b.grind)} degrees`}`,
      `Torch ${q(b.flow, 'flow')}, ${Math.round(b.amps)} A${b.pulse ? ' mean' : ''}${b.travel === null ? '' : `, travel ${q(b.travel, 'speed')}`}, post-flow ${q(b.postFlow, 'time')}`,
      ...(b.trailing
        ? [`Trailing shield ${q(b.trailing.length, 'length')} by ${q(b.trailing.width, 'length')}, ${q(b.trailing.flow, 'flow')}`]
        : []),
      ...(b.tungsten === 'thoriated' ? [THORIATED] : []),
      ...(b.pulse ? [pulseText(b.pulse)] : []),
      ...coverSaid(b, q),
      ...(b.sheet ? sheetLines(b.sheet, b.amps, seamOf(reader), reader.system) : []),
      ...(b.reason ? [`Outside the WPS, because: ${b.reason}`] : []),
    ],
  };
}

export const THORIATED =
  'Thoriated tungsten: its dust is radioactive. Do not breathe it, catch it at the wheel; lanthanated or ceriated does the same work.';

export const pulseText = (p: Pulse): string =>
  `Pulse ${Math.round(p.peak)} A for ${Math.round(100 * p.on)} % of the time, background ${Math.round(100 * p.background)} %, ${p.rate} a second`;

/** What of the hot metal was said to lie bare when it was set. */
function coverSaid({ figures, aim }: TorchSetup, q: ReturnType<typeof inUnits>): string[] {
  const hot = figures.find((f) => f.id === 'hottest');
  if (!hot || hot.value === null) return [];
  return [`Hottest bare metal ${q(hot.value, 'temperature')} by the model${aim === null ? '' : `; wanted ${aimNames[aim].toLowerCase()}`}`];
}

export const torchLine = (b: TorchSetup, system: System): string =>
  `Cup ${b.cup}${b.lens ? (b.screen ? ' lens, screen' : ' lens') : ''}, ${show(b.flow, 'flow', system)}, ${Math.round(b.amps)} A`;

export const torchCautions = ['UV reflects inside bright tube. Capture dust when grinding tungsten.'];
