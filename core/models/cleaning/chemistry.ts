/**
 * The chemistry, as one table: which method, product and tool go on which metal, where, how warm, after what. Every row says whether it must
 * not be planned, wants a reason, or warns; and what mends it where it was done all the same. Read by the forms before, by the record after.
 * Limits of hands and tools without a source are judgements, and say so in docs/physics.md.
 */
import { alloys, type AlloyFamily } from '../../basics/materials';
import { duration } from '../../basics/units';
import { baths, bathHint, rinseDone, testRefusals, testSeconds } from './tables';
import {
  cleanMethodNames,
  PASTE_RANGE,
  testNames,
  TOUCH_BELOW,
  type BathStep,
  type CleaningStep,
  type RinseStep,
  type Situation,
  type TestStep,
} from './steps';

/** never: not to be planned, a deviation when done; reason: goes, with a reason; warn: goes. */
export type Level = 'never' | 'reason' | 'warn';
/** What settles a deviation: a test for free iron that passed, the skin pickled off, the same step done again rightly; always a referral. */
export type Mend = 'iron-test' | 'pickle' | 'again';
export type Breach = { id: string; level: Level; text: string; mends: readonly Mend[] };

type Row<Step> = {
  id: string;
  level: Level;
  mends?: readonly Mend[];
  /** of these methods only */
  methods?: readonly string[];
  /** on these metals only */
  families?: readonly AlloyFamily[];
  /** inside what cannot be rinsed and seen only */
  closed?: true;
  when?: (step: Step, s: Situation) => boolean;
  text: (step: Step, s: Situation) => string;
};

const ACID = ['paste', 'pickle-bath'] as const;
const TOOLS = ['brush', 'abrasive'] as const;
const CURRENT = ['electrolytic', 'electropolish'] as const;

/** Hotter than this a tool smears or burns on, °C: judgement where the maker says nothing. */
const TOOL_MOST = { abrasive: 120, brush: 250 } as const;
const degrees = (celsius: number | null) => `${Math.round(celsius ?? 0)} °C`;
/** The hottest metal pickling paste goes on, °C: the product's own sheet leads. */
const pasteMost = ({ product }: CleaningStep): number => Math.min(TOUCH_BELOW, product?.mostCelsius ?? PASTE_RANGE[1]);

/** What a method takes. Whatever holds hydrofluoric acid pickles, whatever its label. */
export const productFits = (method: CleaningStep['method'], p: NonNullable<CleaningStep['product']>): boolean =>
  method === 'paste'
    ? p.kind === 'paste' || (p.kind === 'gel' && p.hydrofluoric)
    : method === 'pickle-bath'
      ? p.kind === 'pickle'
      : p.kind === 'electrolyte' && !p.hydrofluoric;
/** What may be a passivating bath or gel: of that acid, without hydrofluoric. */
export const passivates = (acid: BathStep['acid'], p: BathStep['product']): boolean =>
  !p.hydrofluoric && (p.kind === acid || p.kind === 'gel');

const wantedMark = (s: Situation): 'titanium' | 'stainless' | 'carbon-steel' =>
  s.alloys.some((a) => alloys[a].family === 'titanium')
    ? 'titanium'
    : s.alloys.every((a) => alloys[a].family === 'carbon')
      ? 'carbon-steel'
      : 'stainless';

