/** Passivation: the bath that was started, the rinse and the test that ended it. */
import { z } from 'zod';
import { timed } from '../../basics/units';
import { offSpeaks, type DwellRule, type Dwelling } from '../../models/dwell';
import { deviates, judgeBath, judgeRinse, judgeTest, testNames, type Breach, type Situation, type Test } from '../../models/cleaning';
import { define, inUnits, version, type Line, type Reader } from '../event';
import { tankSpeaks } from '../tank';
import { nine, one, productOf, three, two } from '../shapes';
import { bathWithin } from './form';
import type { Bath, Elsewhere, Rinse, Tested } from './body';

export * from './form';
export type { Bath, Elsewhere, Rinse, Tested } from './body';

const bath = z.object({
  acid: one.acid,
  product: one.product,
  percent: z.number().positive().max(100),
  ...bathWithin,
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

const third = bath.extend({ product: two.product, dwellFrom: z.enum(['sheet', 'table', 'told']), because });
const sheeted = <T extends typeof third>(shape: T) =>
  shape.refine((b) => b.dwellFrom !== 'sheet' || b.product.product.dwellSeconds !== null, {
    message: 'The sheet of this product gives no dwell.',
    path: ['dwellFrom'],
  });

export const passivateStarted = define<Bath>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(bath, (b) => ({ ...b, product: productOf(b.product), because: null })),
    version(bath.extend({ product: two.product, because }), (b) => b),
    version(sheeted(third), (b): Bath => b),
    version(sheeted(third.extend({ wetWithin: nine.wetWithin, tank: nine.tank })), (b): Bath => b),
  ],
});
export const passivateEnded = define<Rinse>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(rinse, (b) => ({ ...b, neutraliser: b.neutraliser && productOf(b.neutraliser), because: null })),
    version(rinse.extend({ neutraliser: two.product.nullable(), because }), (b) => ({ ...b, elsewhere: null })),
    version(
      rinse
        .omit({ testPassed: true })
        .extend({ neutraliser: two.product.nullable(), because, elsewhere: three.elsewhere.extend({ passed: z.boolean() }).nullable() })
        .refine((b) => b.test !== 'none' || b.elsewhere === null, 'No test was chosen: it cannot have been done elsewhere.'),
      // The first two brought the result with the rinse.
      ({ elsewhere, ...b }): Rinse => ({
        ...b,
        testPassed: elsewhere ? elsewhere.passed : ((b as { testPassed?: boolean | null }).testPassed ?? null),
        elsewhere: elsewhere && { when: elsewhere.when, by: elsewhere.by },
      }),
    ),
  ],
});
export const testEnded = define<Tested>()({
  stream: 'weld',
  decision: false,
  versions: [version(z.object({ rinse: one.id, passed: z.boolean(), elsewhere: three.elsewhere.nullable(), because }), (b): Tested => b)],
});

export const bathDeviations = (b: Bath, s: Situation): Breach[] =>
  deviates([...judgeBath({ ...b, product: b.product.product }, s), ...tankSpeaks(b.tank)], b.because);
export const rinseDeviations = (b: Rinse, s: Situation): Breach[] => deviates(judgeRinse(b, s), b.because);
/** What speaks against how long it was on, by its clock. */
export const bathTimeSpeaks = (on: Dwelling, rule: DwellRule): Breach[] =>
  offSpeaks(on, rule, 'passivates').map((text) => ({ id: 'bath-time', level: 'reason', text, mends: ['iron-test', 'again'] }));
/** @param seconds from the rinse it began with to its result */
export const testDeviations = (b: Tested, test: Test, seconds: number, s: Situation): Breach[] =>
  b.elsewhere ? [] : deviates(judgeTest({ test, seconds }, s), b.because);
/** A test may only be ended that has begun. */
export const testRefusals = (b: Tested, rinse: { event: string; test: Test; testPassed: boolean | null } | null): string[] =>
  rinse?.event === b.rinse && rinse.test !== 'none' && rinse.testPassed === null ? [] : ['No such test is under way on this weld.'];

export const dwellFromNames: Record<Bath['dwellFrom'], string> = {
  sheet: "by the product's sheet",
  table: 'by the table',
  told: 'as told, by no sheet',
};

export function tellBath(b: Bath, reader: Reader): Line {
  return {
    title: 'Passivation, dwell started',
    details: [
      `${b.product.label} lot ${b.product.product.lot}, ${b.acid} ${b.percent} %, ${inUnits(reader)(b.celsius, 'temperature')}, ${timed(b.dwell)} ${dwellFromNames[b.dwellFrom]}${b.tank ? `, in ${b.tank.label}` : ''}`,
      ...(b.because === null ? [] : [`Why: ${b.because}`]),
    ],
  };
}
const elsewhereWords = (e: Elsewhere, reader: Reader): string => `, done elsewhere by ${e.by}, ${reader.when?.(e.when) ?? e.when}`;

export const tellTested = (b: Tested, reader: Reader): Line => ({
  title: `Test ${b.passed ? 'passed' : 'failed'}${b.elsewhere ? elsewhereWords(b.elsewhere, reader) : ''}`,
  details: b.because === null ? [] : [`Why: ${b.because}`],
});
export const tellRinse = (b: Rinse, reader: Reader): Line => ({
  title: b.test === 'none' || b.testPassed === null ? 'Rinsed' : 'Rinsed and tested',
  details: [
    `${b.neutraliser ? `Neutralised with ${b.neutraliser.label}; ` : ''}feed pH ${b.feedPh}, runoff pH ${b.runoffPh}${b.chloridePpm === null ? '' : `, chloride ${b.chloridePpm} ppm`}`,
    b.test === 'none'
      ? 'No test'
      : `${testNames[b.test]}: ${b.testPassed === null ? 'begun' : b.testPassed ? 'passed' : 'failed'}${b.elsewhere ? elsewhereWords(b.elsewhere, reader) : ''}`,
    ...(b.because === null ? [] : [`Why: ${b.because}`]),
  ],
});

/** @param skipped why it was left out, if it was */
export function passivateLine(
  bath: (Bath & { at: number }) | null,
  rinse: (Pick<Rinse, 'test' | 'testPassed'> & { at: number }) | null,
  skipped: string | undefined,
): string {
  if (skipped) return `Left out: ${skipped}`;
  if (!bath || !rinse) return 'Not asked for';
  const result = rinse.testPassed === null ? 'begun' : rinse.testPassed ? 'passed' : 'failed';
  const test = rinse.test === 'none' ? '' : `; ${testNames[rinse.test]}: ${result}`;
  return `${bath.product.label}, ${timed((rinse.at - bath.at) / 1000)}${test}`;
}

export const passivateCautions = [
  'Acid into water, never the reverse. Goggles, face shield, acid gloves, apron. Nitric fumes act hours later; keep solvent rags away. Acid waste is regulated: never to the drain.',
];
