/** What is asked before a product goes on, and when it is rinsed; what speaks against either. */
import { choice, day, flag, number, optional, quantity, ref, when, type TypedForm, type Values } from '../../basics/fields';
import type { AlloyId } from '../../basics/materials';
import {
  conductivityDone,
  judgeCleaning,
  pasteHint,
  pickleHint,
  productSchema,
  rinseDone,
  type Breach,
  type Situation,
} from '../../models/cleaning';
import {
  dwellFor,
  dwellOfOne,
  hydrofluoricMissing,
  offSpeaks,
  type Dwell,
  type DwellRule,
  type Dwelling,
  type Gloves,
} from '../../models/dwell';
import { answerFields, dwellField, phField, reasonOf, stretchField, stretchPicked, type CleanAbout } from '../clean';
import { tankField, tankOf, tankSpeaks } from '../tank';
import { itemsOf, shelfName, type ItemOf, type RegisterItem } from '../registers';
import type { Begun, Current, DwellRinsed } from './body';

type Person = { id: string; name: string };
type Item = ItemOf<'product'>;

const glovesNames: Record<Gloves, string> = {
  neoprene: 'neoprene',
  butyl: 'butyl',
  pvc: 'PVC',
  'nitrile-thin': 'thin nitrile',
  none: 'none',
};
/** What cleans: paste and baths, any gel that holds hydrofluoric acid, whatever its label, and what a pad is wetted with. */
export const dwellMethod = (p: Pick<Item['body'], 'kind' | 'hydrofluoric'>): Begun['method'] | null =>
  p.kind === 'paste' || (p.kind === 'gel' && p.hydrofluoric)
    ? 'paste'
    : p.kind === 'pickle'
      ? 'pickle-bath'
      : p.kind === 'electrolyte'
        ? 'electrolytic'
        : null;

export const currentNames: Record<Current['kind'], string> = { ac: 'alternating', dc: 'direct' };
export const padNames: Record<Current['pad'], string> = { whole: 'whole and wet', worn: 'worn through' };

/** What the tables say of it, minutes; null of what they do not know. */
const hintOf = ({ kind, hydrofluoric }: Item['body'], metal: AlloyId, celsius: number): [number, number] | null =>
  !hydrofluoric ? null : kind === 'pickle' ? pickleHint(metal, celsius) : kind === 'electrolyte' ? null : pasteHint(metal, celsius);

/** The time to go by on this metal, so warm: the sheet leads, its one time next, the tables last and as a hint. */
export function dwellOf({ body, label }: Pick<Item, 'body' | 'label'>, metal: AlloyId, celsius: number): Dwell | { no: string } {
  const { sheet, dwellSeconds } = body;
  if (sheet && (sheet.rows.length > 0 || dwellSeconds === null || (sheet.metals.length > 0 && !sheet.metals.includes(metal))))
    return dwellFor(sheet, metal, celsius, hintOf(body, metal, celsius));
  if (dwellSeconds !== null) return dwellOfOne(dwellSeconds, 'sheet', sheet?.wetWithin ?? null);
  const hint = dwellFor(null, metal, celsius, hintOf(body, metal, celsius));
  return 'no' in hint ? { no: `${label} has no sheet here. ${hint.no}` } : hint;
}

/** @param people who may stand beside */
export function dwellForm(registers: readonly RegisterItem[], people: readonly Person[], about: CleanAbout) {
  const products = itemsOf(registers, 'product').filter((p) => dwellMethod(p.body) !== null);
  const picked = (f: TypedForm) => products.find((p) => p.id === f['product'])?.body;
  const acid = (f: TypedForm) => picked(f)?.hydrofluoric === true;
  const fed = (f: TypedForm) => picked(f)?.kind === 'electrolyte';
  return {
    product: ref('Product and lot', products, (p) => shelfName(p, `${p.label}, lot ${p.body.lot}`)),
    side: choice('Side', { outside: 'outside', inside: 'inside', both: 'inside and outside' }),
    stretch: stretchField(about),
    celsius: quantity('temperature', 'Metal, measured', {
      least: { value: -30, says: 'Colder than any shop. Check the unit.' },
      most: { value: 400, says: 'Hotter than any cleaning. Check the unit.' },
    }),
    tank: when((f) => picked(f)?.kind === 'pickle', tankField(registers)),
    told: optional(dwellField),
    current: when(fed, choice<Current['kind']>('Current', currentNames)),
    amps: when(fed, optional(number('Amps', { least: 0.1, most: 2000, unit: 'A', says: 'As the machine shows it.' }))),
    pad: when(fed, choice<Current['pad']>('Pad', padNames)),
    second: when(
      acid,
      ref('Beside you', people, (p) => p.name),
    ),
    gelUntil: when(acid, optional(day('Gel good until', { hint: 'as it stands on the tube; empty: none here' }))),
    gloves: when(acid, choice<Gloves>('Gauntlets', glovesNames)),
    overSleeve: when(acid, flag('Over the sleeve')),
    wash: when(acid, flag('Running water within reach')),
    faceShield: when(acid, flag('Face shield over goggles')),
    ...answerFields,
  };
}
export type DwellForm = ReturnType<typeof dwellForm>;
type Given = Values<DwellForm>;

