/** Fit-up: the gap round the clock, high-low, and what was put together, by scan or pick. */
import { z } from 'zod';
import { beyond } from '../../basics/fields';
import { show, type System } from '../../basics/units';
import { define, inUnits, seamOf, version, type Line, type Reader } from '../event';
import type { Design } from '../jobs';
import { fitupPaperFaults, type Joined, type PaperFault } from '../../models/papers';
import { figureOf, five, four, one, three } from '../shapes';
import { placeShort, placeText, type Seam } from '../../basics/seam';
import { fitupMeasures } from './form';
import type { Fitup } from './body';

export * from './form';
export type { Fitup } from './body';

const gap = z.object({ value: one.length, at: one.hour });
const gapAnywhere = z.object({ value: one.length, at: four.place });
const narrowFirst = <T extends { gapNarrow: { value: number }; gapWide: { value: number } }>(f: T): boolean =>
  f.gapNarrow.value <= f.gapWide.value;
const WIDER = { message: 'The narrowest gap is wider than the widest.', path: ['gapNarrow'] };
const fields = z.object({
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
});
const first = fields.refine(narrowFirst, WIDER);
const grown = fields.extend({ ovality: three.ovality, flux: one.named.nullable() });
const second = grown.refine(narrowFirst, WIDER);
const third = grown.extend({ gapNarrow: gapAnywhere, gapWide: gapAnywhere }).refine(narrowFirst, WIDER);

export const fitupRecorded = define<Fitup>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => ({ ovality: null, flux: null, ...b })),
    version(second, (b) => b),
    // A place at the first edge of a straight seam had no number before.
    version(third, (b): Fitup => ({ ...b, figures: b.figures.map(figureOf) })),
  ],
  added: z.object({ papers: five.fitupPapers.optional() }),
});

/** What of its papers does not belong to this joint. */
export const fitupFaults = (b: Pick<Fitup, 'papers' | 'filler'>, design: Joined): PaperFault[] =>
  b.papers ? fitupPaperFaults(b.papers, design, b.filler === null) : [];

/** Why these measures cannot be of this tube; empty when nothing speaks against them. */
export function fitupRefusals({ gapNarrow, gapWide, highLow, ovality }: Fitup, { size }: Design): string[] {
  const m = fitupMeasures(size);
  const said = [
    beyond(m.narrow, gapNarrow.value),
    beyond(m.wide, gapWide.value),
    beyond(m.highLow, highLow),
    ...(ovality ? [beyond(m.odMost, ovality.most), beyond(m.odLeast, ovality.least)] : []),
  ];
  return [...new Set(said.filter((no) => no !== null))];
}

export function tellFitup(b: Fitup, reader: Reader): Line {
  const q = inUnits(reader);
  const at = (place: number) => placeText(place, seamOf(reader), reader.system);
  return {
    title: 'Fit-up',
    details: [
      `Gap ${q(b.gapNarrow.value, 'length')} at ${at(b.gapNarrow.at)} to ${q(b.gapWide.value, 'length')} at ${at(b.gapWide.at)}, high-low ${q(b.highLow, 'length')}`,
      `Heats ${b.heatA.label} and ${b.heatB.label}; ${b.filler ? `filler ${b.filler.heat.label}, ${q(b.filler.diameter, 'length')}` : 'no filler'}`,
      `${b.wps.label} revision ${b.wps.revision}; welder ${reader.who(b.welder)}`,
      ...(b.ovality
        ? [
            `Out of round by ${q(b.ovality.most - b.ovality.least, 'length')}: ${q(b.ovality.least, 'length')} to ${q(b.ovality.most, 'length')}`,
          ]
        : []),
      ...(b.flux ? [`Root flux ${b.flux.label}`] : []),
      ...(reader.design
        ? fitupFaults(b, reader.design).map((f) => (f.level === 'never' ? `Wrong paper: ${f.text}` : `Mind: ${f.text}`))
        : []),
    ],
  };
}

export const fitupLine = (b: Fitup, seam: Seam, system: System): string =>
  `Gap ${show(b.gapNarrow.value, 'length', system)} at ${placeShort(b.gapNarrow.at, seam, system)} to ${show(b.gapWide.value, 'length', system)} at ${placeShort(b.gapWide.at, seam, system)}, high-low ${show(b.highLow, 'length', system)}`;

export const fitupCautions = ['No chlorinated solvent near an arc: it makes phosgene. Let alcohol or acetone dry before the dams close.'];
