/** A cleaning that was done, with what, and what was left. What was done is always taken; what must not be is a deviation. */
import { z } from 'zod';
import { show, timed, type System } from '../../basics/units';
import {
  cleanMethodNames,
  debrisNames,
  deviates,
  judgeCleaning,
  printNames,
  type Breach,
  type CleaningStep,
  type CleanMethod,
  type Situation,
} from '../../models/cleaning';
import { define, inUnits, seamOf, version, type Line, type Reader } from '../event';
import { arcText } from '../../basics/seam';
import { eight, one, productOf, toolOf, two } from '../shapes';
import { cleanWithin } from './form';
import type { Cleaned } from './body';

export * from './form';
export { cleanPlan, rungsOf } from './plan';
export type { Cleaned } from './body';

const first = z.object({
  method: one.method,
  side: z.enum(['inside', 'outside', 'both']),
  metalTemperature: cleanWithin.metalTemperature.nullable(),
  tool: one.tool.nullable(),
  product: one.product.nullable(),
  dwell: cleanWithin.dwell.nullable(),
  tintRemains: z.boolean(),
});
const ph = z.number().min(0).max(14);
const second = first.extend({
  product: two.product.nullable(),
  rinse: z.object({ feedPh: ph, runoffPh: ph }).nullable(),
  because: one.why.nullable(),
});

export const cleanRecorded = define<Cleaned>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b): Cleaned => ({ ...b, tool: b.tool && toolOf(b.tool), product: b.product && productOf(b.product), because: null })),
    version(second, (b): Cleaned => ({ ...b, tool: b.tool && toolOf(b.tool) })),
    version(second.extend({ tool: eight.tool.nullable(), ...eight.cleaned }), (b): Cleaned => b),
  ],
  added: z.object({ touched: eight.touched.optional() }),
});

/** The step the table judges. */
export const cleaningStep = (b: Cleaned): CleaningStep => ({
  ...b,
  done: !b.tintRemains,
  tool: b.tool?.tool ?? null,
  product: b.product?.product ?? null,
});
export const cleanDeviations = (b: Cleaned, s: Situation): Breach[] => deviates(judgeCleaning(cleaningStep(b), s), b.because);

export function tellClean(b: Cleaned, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: 'Cleaned',
    details: [
      `${cleanMethodNames[b.method]}, ${b.side === 'both' ? 'inside and outside' : b.side}${b.tool ? `, ${b.tool.label}` : ''}${b.product ? `, ${b.product.label} lot ${b.product.product.lot}` : ''}${b.dwell ? `, ${timed(b.dwell)}` : ''}`,
      `${b.metalTemperature === null ? 'Metal not measured' : `Metal ${q(b.metalTemperature, 'temperature')}`}; ${b.tintRemains ? 'tint remains' : 'no tint left'}`,
      ...(b.where ? [`At ${arcText(b.where, seamOf(reader), reader.system)}`] : []),
      ...(b.spindle
        ? [`Machine ${b.spindle.rpm ?? 'of unknown speed'} a minute${b.spindle.arbor === 'improvised' ? ', improvised arbor' : ''}`]
        : []),
      ...(b.print ? [`Heat number and marks: ${printNames[b.print]}`] : []),
      ...(b.ra
        ? [
            `Ra ${b.ra.before === null ? 'not measured' : q(b.ra.before, 'roughness')} before, ${b.ra.after === null ? 'not measured' : q(b.ra.after, 'roughness')} after`,
          ]
        : []),
      ...(b.wall
        ? [
            `Wall ${b.wall.before === null ? '' : `${q(b.wall.before, 'length')} before, `}${q(b.wall.after, 'length')} after${b.wall.least === null ? '' : `, least ${q(b.wall.least, 'length')}`}`,
          ]
        : []),
      ...(b.debris ? [`Debris out of the inside: ${debrisNames[b.debris]}`] : []),
      ...(b.rinse ? [`Rinsed: feed pH ${b.rinse.feedPh}, runoff pH ${b.rinse.runoffPh}`] : []),
      ...(b.because === null ? [] : [`Why: ${b.because}`]),
    ],
  };
}

/** @param skipped why it was left out, if it was */
export function cleanLine(cleans: readonly Cleaned[], skipped: string | undefined, system: System): string {
  if (skipped) return `Left out: ${skipped}`;
  const ra = cleans.findLast((c) => c.ra?.after != null)?.ra?.after;
  const methods = [...new Set(cleans.map((c) => cleanMethodNames[c.method]))].join(', ') || 'Not asked for';
  return ra == null ? methods : `${methods}; Ra ${show(ra, 'roughness', system)}`;
}

export const cleanCautions = [
  "Warm metal cleans more easily: the tool maker's limit leads, and hands need it measured cool. Brush around the tube, never along it. Guard eyes and lungs.",
];

/** Cautions of a cleaning method, beside those of the step. */
export function methodCautions(method: CleanMethod): string[] {
  if (method === 'paste' || method === 'pickle-bath')
    return [
      'Hydrofluoric acid, in paste, bath or paint-on gel whatever its label: life-threatening burns that do not hurt at first. Trained people only, never alone, gauntlets and face shield, calcium gluconate gel in date at the work, hospital always.',
      'Never on hot metal. Never where it cannot be rinsed and seen. Flood rinse to the end point; a pad or brush only after it.',
    ];
  if (method === 'electrolytic' || method === 'electropolish')
    return ['Fumes hold nickel and chromium. Keep the brush wet and moving, then neutralise and rinse.'];
  return [];
}