/** The metals it goes on, the day of the shop, and who does it. */
export type DwellAbout = { metals: readonly AlloyId[]; today: string; who: string };

/** The time it stays on, by what is typed; null while that is too little. */
export function dwellTyped(v: Partial<Given>, { metals }: DwellAbout): Dwell | { no: string } | null {
  if (v.told != null) return dwellOfOne(v.told, 'told', v.product?.body.sheet?.wetWithin ?? null);
  const { product, celsius } = v;
  if (!product || celsius === undefined) return null;
  // On two metals at once the slower says from when, the quicker until when; neither where one of them has no time.
  return metals.map((m) => dwellOf(product, m, celsius)).reduce((a, b) => ('no' in a ? a : 'no' in b ? b : together(a, b)));
}

const together = (a: Dwell, b: Dwell): Dwell | { no: string } => {
  const [least, most] = [Math.max(a.least, b.least), Math.min(a.most, b.most)];
  return least <= most
    ? { ...a, least, most }
    : { no: 'What one of these metals needs is too long for the other: each end apart, masked, or another product.' };
};

const readyOf = (v: Partial<Given>): Begun['ready'] =>
  v.product?.body.hydrofluoric
    ? {
        second: v.second?.name ?? '',
        gelUntil: v.gelUntil ?? null,
        wash: v.wash ?? false,
        gloves: v.gloves ?? 'none',
        overSleeve: v.overSleeve ?? false,
        faceShield: v.faceShield ?? false,
      }
    : null;

/** What speaks against putting it on; of hydrofluoric acid what is missing of that which is asked every time. */
export function dwellSpeaks(v: Partial<Given>, s: Situation, about: DwellAbout): Breach[] {
  if (!v.product || v.celsius === undefined) return [];
  const { product, side = 'outside', celsius } = v;
  const method = dwellMethod(product.body) ?? 'paste';
  const time = dwellTyped(v, about);
  const ready = readyOf(v);
  return [
    ...judgeCleaning({ method, side, metalTemperature: celsius, tool: null, product: product.body, rinse: undefined }, s),
    ...(product.over ? [reason('product-over', `${product.label} is past its day: the maker says no more what it does.`)] : []),
    ...(time && 'no' in time ? [never('dwell-none', time.no)] : []),
    ...padSpeaks(v.pad),
    ...tankSpeaks(tankOf(v.tank, 'pickle')),
    ...(v.told != null ? [reason('dwell-told', 'This time stands on no sheet: say who gave it.')] : []),
    ...missing(ready, about.today, about.who),
  ];
}
/** Metal that shows through a pad burns a pit where it touches: common practice, no source. */
const padSpeaks = (pad: Current['pad'] | null | undefined): Breach[] =>
  pad === 'worn' ? [never('pad-worn', 'The pad is worn through: bare metal arcs and burns pits into the face. Put a new one on.')] : [];
const never = (id: string, text: string, mends: Breach['mends'] = ['again']): Breach => ({ id, level: 'never', text, mends });
const reason = (id: string, text: string): Breach => ({ id, level: 'reason', text, mends: ['again'] });
const missing = (ready: Begun['ready'], today: string, who: string): Breach[] => {
  const all = ready === null ? [] : hydrofluoricMissing(ready, today, who);
  return all.length ? [never('hydrofluoric', `Hydrofluoric acid. ${all.join(' ')}`, [])] : [];
};

/** The same of what was put on, for the record. @param today of the shop when it was put on */
export const begunSpeaks = (b: Begun, s: Situation, today: string): Breach[] => [
  ...judgeCleaning(
    { method: b.method, side: b.side, metalTemperature: b.celsius, tool: null, product: b.product.product, rinse: undefined },
    s,
  ),
  ...padSpeaks(b.current?.pad),
  ...tankSpeaks(b.tank),
  ...(b.from === 'told' ? [reason('dwell-told', 'This time stands on no sheet.')] : []),
  ...missing(b.ready, today, ''),
];

