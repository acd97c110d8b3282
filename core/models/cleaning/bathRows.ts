/** Rows of passivation: the bath, its rinse, and the test of it. */
import { alloys } from '../../basics/materials';
import { duration } from '../../basics/units';
import { passivates } from './cleaningRows';
import { degrees, type Row } from './row';
import { testNames, type BathStep, type RinseStep, type TestStep } from './steps';
import { bathHint, rinseDone, testRefusals, testSeconds } from './tables';

export const bath: readonly Row<BathStep>[] = [
  {
    id: 'bath-tint',
    level: 'never',
    mends: ['again'],
    when: (_, s) => s.tintRemains,
    text: () => 'Tint remains: a passivation bath does not take it off. Clean or pickle it first.',
  },
  {
    id: 'bath-titanium',
    level: 'never',
    families: ['titanium'],
    text: () => 'Titanium is not passivated in nitric or citric acid: its oxide forms in air.',
  },
  {
    id: 'bath-acid',
    level: 'never',
    mends: ['again'],
    when: (b) => b.product.hydrofluoric,
    text: () =>
      'It holds hydrofluoric acid: it pickles, whatever its label, and passivates nothing. Gauntlets, flood rinse, rinse to its end point.',
  },
  {
    id: 'bath-product',
    level: 'never',
    mends: ['again'],
    when: (b) => !b.product.hydrofluoric && !passivates(b.acid, b.product),
    text: (b) => `The product is kept as ${b.product.kind}: no ${b.acid} bath or gel.`,
  },
  {
    id: 'bath-wet',
    level: 'never',
    mends: ['again'],
    when: (_, s) => s.acidOn,
    text: () => 'Rinse the pickling off to its end point first.',
  },
  {
    id: 'bath-row',
    level: 'never',
    mends: ['iron-test', 'again'],
    when: (b) => b.dwellFrom === 'table' && bathHint(b.acid, b.percent, b.celsius) === null,
    text: (b) => `No row of the table fits ${b.percent} % at ${degrees(b.celsius)}: take the product's sheet, or a bath the table has.`,
  },
  {
    id: 'bath-told',
    level: 'reason',
    mends: ['iron-test', 'again'],
    when: (b) => b.dwellFrom === 'told' && bathHint(b.acid, b.percent, b.celsius) === null,
    text: () => 'Neither a sheet nor the table gives this dwell: only a test stands for it. Say who gave the time.',
  },
  {
    id: 'bath-short',
    level: 'never',
    mends: ['iron-test', 'again'],
    when: (b) => b.dwell < leastDwell(b),
    text: (b) => `The ${b.dwellFrom === 'sheet' ? "product's sheet" : 'table'} asks for at least ${Math.ceil(leastDwell(b) / 60)} min.`,
  },
  {
    id: 'bath-outside',
    level: 'reason',
    mends: ['iron-test', 'again'],
    when: (b) => b.dwellFrom === 'sheet' && b.product.kind !== 'gel' && bathHint(b.acid, b.percent, b.celsius) === null,
    text: (b) =>
      `Outside every row of ASTM A967 and A380 (${b.percent} %, ${degrees(b.celsius)}): only the sheet and a test stand for it. Say why.`,
  },
  {
    id: 'bath-carbon',
    level: 'never',
    families: ['carbon'],
    text: () => 'Mild steel is not passivated: the acid rusts it. Keep it out of the bath.',
  },
  {
    id: 'bath-free',
    level: 'reason',
    mends: ['iron-test', 'again'],
    when: (b, s) => s.alloys.some((a) => alloys[a].freeMachining) && !(b.acid === 'nitric' && b.percent >= 45 && b.percent <= 55),
    text: () =>
      'Free-machining steel: Nitric 4 (45 to 55 %, 49 to 54 °C) is its row; weaker baths attack its sulphides. Prove it on a piece and say so.',
  },
  {
    id: 'bath-400',
    level: 'reason',
    mends: ['iron-test', 'again'],
    families: ['ferritic', 'martensitic'],
    when: (b) => bathHint(b.acid, b.percent, b.celsius)?.id !== 'Nitric 2',
    text: () => '400-series: Nitric 2, cold, is its row; anything else may attack it. Prove it on a piece and say so.',
  },
];

/** What the bath must dwell at least, s. */
function leastDwell(b: BathStep): number {
  if (b.dwellFrom === 'sheet' && b.product.dwellSeconds !== null) return b.product.dwellSeconds;
  return 60 * (bathHint(b.acid, b.percent, b.celsius)?.minutes ?? 0);
}

export const rinse: readonly Row<RinseStep>[] = [
  {
    id: 'rinse-end',
    level: 'never',
    mends: ['again'],
    when: (r) => rinseDone(r.feedPh, r.runoffPh, r.chloridePpm).length > 0,
    text: (r) => rinseDone(r.feedPh, r.runoffPh, r.chloridePpm).join(' '),
  },
  {
    id: 'test-poison',
    level: 'never',
    when: (r, s) => testRefusals(r.test, s.foodContact).length > 0,
    text: (r, s) => testRefusals(r.test, s.foodContact).join(' '),
  },
  {
    id: 'test-400',
    level: 'never',
    mends: ['again'],
    families: ['ferritic', 'martensitic'],
    when: (r) => r.test === 'copper-sulfate',
    text: () => 'No copper sulfate on 400-series: it plates on sound metal. Take water, humidity or ferroxyl.',
  },
];

export const testing: readonly Row<TestStep>[] = [
  {
    id: 'test-short',
    level: 'never',
    mends: ['again'],
    // A minute for the hand that ends it.
    when: (t) => t.seconds < testSeconds[t.test] - Math.min(60, 0.1 * testSeconds[t.test]),
    text: (t) => `${testNames[t.test]} takes ${duration(testSeconds[t.test])}; its result was given after ${duration(t.seconds)}.`,
  },
];
