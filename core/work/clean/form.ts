/** What a cleaning asks, by its method; and how a form answers what the table says against a step. */
import {
  choice,
  flag,
  like,
  number,
  optional,
  quantity,
  ref,
  when,
  words,
  within,
  type Across,
  type Typed,
  type TypedForm,
  type Values,
} from '../../basics/fields';
import { WHOLE, arcText, type Arc, type Seam } from '../../basics/seam';
import type { System } from '../../basics/units';
import {
  cleanMethodNames,
  debrisNames,
  isTurned,
  judgeCleaning,
  printNames,
  productSchema,
  toolSchema,
  type Breach,
  type CleanMethod,
  type Debris,
  type Print,
  type Situation,
  type Spindle,
} from '../../models/cleaning';
import { itemsOf, shelfName, type ItemOf, type RegisterItem } from '../registers';
import type { Cleaned } from './body';

const DAY = { value: 86_400, says: 'More than a day. Check the unit.' };
/** How long something is left on. */
export const dwellField = quantity('time', 'Dwell', { bare: 'min', most: DAY });
export const phField = (label: string) => number(label, { most: 14, says: 'pH is from 0 to 14.' });
const metal = quantity('temperature', 'Metal, measured', {
  least: { value: -30, says: 'Colder than any shop. Check the unit.' },
  most: { value: 400, says: 'Hotter than any cleaning. Check the unit.' },
});
/** The event takes hotter metal than the form does: what was done is taken, and the table speaks against it. */
const believed = like(metal, { most: { value: 1500, says: 'Hotter than molten steel.' } });
export const cleanWithin = { metalTemperature: within(believed), dwell: within(dwellField) };

/** Two fields of every form that the table judges: it was done all the same, and why. */
export const answerFields = { done: flag('It was done all the same: record it as a deviation'), because: words('Why') };
type Answers = { done?: boolean; because?: string };

/** What hinders recording just now: something that must not be and was not done, or a reason that is missing. */
export function unanswered(breaches: readonly Breach[], { done, because = '' }: Answers): string | null {
  if (breaches.some((b) => b.level === 'never') && !done)
    return 'Do not do it like this. If it was done all the same, tick that: the record keeps it as a deviation.';
  return breaches.some((b) => b.level !== 'warn') && because.length < 3 ? 'Say why in a few words: the record keeps it.' : null;
}
/** The reason, where the table wants one. */
export const reasonOf = (breaches: readonly Breach[], { because = '' }: Answers): string | null =>
  breaches.some((b) => b.level !== 'warn') && because !== '' ? because : null;

const { none: _, ...methods } = cleanMethodNames;
export type DoneMethod = keyof typeof methods;
const takesTool = (m: Typed | undefined) => m === 'brush' || m === 'abrasive';
const takesProduct = (m: Typed | undefined) => typeof m === 'string' && m !== '' && m !== 'none' && !takesTool(m);
export const pickles = (m: Typed | undefined) => m === 'paste' || m === 'pickle-bath';
const withTool = (f: TypedForm) => takesTool(f['method']);
const withProduct = (f: TypedForm) => takesProduct(f['method']);
const pickling = (f: TypedForm) => pickles(f['method']);

const roughness = (label: string) =>
  optional(quantity('roughness', label, { most: { value: 5e-5, says: 'Rougher than any face here. Check the unit.' }, zero: false }));
const wall = (label: string, hint?: string) =>
  optional(
    quantity('length', label, {
      ...{ most: { value: 0.1, says: 'Thicker than any tube here. Check the unit.' }, zero: false },
      ...(hint !== undefined && { hint }),
    }),
  );

/** What of the weld a cleaning form goes by. */
export type CleanAbout = {
  seam: Seam;
  system: System;
  /** stretches that are not bright, as they were seen */
  stretches: readonly Arc[];
  /** least wall, m, as it was said with a cleaning before; null where nobody said it */
  least: number | null;
};
const WHOLE_OF_IT = 'all';
const keyOf = (a: Arc): string => `${a.from}-${a.to}`;
/** Which stretch: all of it, or one that was seen. */
export const stretchField = ({ seam, system, stretches }: CleanAbout) => {
  const parts = stretches.map((a) => [keyOf(a), arcText(a, seam, system)]);
  return choice('Stretch', { [WHOLE_OF_IT]: arcText(WHOLE, seam, system), ...(Object.fromEntries(parts) as Record<string, string>) });
};
/** The stretch that was picked; null: all of it. */
export const stretchPicked = (key: string, { stretches }: CleanAbout): Arc | null => stretches.find((a) => keyOf(a) === key) ?? null;

