/** What bath, rinse and test ask. */
import {
  choice,
  like,
  moment,
  number,
  optional,
  quantity,
  ref,
  when,
  words,
  within,
  type TypedForm,
  type Values,
} from '../../basics/fields';
import { duration } from '../../basics/units';
import {
  bathHint,
  judgeBath,
  judgeRinse,
  judgeTest,
  testNames,
  testSeconds,
  type BathRow,
  type Breach,
  type Passivation,
  type Product,
  type Situation,
  type Test,
} from '../../models/cleaning';
import { answerFields, dwellField, phField, reasonOf } from '../clean';
import { tankField, tankOf, tankSpeaks } from '../tank';
import { itemsOf, shelfName, type ItemOf, type RegisterItem } from '../registers';
import type { Bath, Rinse, Tested } from './body';

const bathTemperature = quantity('temperature', 'Bath temperature', {
  least: { value: 0, says: 'Colder than ice. Check the unit.' },
  most: { value: 100, says: 'Hotter than boiling. Check the unit.' },
});
const bathDwell = like(dwellField, { zero: false });
export const bathWithin = { celsius: within(bathTemperature), dwell: within(bathDwell) };

const product = (p: ItemOf<'product'>) => shelfName(p, `${p.label}, lot ${p.body.lot}`);

export function bathForm(registers: readonly RegisterItem[]) {
  const baths = itemsOf(registers, 'product').filter((p) => ['nitric', 'citric', 'gel'].includes(p.body.kind));
  return {
    acid: choice<Passivation>('Bath', { citric: 'Citric', nitric: 'Nitric' }),
    product: ref('Product and lot', baths, product),
    tank: when((f) => baths.find((p) => p.id === f['product'])?.body.kind !== 'gel', tankField(registers)),
    percent: number('Strength, %', { least: 1e-9, most: 100, unit: '%', says: 'Type a strength from 0 to 100.' }),
    celsius: bathTemperature,
    dwell: bathDwell,
    ...answerFields,
  };
}
type BathGiven = Values<ReturnType<typeof bathForm>>;

/** The row of the table this bath meets, so far as it is typed. */
export const bathRow = ({ acid, percent, celsius }: Partial<BathGiven>): BathRow | null =>
  acid === undefined || percent === undefined || celsius === undefined ? null : bathHint(acid, percent, celsius);

/** Where the time comes from: the product's own sheet where it gives one, else the table, else nobody but who told it. */
const dwellFrom = (v: Partial<BathGiven>): Bath['dwellFrom'] =>
  v.product && v.product.body.dwellSeconds !== null ? 'sheet' : bathRow(v) ? 'table' : 'told';

/** Speaks of what is put together, whatever its strength, heat and time. */
const OF_THE_PARTS = ['bath-tint', 'bath-titanium', 'bath-carbon', 'bath-wet'];
/** Until one is picked: of the product itself nothing is judged then. */
const unknownProduct = (acid: Passivation): Product => ({
  kind: acid,
  lot: '',
  dwellSeconds: null,
  hydrofluoric: false,
  mostCelsius: null,
});

/** What the table says; before everything is typed, only what holds whatever is typed. */
export function bathSpeaks(v: Partial<BathGiven>, s: Situation): Breach[] {
  const { acid, percent, celsius, dwell, product: p } = v;
  if (acid === undefined) return [];
  const tank = tankSpeaks(tankOf(v.tank, acid));
  if (p && percent !== undefined && celsius !== undefined && dwell !== undefined)
    return [...judgeBath({ acid, product: p.body, percent, celsius, dwell, dwellFrom: dwellFrom(v) }, s), ...tank];
  const parts = { acid, product: p?.body ?? unknownProduct(acid), percent: NaN, celsius: NaN, dwell: NaN, dwellFrom: 'told' as const };
  return [...judgeBath(parts, s).filter((b) => OF_THE_PARTS.includes(b.id)), ...tank];
}

/** The form as the event says it. */
export const bathSaid = (v: BathGiven, s: Situation): Bath => ({
  acid: v.acid,
  product: { id: v.product.id, label: v.product.label, product: v.product.body },
  percent: v.percent,
  celsius: v.celsius,
  dwell: v.dwell,
  dwellFrom: dwellFrom(v),
  wetWithin: v.product.body.sheet?.wetWithin ?? null,
  tank: tankOf(v.tank, v.acid),
  because: reasonOf(bathSpeaks(v, s), v),
});