/** The form as the event says it; null where there is no time to go by: none is made up. */
export function dwellSaid(v: Given, s: Situation, about: DwellAbout, on: CleanAbout): Begun | null {
  const dwell = dwellTyped(v, about);
  if (!dwell || 'no' in dwell) return null;
  return {
    side: v.side,
    where: stretchPicked(v.stretch, on),
    method: dwellMethod(v.product.body) ?? 'paste',
    product: { id: v.product.id, label: v.product.label, product: productSchema.parse(v.product.body) },
    celsius: v.celsius,
    ...dwell,
    ready: readyOf(v),
    current: v.current != null && v.pad != null ? { kind: v.current, amps: v.amps ?? null, pad: v.pad } : null,
    tank: tankOf(v.tank, 'pickle'),
    because: reasonOf(dwellSpeaks(v, s, about), v),
  };
}

const NOT_NEUTRALISED = { id: 'none', label: 'not neutralised' };
const micro = (label: string) => optional(number(label, { most: 200_000, unit: 'µS/cm', says: 'Type µS/cm, such as 120.' }));

export function dwellRinseForm(registers: readonly RegisterItem[]) {
  const neutralisers = itemsOf(registers, 'product').filter((p) => p.body.kind === 'neutraliser');
  return {
    neutraliser: ref<Item | typeof NOT_NEUTRALISED>('Neutralised with', [NOT_NEUTRALISED, ...neutralisers], (p) =>
      'body' in p ? shelfName(p, `${p.label}, lot ${p.body.lot}`) : p.label,
    ),
    feed: phField('pH of the feed water'),
    runoff: phField('pH of the runoff'),
    feedMicro: micro('Feed conducts'),
    runoffMicro: micro('Runoff conducts'),
    chloride: optional(quantity('dissolved', 'Chloride in the rinse', { most: 100_000 })),
    dried: flag('Dried'),
    remains: choice('Looked again: tint left?', { no: 'none left', yes: 'tint remains' }, { empty: 'Look, then pick' }),
    ...answerFields,
  };
}
type RinseGiven = Values<ReturnType<typeof dwellRinseForm>>;

type Measured = Pick<DwellRinsed, 'feedPh' | 'runoffPh' | 'feedMicro' | 'runoffMicro' | 'chloridePpm' | 'dried'>;
/** What speaks against a rinse as measured, and against how long it was on before it. */
export function rinsedSpeaks(m: Measured, on: Dwelling, dwell: DwellRule): Breach[] {
  const end = [
    ...rinseDone(m.feedPh, m.runoffPh, m.chloridePpm),
    ...(m.feedMicro !== null && m.runoffMicro !== null ? [conductivityDone(m.feedMicro, m.runoffMicro) ?? []].flat() : []),
  ];
  return [
    ...(end.length ? [never('dwell-rinse', end.join(' '))] : []),
    ...offSpeaks(on, dwell).map((text) => reason('dwell-time', text)),
    ...(m.dried
      ? []
      : [{ id: 'dwell-wet', level: 'warn' as const, text: 'Dry it: water that stands leaves its salts behind.', mends: [] }]),
  ];
}
const measuredOf = (v: Partial<RinseGiven>): Measured | null =>
  v.feed === undefined || v.runoff === undefined
    ? null
    : {
        ...{ feedPh: v.feed, runoffPh: v.runoff, feedMicro: v.feedMicro ?? null, runoffMicro: v.runoffMicro ?? null },
        ...{ chloridePpm: v.chloride ?? null, dried: v.dried ?? false },
      };
export function dwellRinseSpeaks(v: Partial<RinseGiven>, on: Dwelling, dwell: DwellRule): Breach[] {
  const m = measuredOf(v);
  return m ? rinsedSpeaks(m, on, dwell) : [];
}
export const dwellRinseSaid = (v: RinseGiven, id: string, on: Dwelling, dwell: DwellRule): DwellRinsed => ({
  dwell: id,
  neutraliser:
    'body' in v.neutraliser ? { id: v.neutraliser.id, label: v.neutraliser.label, product: productSchema.parse(v.neutraliser.body) } : null,
  ...(measuredOf(v) as Measured),
  tintRemains: v.remains === 'yes',
  because: reasonOf(dwellRinseSpeaks(v, on, dwell), v),
});
