/** Rows of cleaning: which method, product and tool go on which metal, where, how warm, after what. */
import { degrees, type Row } from './row';
import { rinseDone } from './tables';
import { belongsTo, spinRefusals, touchRefusal, wantedMark } from './tools';
import { cleanMethodNames, PASTE_RANGE, TOUCH_BELOW, type BathStep, type CleaningStep } from './steps';

const ACID = ['paste', 'pickle-bath'] as const;
const TOOLS = ['brush', 'abrasive'] as const;
const CURRENT = ['electrolytic', 'electropolish'] as const;

/** Hotter than this a tool smears or burns on, °C: judgement where the maker says nothing. */
const TOOL_MOST = { abrasive: 120, brush: 250 } as const;
/** The hottest metal pickling paste goes on, °C: the product's own sheet leads. */
const pasteMost = ({ product }: CleaningStep): number => Math.min(TOUCH_BELOW, product?.mostCelsius ?? PASTE_RANGE[1]);

const mm = (m: number): string => `${Number((1000 * m).toPrecision(3))} mm`;
const um = (m: number): string => `${Number((1e6 * m).toPrecision(3))} µm`;

/** Has it touched what its mark does not say? */
const past = (c: CleaningStep): boolean => c.tool !== null && belongsTo(c.tool.metal, c.touched ?? []) !== c.tool.metal;
/** Why it must not be turned as it was; nothing where nobody was asked. */
const spins = ({ tool, spindle }: CleaningStep): string[] =>
  tool === null || spindle === undefined
    ? []
    : spinRefusals({ label: 'this tool', kind: tool.kind, ratedRpm: tool.ratedRpm }, spindle ?? { rpm: null, arbor: 'maker' });

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

export const cleaning: readonly Row<CleaningStep>[] = [
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
    when: (c) => c.tool?.metal === 'unmarked' && !past(c),
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
    id: 'tool-past',
    level: 'never',
    mends: ['iron-test', 'pickle'],
    methods: TOOLS,
    when: (c, s) => past(c) && c.tool !== null && belongsTo(c.tool.metal, c.touched ?? []) !== wantedMark(s),
    text: (c, s) => touchRefusal('This tool', c.tool?.metal ?? 'unmarked', c.touched ?? [], s.alloys) ?? '',
  },
  {
    id: 'tool-other',
    level: 'never',
    mends: ['iron-test', 'pickle'],
    methods: TOOLS,
    when: (c, s) => c.tool !== null && !past(c) && !['unmarked', 'carbon-steel', wantedMark(s)].includes(c.tool.metal),
    text: (c, s) => `This tool is marked for ${c.tool?.metal ?? ''}. Take one marked for ${wantedMark(s)}.`,
  },
  {
    id: 'tool-spin',
    level: 'never',
    mends: ['again'],
    methods: TOOLS,
    when: (c) => spins(c).length > 0,
    text: (c) => spins(c).join(' '),
  },
  {
    id: 'wall-thin',
    level: 'never',
    when: (c) => c.wall?.least != null && c.wall.after < c.wall.least,
    text: (c) =>
      `The wall is ${mm(c.wall?.after ?? 0)}, the least is ${mm(c.wall?.least ?? 0)}: nothing more is taken off. An engineer decides.`,
  },
  {
    id: 'debris-in',
    level: 'reason',
    mends: ['again'],
    methods: TOOLS,
    when: (c) => c.side !== 'outside' && c.debris === 'not',
    text: () => 'What came off is still inside: flush or wipe it out, and prove it.',
  },
  {
    id: 'print-lost',
    level: 'reason',
    methods: ['abrasive'],
    when: (c) => c.print === 'lost',
    text: () => 'The heat number went with the disc: say how the heat is known now.',
  },
  {
    id: 'finish-rough',
    level: 'reason',
    mends: ['again'],
    when: (c, s) => c.done === true && s.finish != null && c.ra?.after != null && c.ra.after > s.finish * (1 + 1e-9),
    text: (c, s) => `Ra ${um(c.ra?.after ?? 0)} is left, ${um(s.finish ?? 0)} is wanted at most: blend on with a finer one.`,
  },
  {
    id: 'print-unsaid',
    level: 'warn',
    methods: ['abrasive'],
    when: (c) => c.print === null,
    text: () => 'Copy or photograph heat numbers and marks before the first disc: it takes them off.',
  },
  {
    id: 'debris-unsaid',
    level: 'warn',
    methods: TOOLS,
    when: (c) => c.side !== 'outside' && c.debris === null,
    text: () => 'Say how it was proved that nothing stayed inside.',
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