const cleaning: readonly Row<CleaningStep>[] = [
  {
    id: 'none',
    level: 'never',
    mends: ['pickle', 'again'],
    methods: ['none'],
    text: () => 'Not cleaning is no cleaning. Leave the step out, with its reason.',
  },
  {
    id: 'acid-titanium',
    level: 'never',
    methods: ACID,
    families: ['titanium'],
    text: () => 'Not on titanium: hydrofluoric acid eats it.',
  },
  {
    id: 'acid-carbon',
    level: 'never',
    methods: ACID,
    families: ['carbon'],
    text: () => 'No stainless pickling on mild steel: it rusts at once.',
  },
  {
    id: 'acid-400',
    level: 'never',
    methods: ['paste'],
    families: ['ferritic', 'martensitic'],
    text: () => 'No paste on 400-series: it is eaten. A bath by its own row, proved on a piece first.',
  },
  {
    id: 'acid-unmeasured',
    level: 'never',
    mends: ['again'],
    methods: ACID,
    when: (c) => c.metalTemperature === null,
    text: () => `Measure the metal first: paste and pickle go on below ${TOUCH_BELOW} °C only.`,
  },
  {
    id: 'paste-hot',
    level: 'never',
    mends: ['again'],
    methods: ['paste'],
    when: (c) => (c.metalTemperature ?? 0) > pasteMost(c) || (c.metalTemperature ?? 0) >= TOUCH_BELOW,
    text: (c) =>
      `The metal is ${degrees(c.metalTemperature)}. Paste goes on to ${pasteMost(c)} °C at the most, measured (${c.product?.mostCelsius == null ? 'guides; the maker may say less' : 'its sheet, and never at 50 °C or more'}): hotter it dries and fumes.`,
  },
  {
    id: 'pickle-hot',
    level: 'never',
    mends: ['again'],
    methods: ['pickle-bath'],
    when: (c) => (c.metalTemperature ?? 0) >= TOUCH_BELOW,
    text: (c) => `The metal is ${degrees(c.metalTemperature)}. It goes into the bath below ${TOUCH_BELOW} °C, measured.`,
  },
  {
    id: 'paste-cold',
    level: 'never',
    mends: ['again'],
    methods: ['paste'],
    when: (c) => c.metalTemperature !== null && c.metalTemperature < PASTE_RANGE[0],
    text: (c) => `The metal is ${degrees(c.metalTemperature)}. Below ${PASTE_RANGE[0]} °C the paste does nothing.`,
  },
  {
    id: 'acid-inside',
    level: 'never',
    methods: ACID,
    closed: true,
    when: (c) => c.side !== 'outside',
    text: () => 'Not inside: it cannot be rinsed and seen there.',
  },
  {
    id: 'current-inside',
    level: 'never',
    methods: CURRENT,
    closed: true,
    when: (c) => c.side !== 'outside',
    text: () => 'Not inside: the electrolyte cannot be rinsed out there.',
  },
  {
    id: 'acid-rinse',
    level: 'never',
    mends: ['again'],
    methods: ACID,
    when: (c) => c.rinse != null && rinseDone(c.rinse.feedPh, c.rinse.runoffPh, null).length > 0,
    text: (c) => rinseDone(c.rinse?.feedPh ?? 7, c.rinse?.runoffPh ?? 7, null).join(' '),
  },
  {
    id: 'acid-rinse-unmeasured',
    level: 'reason',
    mends: ['again'],
    methods: ACID,
    when: (c) => c.rinse === null,
    text: () => 'Rinse in a flood to the end point and measure it: pH of the feed and of the runoff.',
  },
  {
    id: 'product-none',
    level: 'never',
    mends: ['again'],
    methods: [...ACID, ...CURRENT],
    when: (c) => c.product === null,
    text: () => 'Say which product and lot: the record hangs on it.',
  },
  {
    id: 'product-acid',
    level: 'never',
    mends: ['again'],
    methods: CURRENT,
    when: (c) => c.product?.hydrofluoric === true,
    text: () => 'It holds hydrofluoric acid: a pickling product, whatever its label. Gauntlets, flood rinse, rinse to its end point.',
  },
  {
    id: 'product-wrong',
    level: 'never',
    mends: ['again'],
    methods: [...ACID, ...CURRENT],
    when: (c) => c.product !== null && !c.product.hydrofluoric && !productFits(c.method, c.product),
    text: (c) => `The product is kept as ${c.product?.kind ?? ''}: none for ${cleanMethodNames[c.method].toLowerCase()}.`,
  },
  {
    id: 'product-other-acid',
    level: 'never',
    mends: ['again'],
    methods: ACID,
    when: (c) => c.product?.hydrofluoric === true && !productFits(c.method, c.product),
    text: (c) => `The product is kept as ${c.product?.kind ?? ''}: none for ${cleanMethodNames[c.method].toLowerCase()}.`,
  },
  {
    id: 'current-titanium',
    level: 'reason',
    methods: CURRENT,
    families: ['titanium'],
    text: () => 'On titanium only where the maker says so and an engineer agrees.',
  },
  {
    id: 'current-skin',
    level: 'warn',
    methods: ['electrolytic'],
    text: () => 'Bright is no proof that the chromium-poor skin is gone, until a coupon cleaned like this was tested.',
  },
  {
    id: 'tool-none',
    level: 'never',
    mends: ['iron-test', 'pickle'],
    methods: TOOLS,
    when: (c) => c.tool === null,
    text: () => 'Pick the tool: its mark is part of the record.',
  },
  {
    id: 'tool-unmarked',
    level: 'never',
    mends: ['iron-test', 'pickle'],
    methods: TOOLS,
    when: (c) => c.tool?.metal === 'unmarked',
    text: (_, s) => `This tool is not marked. Take one marked for ${wantedMark(s)}.`,
  },
  {
    id: 'tool-iron',
    level: 'never',
    mends: ['iron-test', 'pickle'],
    methods: TOOLS,
    when: (c, s) => c.tool?.metal === 'carbon-steel' && wantedMark(s) !== 'carbon-steel',
    text: () => 'This tool is marked for carbon steel: it plants rust. Take one marked for this metal.',
  },
  {
    id: 'tool-other',
    level: 'never',
    mends: ['iron-test', 'pickle'],
    methods: TOOLS,
    when: (c, s) => c.tool !== null && !['unmarked', 'carbon-steel', wantedMark(s)].includes(c.tool.metal),
    text: (c, s) => `This tool is marked for ${c.tool?.metal ?? ''}. Take one marked for ${wantedMark(s)}.`,
  },
  {
    id: 'tool-hot',
    level: 'never',
    mends: ['again', 'pickle'],
    methods: TOOLS,
    when: (c) => (c.metalTemperature ?? 0) > TOOL_MOST[c.method as keyof typeof TOOL_MOST],
    text: (c) =>
      `The metal is ${degrees(c.metalTemperature)}: it still colours and the tool burns on. Let it cool to ${TOOL_MOST[c.method as keyof typeof TOOL_MOST]} °C at the most; the tool maker's limit leads.`,
  },
  {
    id: 'tool-warm',
    level: 'warn',
    methods: TOOLS,
    when: (c) => (c.metalTemperature ?? 0) >= TOUCH_BELOW,
    text: (c) =>
      `The metal is ${degrees(c.metalTemperature)}. Warm metal cleans more easily: the tool maker's limit leads. Hands need it measured, below ${TOUCH_BELOW} °C.`,
  },
  {
    id: 'tool-unmeasured',
    level: 'warn',
    methods: TOOLS,
    when: (c) => c.metalTemperature === null,
    text: () => `Metal not measured: hands need it below ${TOUCH_BELOW} °C.`,
  },
  {
    id: 'tool-wet',
    level: 'never',
    mends: ['again'],
    methods: TOOLS,
    when: (_, s) => s.acidOn,
    text: () => 'Rinse the pickling off to its end point first: no pad and no brush on wet acid.',
  },
  {
    id: 'tool-after',
    level: 'warn',
    methods: TOOLS,
    when: (_, s) => s.passivated,
    text: () => 'This takes the passivation off again: passivate once more after it.',
  },
];

