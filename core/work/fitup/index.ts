/** Fit-up: the gap round the clock, high-low, and what was put together, by scan or pick. */
import { z } from 'zod';
import type { Figure } from '../../basics/figure';
import { bore } from '../../basics/sizes';
import { show, type System } from '../../basics/units';
import { define, inUnits, version, type Line, type Reader } from '../event';
import type { Design } from '../jobs';
import { figureOf, one } from '../shapes';

type Named = { id: string; label: string };
export type Fitup = {
  gapNarrow: { value: number; at: number };
  gapWide: { value: number; at: number };
  highLow: number;
  heatA: Named;
  heatB: Named;
  filler: { heat: Named; diameter: number } | null;
  wps: Named & { revision: string };
  welder: string;
  figures: Figure[];
  advice: { school: string; text: string; source: string }[];
};

const gap = z.object({ value: one.length, at: one.hour });
const first = z
  .object({
    gapNarrow: gap,
    gapWide: gap,
    highLow: one.length,
    heatA: one.named,
    heatB: one.named,
    filler: z.object({ heat: one.named, diameter: one.length }).nullable(),
    wps: one.named.extend({ revision: z.string() }),
    welder: one.id,
    figures: z.array(one.figure),
    advice: z.array(one.advice),
  })
  .refine((f) => f.gapNarrow.value <= f.gapWide.value, { message: 'The narrowest gap is wider than the widest.', path: ['gapNarrow'] });

export const fitupRecorded = define<Fitup>()({
  stream: 'weld',
  decision: false,
  versions: [version(first, (b): Fitup => ({ ...b, figures: b.figures.map(figureOf) }))],
});

/** Why these measures cannot be of this tube; empty when nothing speaks against them. */
export function fitupRefusals({ gapWide, highLow }: Fitup, { size }: Design): string[] {
  const no: string[] = [];
  if (gapWide.value >= bore(size)) no.push('The gap is wider than the tube. Check the unit.');
  if (highLow >= size.od / 2) no.push('The high-low is more than half the tube. Check the unit.');
  return no;
}

export function tellFitup(b: Fitup, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: 'Fit-up',
    details: [
      `Gap ${q(b.gapNarrow.value, 'length')} at ${b.gapNarrow.at} o'clock to ${q(b.gapWide.value, 'length')} at ${b.gapWide.at} o'clock, high-low ${q(b.highLow, 'length')}`,
      `Heats ${b.heatA.label} and ${b.heatB.label}; ${b.filler ? `filler ${b.filler.heat.label}, ${q(b.filler.diameter, 'length')}` : 'no filler'}`,
      `${b.wps.label} revision ${b.wps.revision}; welder ${reader.who(b.welder)}`,
    ],
  };
}

export const fitupLine = (b: Fitup, system: System): string =>
  `Gap ${show(b.gapNarrow.value, 'length', system)} at ${b.gapNarrow.at} to ${show(b.gapWide.value, 'length', system)} at ${b.gapWide.at}, high-low ${show(b.highLow, 'length', system)}`;

export const fitupCautions = ['No chlorinated solvent near an arc: it makes phosgene. Let alcohol or acetone dry before the dams close.'];
