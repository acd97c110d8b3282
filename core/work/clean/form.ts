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
  type Typed,
  type TypedForm,
  type Values,
} from '../../basics/fields';
import { cleanMethodNames, judgeCleaning, toolSchema, type Breach, type CleanMethod, type Situation } from '../../models/cleaning';
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
    return 'Do not do it like this. If it was done all the same, say so below: the record keeps it as a deviation.';
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

export function cleanForm(registers: readonly RegisterItem[]) {
  const tool = (x: ItemOf<'tool'>) => `${x.label}, ${x.body.metal}${x.body.grit ? `, grit ${x.body.grit}` : ''}`;
  return {
    method: choice<DoneMethod>('Method', methods),
    side: choice('Side', { both: 'inside and outside', inside: 'inside', outside: 'outside' }),
    temperature: optional(metal),
    tool: when(withTool, ref('Tool and its mark', itemsOf(registers, 'tool'), tool)),
    product: when(
      withProduct,
      ref('Product and lot', itemsOf(registers, 'product'), (x) => shelfName(x, `${x.label}, lot ${x.body.lot}`)),
    ),
    dwell: when(withProduct, optional(dwellField)),
    feed: when(pickling, optional(phField('Rinse, pH of the feed'))),
    runoff: when(pickling, optional(phField('Rinse, pH of the runoff'))),
    remains: choice('Looked again: tint left?', { no: 'none left', yes: 'tint remains' }, { empty: 'Look, then pick' }),
    ...answerFields,
  };
}
export type CleanForm = ReturnType<typeof cleanForm>;
type Given = Values<CleanForm>;

/** pH of feed and runoff; null when either was not measured. */
const rinseOf = ({ feed, runoff }: Partial<Given>) => (feed == null || runoff == null ? null : { feedPh: feed, runoffPh: runoff });

const stepOf = (v: Partial<Given> & { method: CleanMethod }) => ({
  method: v.method,
  side: v.side ?? ('both' as const),
  metalTemperature: v.temperature ?? null,
  tool: v.tool?.body ?? null,
  product: v.product?.body ?? null,
  rinse: pickles(v.method) ? rinseOf(v) : undefined,
});

/** What the table says of what is in the form; a field still empty is no fault yet. */
export function cleanSpeaks(v: Partial<Given>, s: Situation): Breach[] {
  const { method } = v;
  if (method === undefined) return [];
  if (takesTool(method) ? !v.tool : !v.product && v.temperature == null) return [];
  const still = new Set([...(v.tool ? [] : ['tool-none']), ...(v.product ? [] : ['product-none'])]);
  return judgeCleaning(stepOf({ ...v, method }), s).filter((b) => !still.has(b.id));
}

/** The form as the event says it. */
export const cleanSaid = (v: Given, s: Situation): Cleaned => ({
  method: v.method,
  side: v.side,
  metalTemperature: v.temperature,
  tool: v.tool && { id: v.tool.id, label: v.tool.label, tool: toolSchema.parse(v.tool.body) },
  product: v.product && { id: v.product.id, label: v.product.label, product: v.product.body },
  dwell: v.dwell,
  rinse: pickles(v.method) ? rinseOf(v) : null,
  because: reasonOf(cleanSpeaks(v, s), v),
  tintRemains: v.remains === 'yes',
});