const bath: readonly Row<BathStep>[] = [
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
    text: (b) => `Outside every row of ASTM A967 (${b.percent} %, ${degrees(b.celsius)}): only the sheet and a test stand for it. Say why.`,
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

const rinse: readonly Row<RinseStep>[] = [
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

const testing: readonly Row<TestStep>[] = [
  {
    id: 'test-short',
    level: 'never',
    mends: ['again'],
    // A minute for the hand that ends it.
    when: (t) => t.seconds < testSeconds[t.test] - Math.min(60, 0.1 * testSeconds[t.test]),
    text: (t) => `${testNames[t.test]} takes ${duration(testSeconds[t.test])}; its result was given after ${duration(t.seconds)}.`,
  },
];

const judge = <Step extends object>(rows: readonly Row<Step>[], step: Step, s: Situation): Breach[] => {
  const method = 'method' in step ? (step.method as string) : null;
  const families = s.alloys.map((a) => alloys[a].family);
  return rows
    .filter(
      (r) =>
        (!r.methods || (method !== null && r.methods.includes(method))) &&
        (!r.families || families.some((f) => r.families?.includes(f))) &&
        (!r.closed || !s.insideReachable) &&
        (!r.when || r.when(step, s)),
    )
    .map((r) => ({ id: r.id, level: r.level, text: r.text(step, s), mends: r.mends ?? [] }));
};

/** Every row that speaks of a cleaning on this weld, the worst first. */
export const judgeCleaning = (step: CleaningStep, s: Situation): Breach[] => worstFirst(judge(cleaning, step, s));
export const judgeBath = (step: BathStep, s: Situation): Breach[] => worstFirst(judge(bath, step, s));
export const judgeRinse = (step: RinseStep, s: Situation): Breach[] => worstFirst(judge(rinse, step, s));

/** The result of a test that was done here. */
export const judgeTest = (step: TestStep, s: Situation): Breach[] => worstFirst(judge(testing, step, s));

const order: readonly Level[] = ['never', 'reason', 'warn'];
const worstFirst = (b: Breach[]): Breach[] => [...b].sort((x, y) => order.indexOf(x.level) - order.indexOf(y.level));

/** What of it is a deviation once it was done: what must not be, and what wanted a reason and has none. */
export const deviates = (breaches: readonly Breach[], because: string | null): Breach[] =>
  breaches.filter((b) => b.level === 'never' || (b.level === 'reason' && because === null));

/** The rows themselves, for the tests that hold the whole table. */
export const chemistry = { cleaning, bath, rinse, testing, baths };
