/** A cleaning that was done, with what, and what was left. */
import { z } from 'zod';
import { clock } from '../../basics/units';
import { cleaningRefusals, cleanMethodNames, type CleanMethod, type Product, type Situation, type Tool } from '../../models/cleaning';
import { define, inUnits, version, type Line, type Reader } from '../event';
import { one, productOf, toolOf } from '../shapes';

type Named = { id: string; label: string };
export type Cleaned = {
  method: CleanMethod;
  side: 'inside' | 'outside' | 'both';
  metalTemperature: number | null;
  tool: (Named & { tool: Tool }) | null;
  product: (Named & { product: Product }) | null;
  dwell: number | null;
  /** looked at again: does tint remain? */
  tintRemains: boolean;
};

const first = z.object({
  method: one.method,
  side: z.enum(['inside', 'outside', 'both']),
  metalTemperature: z.number().min(-30).max(1500).nullable(),
  tool: one.tool.nullable(),
  product: one.product.nullable(),
  dwell: z.number().min(0).max(86_400).nullable(),
  tintRemains: z.boolean(),
});

export const cleanRecorded = define<Cleaned>()({
  stream: 'weld',
  decision: false,
  versions: [version(first, (b): Cleaned => ({ ...b, tool: b.tool && toolOf(b.tool), product: b.product && productOf(b.product) }))],
});

export const cleanRefusals = (b: Cleaned, s: Situation): string[] => cleaningRefusals({ ...b, tool: b.tool?.tool ?? null }, s);

export function tellClean(b: Cleaned, reader: Reader): Line {
  const q = inUnits(reader);
  return {
    title: 'Cleaned',
    details: [
      `${cleanMethodNames[b.method]}, ${b.side === 'both' ? 'inside and outside' : b.side}${b.tool ? `, ${b.tool.label}` : ''}${b.product ? `, ${b.product.label} lot ${b.product.product.lot}` : ''}${b.dwell ? `, ${clock(b.dwell)} min` : ''}`,
      `${b.metalTemperature === null ? 'Metal not measured' : `Metal ${q(b.metalTemperature, 'temperature')}`}; ${b.tintRemains ? 'tint remains' : 'no tint left'}`,
    ],
  };
}

/** @param skipped why it was left out, if it was */
export const cleanLine = (cleans: readonly Cleaned[], skipped: string | undefined): string =>
  skipped ? `Left out: ${skipped}` : cleans.map((c) => cleanMethodNames[c.method]).join(', ') || 'Not asked for';

export const cleanCautions = ['Wait until the metal is measured cool. Brush around the tube, never along it. Guard eyes and lungs.'];

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
