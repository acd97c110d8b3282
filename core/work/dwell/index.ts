/** Dwells: a product put on a place, what happened to it on its clock, and the rinse that ends it. Several at once, each its own. */
import { z } from 'zod';
import { duration } from '../../basics/units';
import { arcText } from '../../basics/seam';
import { define, inUnits, seamOf, version, type Line, type Reader } from '../event';
import { eight, nine, one, two } from '../shapes';
import { currentNames, padNames } from './form';
import type { Begun, Current, DwellMarked, DwellRinsed } from './body';

export * from './form';
export * from './now';
export type { Begun, Current, DwellMarked, DwellRinsed } from './body';

const because = one.why.nullable();
const ph = z.number().min(0).max(14);
const micro = z.number().min(0).max(200_000).nullable();

/** Holds of every version: the times in order, hydrofluoric acid answered for. */
const inOrder = <T extends typeof eight.dwell>(shape: T) =>
  shape
    .refine((d) => d.least <= d.most, 'The longest dwell is shorter than the shortest.')
    .refine((d) => !d.product.product.hydrofluoric || d.ready !== null, {
      message: 'It holds hydrofluoric acid: what is asked first has to be answered.',
      path: ['ready'],
    });

export const dwellBegun = define<Begun>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(inOrder(eight.dwell.extend({ because })), (b): Begun => ({ ...b, current: null, tank: null })),
    version(
      inOrder(eight.dwell.extend({ because, current: nine.current.nullable(), tank: nine.tank })).refine(
        (d) => (d.method === 'electrolytic') === (d.current !== null),
        { message: 'Of an electrolytic pad, and of nothing else, it is said what fed it.', path: ['current'] },
      ),
      (b): Begun => b,
    ),
  ],
});
export const dwellMarked = define<DwellMarked>()({
  stream: 'weld',
  decision: false,
  versions: [version(z.object({ dwell: one.id, what: z.enum(['on', 'wet', 'dried', 'off']) }), (b): DwellMarked => b)],
});
export const dwellRinsed = define<DwellRinsed>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(
      z.object({
        dwell: one.id,
        neutraliser: two.product.nullable(),
        ...{ feedPh: ph, runoffPh: ph, feedMicro: micro, runoffMicro: micro },
        chloridePpm: z.number().min(0).max(100_000).nullable(),
        dried: z.boolean(),
        tintRemains: z.boolean(),
        because,
      }),
      (b): DwellRinsed => b,
    ),
  ],
});

/** A mark or a rinse belongs to what was put on, and is not rinsed yet. @param bath id of a passivation that is on, which takes marks too */
export const dwellRefusals = (
  { dwell }: { dwell: string },
  dwells: readonly { id: string; rinsed: unknown }[],
  bath: string | null = null,
): string[] => {
  const of = dwells.find((d) => d.id === dwell);
  return dwell === bath
    ? []
    : !of
      ? ['There is no such dwell on this weld.']
      : of.rinsed !== null
        ? ['It has been rinsed off already.']
        : [];
};

export const dwellMarkNames: Record<DwellMarked['what'], string> = {
  on: 'Put on again',
  wet: 'Wetted again',
  dried: 'Dried out',
  off: 'Off, under water',
};
const fromNames: Record<Begun['from'], string> = {
  sheet: 'by its sheet',
  hint: 'by the tables, a hint',
  told: 'as told, by no sheet',
};

const currentText = ({ kind, amps, pad }: Current): string =>
  `Pad ${padNames[pad]}, fed with ${currentNames[kind]} current${amps === null ? '' : ` of ${amps} A`}`;

export function tellBegun(b: Begun, reader: Reader): Line {
  const q = inUnits(reader);
  const { ready } = b;
  return {
    title: `${b.product.label} put on`,
    details: [
      `Lot ${b.product.product.lot}, ${b.side === 'both' ? 'inside and outside' : b.side}${b.where ? `, ${arcText(b.where, seamOf(reader), reader.system)}` : ''}; metal ${q(b.celsius, 'temperature')}`,
      `Stays on ${duration(b.least)} to ${duration(b.most)}, ${fromNames[b.from]}`,
      ...(b.current ? [currentText(b.current)] : []),
      ...(b.tank ? [`In ${b.tank.label}`] : []),
      ...(ready
        ? [
            `Hydrofluoric acid: ${ready.second || 'nobody'} beside, gel ${ready.gelUntil ? `good until ${ready.gelUntil}` : 'none'}, water ${ready.wash ? 'within reach' : 'not within reach'}, gauntlets ${ready.gloves}${ready.overSleeve ? ' over the sleeve' : ''}${ready.faceShield ? ', face shield' : ', no face shield'}`,
          ]
        : []),
      ...(b.because === null ? [] : [`Why: ${b.because}`]),
    ],
  };
}
export const tellDwellMarked = ({ what }: DwellMarked): Line => ({ title: dwellMarkNames[what], details: [] });
export const tellDwellRinsed = (b: DwellRinsed): Line => ({
  title: 'Rinsed off',
  details: [
    `${b.neutraliser ? `Neutralised with ${b.neutraliser.label}; ` : ''}feed pH ${b.feedPh}, runoff pH ${b.runoffPh}${b.runoffMicro === null ? '' : `, ${b.feedMicro ?? '?'} and ${b.runoffMicro} µS/cm`}${b.chloridePpm === null ? '' : `, chloride ${b.chloridePpm} ppm`}; ${b.dried ? 'dried' : 'not dried'}`,
    b.tintRemains ? 'Tint remains' : 'No tint left',
    ...(b.because === null ? [] : [`Why: ${b.because}`]),
  ],
});
