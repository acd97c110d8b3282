/** Passivation: the bath that was started, the rinse and the test that ended it. */
import { z } from 'zod';
import { clock } from '../../basics/units';
import {
  deviates,
  judgeBath,
  judgeRinse,
  testNames,
  type Breach,
  type Passivation,
  type Product,
  type Situation,
  type Test,
} from '../../models/cleaning';
import { define, inUnits, version, type Line, type Reader } from '../event';
import { one, productOf, two } from '../shapes';

type Used = { id: string; label: string; product: Product };
export type Bath = {
  acid: Passivation;
  product: Used;
  percent: number;
  celsius: number;
  dwell: number;
  dwellFrom: 'sheet' | 'table';
  because: string | null;
};
export type Rinse = {
  neutraliser: Used | null;
  feedPh: number;
  runoffPh: number;
  chloridePpm: number | null;
  test: Test;
  testPassed: boolean | null;
  because: string | null;
};

const bath = z.object({
  acid: one.acid,
  product: one.product,
  percent: z.number().positive().max(100),
  celsius: z.number().min(0).max(100),
  dwell: z.number().positive().max(86_400),
  dwellFrom: z.enum(['sheet', 'table']),
});
const rinse = z.object({
  neutraliser: one.product.nullable(),
  feedPh: z.number().min(0).max(14),
  runoffPh: z.number().min(0).max(14),
  chloridePpm: z.number().min(0).max(100_000).nullable(),
  test: one.test,
  testPassed: z.boolean().nullable(),
});
/** Why, where the table wants a reason, or why it was done although it must not be. */
const because = one.why.nullable();

export const passivateStarted = define<Bath>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(bath, (b): Bath => ({ ...b, product: productOf(b.product), because: null })),
    version(bath.extend({ product: two.product, because }), (b): Bath => b),
  ],
});
export const passivateEnded = define<Rinse>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(rinse, (b): Rinse => ({ ...b, neutraliser: b.neutraliser && productOf(b.neutraliser), because: null })),
    version(rinse.extend({ neutraliser: two.product.nullable(), because }), (b): Rinse => b),
  ],
});

export const bathDeviations = (b: Bath, s: Situation): Breach[] => deviates(judgeBath({ ...b, product: b.product.product }, s), b.because);
export const rinseDeviations = (b: Rinse, s: Situation): Breach[] => deviates(judgeRinse(b, s), b.because);

export function tellBath(b: Bath, reader: Reader): Line {
  return {
    title: 'Passivation, dwell started',
    details: [
      `${b.product.label} lot ${b.product.product.lot}, ${b.acid} ${b.percent} %, ${inUnits(reader)(b.celsius, 'temperature')}, ${clock(b.dwell)} min by the ${b.dwellFrom === 'sheet' ? "product's sheet" : 'table'}`,
      ...(b.because === null ? [] : [`Why: ${b.because}`]),
    ],
  };
}
export const tellRinse = (b: Rinse): Line => ({
  title: 'Rinsed and tested',
  details: [
    `${b.neutraliser ? `Neutralised with ${b.neutraliser.label}; ` : ''}feed pH ${b.feedPh}, runoff pH ${b.runoffPh}${b.chloridePpm === null ? '' : `, chloride ${b.chloridePpm} ppm`}`,
    `${testNames[b.test]}${b.testPassed === null ? '' : b.testPassed ? ': passed' : ': failed'}`,
    ...(b.because === null ? [] : [`Why: ${b.because}`]),
  ],
});

/** @param skipped why it was left out, if it was */
export const passivateLine = (bath: (Bath & { at: number }) | null, rinse: { at: number } | null, skipped: string | undefined): string =>
  skipped ? `Left out: ${skipped}` : bath && rinse ? `${bath.product.label}, ${clock((rinse.at - bath.at) / 1000)} min` : 'Not asked for';

export const passivateCautions = [
  'Acid into water, never the reverse. Goggles, face shield, acid gloves, apron. Nitric fumes act hours later; keep solvent rags away. Acid waste is regulated: never to the drain.',
];