export function cleanForm(registers: readonly RegisterItem[], about: CleanAbout) {
  const { least } = about;
  const tools = itemsOf(registers, 'tool');
  const toolName = (x: ItemOf<'tool'>) => `${x.label}, ${x.body.metal}${x.body.grit ? `, grit ${x.body.grit}` : ''}`;
  const turned = (f: TypedForm) => withTool(f) && isTurned(tools.find((t) => t.id === f['tool'])?.body.kind);
  return {
    method: choice<DoneMethod>('Method', methods),
    side: choice('Side', { both: 'inside and outside', inside: 'inside', outside: 'outside' }),
    stretch: stretchField(about),
    temperature: optional(metal),
    tool: when(withTool, ref('Tool and its mark', tools, toolName)),
    rpm: when(turned, number('Machine, turns a minute', { least: 1, most: 100_000, whole: true, says: 'As it stands on the machine.' })),
    arbor: when(turned, choice<Spindle['arbor']>('Arbor', { maker: 'the one it was made for', improvised: 'improvised' }, { empty: null })),
    print: when((f) => f['method'] === 'abrasive', optional(choice<Print>('Heat number and marks', printNames, { empty: '' }))),
    product: when(
      withProduct,
      ref('Product and lot', itemsOf(registers, 'product'), (x) => shelfName(x, `${x.label}, lot ${x.body.lot}`)),
    ),
    dwell: when(withProduct, optional(dwellField)),
    feed: when(pickling, optional(phField('Rinse, pH of the feed'))),
    runoff: when(pickling, optional(phField('Rinse, pH of the runoff'))),
    debris: when(
      (f) => withTool(f) && f['side'] !== 'outside',
      optional(choice<Debris>('Debris out of the inside', debrisNames, { empty: '' })),
    ),
    raBefore: roughness('Ra before'),
    raAfter: roughness('Ra after'),
    wallBefore: wall('Wall before'),
    wallAfter: wall('Wall after'),
    leastWall: when((f) => f['wallAfter'] !== '', wall('Least wall', least === null ? 'by the drawing or code' : undefined)),
    remains: choice('Looked again: tint left?', { no: 'none left', yes: 'tint remains' }, { empty: 'Look, then pick' }),
    ...answerFields,
  };
}
export type CleanForm = ReturnType<typeof cleanForm>;
type Given = Values<CleanForm>;

/** What stands in a fresh form. */
export const cleanKnown = ({ least }: CleanAbout): Partial<Given> => ({ stretch: WHOLE_OF_IT, leastWall: least });

/** The stretch as the field has it. */
export const stretchOf = (a: Arc, { stretches }: CleanAbout): string =>
  stretches.some((s) => keyOf(s) === keyOf(a)) ? keyOf(a) : WHOLE_OF_IT;

/** pH of feed and runoff; null when either was not measured. */
const rinseOf = ({ feed, runoff }: Partial<Given>) => (feed == null || runoff == null ? null : { feedPh: feed, runoffPh: runoff });
const raOf = ({ raBefore, raAfter }: Partial<Given>) =>
  raBefore == null && raAfter == null ? null : { before: raBefore ?? null, after: raAfter ?? null };
const wallOf = ({ wallBefore, wallAfter, leastWall }: Partial<Given>) =>
  wallAfter == null ? null : { before: wallBefore ?? null, after: wallAfter, least: leastWall ?? null };
const spindleOf = ({ tool, rpm, arbor }: Partial<Given>): Spindle | null =>
  tool && isTurned(tool.body.kind) && rpm != null ? { rpm, arbor: arbor ?? 'maker' } : null;

/** What was measured and asked beside the step itself. */
const besideOf = (v: Partial<Given>) => ({
  spindle: spindleOf(v),
  print: v.method === 'abrasive' ? (v.print ?? null) : undefined,
  ra: raOf(v),
  wall: wallOf(v),
  debris: takesTool(v.method) && v.side !== 'outside' ? (v.debris ?? null) : undefined,
});

const stepOf = (v: Partial<Given> & { method: CleanMethod }) => ({
  method: v.method,
  side: v.side ?? ('both' as const),
  metalTemperature: v.temperature ?? null,
  tool: v.tool ? toolSchema.parse(v.tool.body) : null,
  touched: v.tool?.past?.families ?? [],
  product: v.product?.body ?? null,
  rinse: pickles(v.method) ? rinseOf(v) : undefined,
  done: v.remains === 'no',
  ...besideOf(v),
});

/** What the table says of what is in the form; a field still empty is no fault yet. */
export function cleanSpeaks(v: Partial<Given>, s: Situation): Breach[] {
  const { method } = v;
  if (method === undefined) return [];
  if (takesTool(method) ? !v.tool : !v.product && v.temperature == null) return [];
  const still = new Set([
    ...(v.tool ? [] : ['tool-none']),
    ...(v.product ? [] : ['product-none']),
    ...(isTurned(v.tool?.body.kind) && v.rpm == null ? ['tool-spin'] : []),
  ]);
  return judgeCleaning(stepOf({ ...v, method }), s).filter((b) => !still.has(b.id));
}

/** The form as the event says it. */
export const cleanSaid = (v: Given, s: Situation, about: CleanAbout): Omit<Cleaned, 'touched'> => ({
  method: v.method,
  side: v.side,
  where: stretchPicked(v.stretch, about),
  metalTemperature: v.temperature,
  tool: v.tool && { id: v.tool.id, label: v.tool.label, tool: toolSchema.parse(v.tool.body) },
  product: v.product && { id: v.product.id, label: v.product.label, product: productSchema.parse(v.product.body) },
  dwell: v.dwell,
  rinse: pickles(v.method) ? rinseOf(v) : null,
  because: reasonOf(cleanSpeaks(v, s), v),
  tintRemains: v.remains === 'yes',
  ...besideOf(v),
});

/** The wall has not grown, whatever was measured. */
export const cleanAcross: readonly Across<CleanForm>[] = [
  {
    of: ['wallBefore', 'wallAfter'],
    at: 'wallAfter',
    says: ({ wallBefore, wallAfter }) =>
      wallBefore !== null && wallAfter !== null && wallAfter > wallBefore + 2e-5
        ? 'The wall has not grown: look which reading is which.'
        : null,
  },
];