const elsewhere = (f: TypedForm) => f['place'] === 'elsewhere';
const resultField = choice('Result', { yes: 'passed', no: 'failed' });
/** Who did a test that was not done here, and when. */
const elsewhereFields = (now: () => number, asked: (f: TypedForm) => boolean) => ({
  when: when(asked, moment('Done on', 'Give the day and hour it was done.', now)),
  by: when(asked, words('By whom', { least: 2, most: 80, says: 'Name who did it.' })),
});

/** What stands in the list where nothing was put on after the bath. */
const NOT_NEUTRALISED = { id: 'none', label: 'not neutralised' };

/** @param now server time, ms */
export function rinseForm(registers: readonly RegisterItem[], now: () => number) {
  const neutralisers = itemsOf(registers, 'product').filter((p) => p.body.kind === 'neutraliser');
  const tested = (f: TypedForm) => f['test'] !== '' && f['test'] !== 'none';
  const away = (f: TypedForm) => tested(f) && elsewhere(f);
  return {
    neutraliser: ref<ItemOf<'product'> | typeof NOT_NEUTRALISED>('Neutralised with', [...neutralisers, NOT_NEUTRALISED], (p) =>
      'body' in p ? product(p) : p.label,
    ),
    feed: phField('pH of the feed water'),
    runoff: phField('pH of the runoff'),
    chloride: optional(quantity('dissolved', 'Chloride in the rinse', { most: 100_000 })),
    test: choice<Test>('Test', testNames),
    place: when(tested, choice('Where it is done', { here: 'here, begins now', elsewhere: 'it was done elsewhere' })),
    ...elsewhereFields(now, away),
    passed: when(away, resultField),
    ...answerFields,
  };
}
type RinseGiven = Values<ReturnType<typeof rinseForm>>;

/** "here, begins now: 24 h" */
export const testHere = (test: Test): string => `here, begins now: ${duration(testSeconds[test])}`;

export function rinseSpeaks(v: Partial<RinseGiven>, s: Situation): Breach[] {
  const { feed, runoff, chloride = null, test = 'none' } = v;
  const all = judgeRinse({ feedPh: feed ?? NaN, runoffPh: runoff ?? NaN, chloridePpm: chloride, test }, s);
  return feed === undefined || runoff === undefined ? all.filter((b) => b.id !== 'rinse-end') : all;
}

/** The form as the event says it. @param time what speaks against how long the bath was on */
export const rinseSaid = (
  v: RinseGiven,
  s: Situation,
  time: readonly Breach[] = [],
): Omit<Rinse, 'testPassed' | 'elsewhere'> & { elsewhere: (NonNullable<Rinse['elsewhere']> & { passed: boolean }) | null } => ({
  neutraliser: 'body' in v.neutraliser ? { id: v.neutraliser.id, label: v.neutraliser.label, product: v.neutraliser.body } : null,
  feedPh: v.feed,
  runoffPh: v.runoff,
  chloridePpm: v.chloride,
  test: v.test,
  elsewhere: v.when !== null && v.by !== null ? { when: v.when, by: v.by, passed: v.passed === 'yes' } : null,
  because: reasonOf([...rinseSpeaks(v, s), ...time], v),
});

/** @param now server time, ms */
export const testForm = (now: () => number) => ({
  place: choice('Where it was done', { here: 'here, on this clock', elsewhere: 'elsewhere' }, { empty: null }),
  ...elsewhereFields(now, elsewhere),
  passed: resultField,
  ...answerFields,
});
type TestGiven = Values<ReturnType<typeof testForm>>;

/** @param seconds since the rinse it began with */
export const testSpeaks = (v: Partial<TestGiven>, test: Test, seconds: number, s: Situation): Breach[] =>
  v.place === 'elsewhere' || v.passed === undefined ? [] : judgeTest({ test, seconds }, s);

export const testSaid = (v: TestGiven, rinse: string, breaches: readonly Breach[]): Tested => ({
  rinse,
  passed: v.passed === 'yes',
  elsewhere: v.when !== null && v.by !== null ? { when: v.when, by: v.by } : null,
  because: reasonOf(breaches, v),
});
