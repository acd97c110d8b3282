/** What each register asks of a new item, and the item that comes of it. */
import {
  choice,
  day,
  flag,
  number,
  optional,
  quantity,
  several,
  spanExample,
  spanOf,
  when,
  words,
  type Field,
  type Span,
  type Table,
  type TypedForm,
  type Values,
} from '../../basics/fields';
import { containers, gasNames, meterNames, type Gas, type Meter } from '../../basics/gases';
import { alloys, alloySchema, type AlloyId } from '../../basics/materials';
import type { System } from '../../basics/units';
import { isTurned, toolKinds, type Product, type Tool, type ToolKind } from '../../models/cleaning';
import { backingNames } from '../../models/need';
import { processNames } from '../../models/passes';
import { cups } from '../../models/shield';
import { positionNames, rowIds, rowLabel, spanRows, usuallyEssential, type RowId, type SpanId } from '../../models/wps';
import type { ItemOf, NewRegisterItem, RegisterItem } from './items';
import { goodUntilNames } from './standing';

type Kind = NewRegisterItem['kind'];
/** A form, what stands in it from the start, the body that is made of it, and how a body stands in it. */
type Entry<K extends Kind, T extends Table> = {
  fields: T;
  known: Partial<Values<T>>;
  make: (v: Values<T>) => unknown;
  of: (body: ItemOf<K>['body']) => Partial<Values<T>>;
};
const entry = <K extends Kind, T extends Table>(
  _kind: K,
  fields: T,
  known: Partial<Values<T>>,
  make: (v: Values<T>) => unknown,
  of: (body: ItemOf<K>['body']) => Partial<Values<T>>,
): Entry<K, T> => ({ fields, known, make, of });

const asMarked = (label: string) => words(label, { least: 1, most: 80, says: 'Enter it as marked.' });
const alloyNames = Object.fromEntries(alloySchema.options.map((a) => [a, alloys[a].name])) as Record<AlloyId, string>;
const lot = words('Lot', { least: 1, most: 40, says: 'Enter the lot.' });
const station = words('Bay or station', { most: 40 });
const gas = choice<Gas>('Gas', gasNames, { empty: null });

const heat = entry(
  'heat',
  {
    label: asMarked('Number'),
    alloy: choice('Alloy', alloyNames, { empty: null }),
    what: choice('What', ['tube', 'fitting', 'filler', 'flux'], { empty: null }),
    filler: words('Class, of a filler', { most: 20, hint: 'such as ER309L; empty: that of its alloy' }),
    sulphur: optional(
      number('Sulphur, %', { most: 1, unit: '%', says: 'A share such as 0.009.', hint: 'from the certificate, such as 0.009' }),
    ),
  },
  { alloy: '316L' },
  ({ alloy, what, filler, sulphur }) => ({ alloy, what, sulphur, filler: filler || null }),
  ({ filler, ...b }) => ({ ...b, filler: filler ?? '' }),
);

/** A range the WPS gives, as it is typed: "40 to 75 A", "to 1.5 kJ/mm". Empty: it does not say. */
const wpsSpans = (system: System) =>
  Object.fromEntries(
    Object.entries(spanRows).map(([id, { label, of }]) => [id, spanOf(of, label, { hint: `such as ${spanExample(of, system)}` })]),
  ) as Record<SpanId, Field<Span | null>>;
const spanIds = Object.keys(spanRows) as SpanId[];
const essentialNames = Object.fromEntries(rowIds.map((id) => [id, rowLabel(id)])) as Record<RowId, string>;
const apart = (typed: string): string[] =>
  typed
    .split(/[,;]/)
    .map((s) => s.trim())
    .filter(Boolean);
const wps = (system: System) =>
  entry(
    'wps',
    {
      label: asMarked('Number'),
      revision: words('Revision', { least: 1, most: 12, says: 'Enter the revision.' }),
      ...wpsSpans(system),
      filler: words('Filler classes', { most: 120, hint: 'such as ER316L, none' }),
      about: words('For', { most: 120 }),
      metals: several('Base metals it is for; none: it does not say', alloyNames),
      process: several('Processes; none: it does not say', processNames),
      position: several('Positions; none: it does not say', positionNames),
      gas: several('Torch gas; none: it does not say', gasNames),
      backing: several('Inside; none: it does not say', backingNames),
      essential: several('Essential: outside, a named person decides', essentialNames),
    },
    { essential: [...usuallyEssential] },
    ({ revision, about, metals, essential, filler, process, position, gas: gases, backing, ...spans }) => {
      const { amps } = spans;
      const lists = { process, position, gas: gases, backing, filler: apart(filler) };
      const said = spanIds.map((id): [string, Span | null] => [id, spans[id]]).filter(([, s]) => s !== null);
      const given: [string, unknown][] = [...said, ...Object.entries(lists).filter(([, l]) => l.length > 0)];
      return {
        ...{ revision, about, metals, essential, limits: Object.fromEntries(given) as Record<string, unknown> },
        amps: amps?.low != null && amps.high !== null ? [amps.low, amps.high] : null,
      };
    },
    ({ revision, about, metals, amps, limits = {}, essential }) => ({
      ...(Object.fromEntries(spanIds.map((id) => [id, limits[id] ?? null])) as Record<SpanId, Span | null>),
      ...{ revision, about, metals: metals ?? [], essential: essential ?? [...usuallyEssential] },
      ...{ process: limits.process ?? [], position: limits.position ?? [], gas: limits.gas ?? [], backing: limits.backing ?? [] },
      filler: (limits.filler ?? []).join(', '),
      ...(amps && { amps: { low: amps[0], high: amps[1] } }),
    }),
  );

const frost = (system: System) =>
  optional(
    quantity('temperature', 'Its dew point', {
      least: { value: -100, says: 'Drier than any gas that is sold. Check the unit.' },
      most: { value: 20, says: 'Wetter than any gas that is sold. Check the unit.' },
      hint: system === 'inch' ? 'such as -76 °F' : 'such as -60 °C',
    }),
  );
const gasLot = (system: System) =>
  entry(
    'gas',
    {
      label: asMarked('Number'),
      gas,
      lot,
      grade: words('Grade', { most: 20 }),
      supply: number('Oxygen in it, ppm', { most: 5000, unit: 'ppm', says: 'Type ppm from the certificate, such as 3.' }),
      certificate: words('Certificate', { most: 60 }),
      frost: frost(system),
      use: choice('For', ['both', 'purge', 'torch'], { empty: null }),
    },
    { grade: '5.0' },
    ({ supply, frost: frostPoint, ...v }) => ({ ...pick(v, 'gas', 'lot', 'grade', 'use', 'certificate'), supplyPpm: supply, frostPoint }),
    ({ supplyPpm, frostPoint, ...b }) => ({ ...b, supply: supplyPpm, frost: frostPoint }),
  );

/** How worn a tool is. */
export const wearNames = { new: 'as new', used: 'used', worn: 'worn' } as const;
const turned = (f: TypedForm) => isTurned((f['kind'] || null) as ToolKind | null);
const tool = entry(
  'tool',
  {
    label: asMarked('Name'),
    what: words('What it is', { most: 80 }),
    kind: optional(choice<ToolKind>('Kind', toolKinds, { empty: '' })),
    metal: choice<Tool['metal']>('Marked for', ['stainless', 'titanium', 'carbon-steel', 'aluminium', 'unmarked'], { empty: null }),
    grit: optional(number('Grit, if any', { least: 1, whole: true, says: 'A whole number, such as 120.' })),
    bore: optional(quantity('length', 'Narrowest bore it goes into', { most: 2, zero: false, hint: 'empty: it is used outside only' })),
    ra: optional(quantity('roughness', 'Ra it leaves, measured', { most: 5e-5, zero: false, hint: 'empty: by the chart of its grit' })),
    takes: optional(quantity('roughness', 'Metal it takes in a pass', { most: 1e-3, hint: 'where somebody measured it' })),
    rpm: when(
      turned,
      optional(number('Rated speed, turns a minute', { least: 1, most: 100_000, whole: true, says: 'As it stands on it.' })),
    ),
    wear: optional(choice<NonNullable<ItemOf<'tool'>['body']['wear']>>('Wear', wearNames, { empty: '' })),
    lies: words('Where it lies', { most: 60 }),
  },
  {},
  ({ rpm, ...b }) => ({ ...pick(b, 'what', 'metal', 'grit', 'kind', 'ra', 'takes', 'bore', 'wear', 'lies'), ratedRpm: rpm ?? null }),
  ({ ratedRpm, ...b }) => ({ ...b, rpm: ratedRpm }),
);

const sheeted = (f: TypedForm) => typeof f['sheet'] === 'string' && f['sheet'].trim() !== '';
const rowIdsOf = [1, 2, 3] as const;
type SheetRowId = `${'metal' | 'stays'}${(typeof rowIdsOf)[number]}`;
type Rows = Record<SheetRowId, Span | null>;
/** Rows of a sheet as they are typed: on metal so warm it stays so long. */
const sheetRows = (system: System) =>
  Object.fromEntries(
    rowIdsOf.flatMap((n) => [
      [`metal${n}`, when(sheeted, spanOf('temperature', `Row ${n}: metal`, { hint: system === 'inch' ? '50 to 68 °F' : '10 to 20 °C' }))],
      [`stays${n}`, when(sheeted, spanOf('time', `Row ${n}: stays on`, { hint: '60 to 90 min', most: 86_400 }))],
    ]),
  ) as Record<SheetRowId, Field<Span | null>>;
/** A row counts when both of it are there; an end that is not typed is the other. */
const rowsMade = (rows: Rows) =>
  rowIdsOf.flatMap((n) => {
    const [metal, stays] = [rows[`metal${n}`], rows[`stays${n}`]];
    if (!metal || !stays) return [];
    const [low, least] = [metal.low ?? metal.high ?? 0, stays.low ?? stays.high ?? 0];
    return [{ celsius: [low, metal.high ?? low], least, most: stays.high ?? least }];
  });
type SheetRows = NonNullable<ItemOf<'product'>['body']['sheet']>['rows'];
const rowsKnown = (rows: SheetRows): Partial<Rows> =>
  Object.fromEntries(
    rowIdsOf.flatMap((n) => {
      const r = rows[n - 1];
      return [
        [`metal${n}`, r ? { low: r.celsius[0], high: r.celsius[1] } : null],
        [`stays${n}`, r ? { low: r.least, high: r.most } : null],
      ];
    }),
  );

const product = (system: System) =>
  entry(
    'product',
    {
      label: asMarked('Name'),
      kind: choice<Product['kind']>('Kind', ['paste', 'gel', 'pickle', 'nitric', 'citric', 'neutraliser', 'electrolyte'], { empty: null }),
      lot,
      dwell: optional(quantity('time', 'Dwell by its sheet', { bare: 'min', zero: false, hint: 'such as 20 min' })),
      hottest: optional(
        quantity('temperature', 'Hottest metal by its sheet', {
          least: { value: 0, says: 'Colder than ice. Check the unit.' },
          most: { value: 60, says: 'No sheet allows it so hot. Check the unit.' },
          hint: `such as ${system === 'inch' ? '95 °F' : '35 °C'}; empty: the guides`,
        }),
      ),
      hydrofluoric: flag('Holds hydrofluoric acid'),
      contents: words('What is in it', { most: 120, hint: 'as on its label' }),
      sheet: words('Its sheet, with revision', { most: 80, hint: 'empty: nobody has it' }),
      ...sheetRows(system),
      wet: when(sheeted, optional(quantity('time', 'Wet again within', { bare: 'min', zero: false, hint: 'where the sheet says so' }))),
      metals: several('Metals of its sheet; none: it does not say', alloyNames),
    },
    { kind: 'citric' },
    ({ kind, lot: number_, dwell, hottest, hydrofluoric, contents, sheet, wet, metals, ...rows }) => ({
      ...{ kind, lot: number_, dwellSeconds: dwell, hydrofluoric, mostCelsius: hottest, contents },
      sheet: sheet === '' ? null : { name: sheet, metals, rows: rowsMade(rows), wetWithin: wet },
    }),
    ({ kind, lot: number_, dwellSeconds, hydrofluoric, mostCelsius, contents, sheet }) => ({
      ...{ kind, lot: number_, dwell: dwellSeconds, hottest: mostCelsius, hydrofluoric, contents },
      ...{ sheet: sheet?.name ?? '', wet: sheet?.wetWithin ?? null, metals: sheet?.metals ?? [] },
      ...rowsKnown(sheet?.rows ?? []),
    }),
  );

/** A cylinder that stands in no list. */
const OWN = 'own';
const own = (f: TypedForm) => f['container'] === OWN;
const sizes: Record<string, string> = {
  ...Object.fromEntries(containers.map((c) => [c.id, c.name])),
  [OWN]: 'another: its volume and rating',
};
const cylinder = (system: System) =>
  entry(
    'cylinder',
    {
      label: asMarked('Number'),
      gas,
      container: choice('Size', sizes, { empty: null }),
      form: when(own, choice('What it holds', { cylinder: 'gas under pressure', liquid: 'liquid' }, { empty: null })),
      water: when(own, quantity('volume', 'Water volume, such as 50 L', { bare: 'L', zero: false, most: 2 })),
      rated: when(own, quantity('gauge', `Rated fill, such as ${system === 'inch' ? '2900 psi' : '200 bar'}`, { zero: false, most: 5e7 })),
      station,
    },
    { container: '50-200' },
    ({ gas: holds, container, form, water, rated, station: at }) => {
      const bought = containers.find((c) => c.id === container);
      const made = bought ? { form: bought.form, water: bought.water, rated: bought.rated } : { form, water, rated };
      return { gas: holds, lot: null, ...made, station: at };
    },
    ({ gas: holds, form, water, rated, station: at }) => {
      const bought = containers.find((c) => c.form === form && c.water === water && c.rated === rated);
      return { gas: holds, container: bought?.id ?? OWN, station: at, ...(!bought && { form, water, rated }) };
    },
  );

/** Air at sea level, Pa: a scale is marked for the pressure in its tube; gauge pressure is what stands on it. */
const ATMOSPHERE = 101_325;
const meter = (system: System) =>
  entry(
    'meter',
    {
      label: asMarked('Number'),
      meterKind: choice<Meter['meterKind']>('Kind', meterNames, { empty: null }),
      scaleGas: choice('Scale is for', ['argon', 'air', 'helium', 'nitrogen'], { empty: null }),
      scale: quantity('gauge', 'Scale pressure, gauge', {
        most: 2e6 - ATMOSPHERE,
        hint: `0 ${system === 'inch' ? 'psi' : 'bar'}, or what stands on it`,
      }),
      station,
    },
    { scale: 0 },
    ({ meterKind, scaleGas, scale, station: at }) => ({
      meterKind,
      scaleGas,
      scalePascal: ATMOSPHERE + scale,
      scaleCelsius: 20,
      station: at,
    }),
    ({ meterKind, scaleGas, scalePascal, station: at }) => ({ meterKind, scaleGas, scale: scalePascal - ATMOSPHERE, station: at }),
  );

const DAY = 86_400;
/** What a bath holds. */
export const holdsNames = { nitric: 'nitric', citric: 'citric', pickle: 'pickling' } as const;
const bath = (system: System) =>
  entry(
    'bath',
    {
      label: asMarked('Name'),
      holds: choice<ItemOf<'bath'>['body']['holds']>('Holds', holdsNames, { empty: null }),
      volume: quantity('volume', 'How much', { bare: 'L', zero: false, most: 100, hint: 'such as 200 L' }),
      weakest: number('Strength from, %', { most: 100, unit: '%', says: 'Type a strength from 0 to 100.' }),
      strongest: number('Strength to, %', { most: 100, unit: '%', says: 'Type a strength from 0 to 100.' }),
      warm: spanOf('temperature', 'Temperature', { hint: system === 'inch' ? '70 to 90 °F' : '21 to 32 °C' }),
      iron: optional(
        number('Iron at most, g/L', { most: 300, unit: 'g/L', says: 'Type g/L, such as 20.', hint: 'by its maker or procedure' }),
      ),
      every: optional(number('Measured every, days', { least: 1, most: 400, whole: true, says: 'A whole number of days.' })),
    },
    {},
    ({ holds, volume, weakest, strongest, warm, iron, every }) => ({
      ...{ holds, volume, iron, percent: [weakest, strongest] },
      celsius: [warm?.low ?? -10, warm?.high ?? 110],
      every: every === null ? null : every * DAY,
    }),
    ({ holds, volume, percent, celsius, iron, every }) => ({
      ...{ holds, volume, iron, weakest: percent[0], strongest: percent[1] },
      warm: { low: celsius[0], high: celsius[1] },
      every: every === null ? null : every / DAY,
    }),
  );

const cup = entry(
  'cup',
  {
    label: asMarked('Name'),
    cup: choice('Cup', Object.fromEntries(cups.map((n) => [String(n), `No. ${n}`])), { empty: null }),
    lens: flag('With a lens'),
    screens: number('Screens to lay on it', { most: 3, whole: true, says: 'A whole number, up to 3.' }),
  },
  { cup: '12', lens: true, screens: 0 },
  ({ cup: n, lens, screens }) => ({ cup: Number(n), lens, screens: lens ? screens : 0 }),
  ({ cup: n, ...b }) => ({ ...b, cup: String(n) }),
);
const shield = entry(
  'shield',
  {
    label: asMarked('Name'),
    length: quantity('length', 'Length behind the cup', { zero: false, most: 1 }),
    width: quantity('length', 'Width', { zero: false, most: 0.3 }),
    stages: number('Diffuser stages', { most: 5, whole: true, says: 'A whole number, up to 5.' }),
  },
  { stages: 1 },
  ({ length, width, stages }) => ({ length, width, stages }),
  (b) => b,
);

const pick = <T extends object, K extends keyof T>(from: T, ...names: K[]): Pick<T, K> =>
  Object.fromEntries(names.map((n) => [n, from[n]])) as Pick<T, K>;

/** Kinds that are entered by hand, with their names; a kit is kept from a set-up. */
export const entered = {
  heat: 'Heat',
  wps: 'WPS',
  gas: 'Gas lot',
  tool: 'Tool',
  product: 'Product',
  bath: 'Bath',
  cylinder: 'Cylinder',
  meter: 'Flow meter',
  cup: 'Cup',
  shield: 'Trailing shield',
} as const satisfies Partial<Record<Kind, string>>;
export type Entered = keyof typeof entered;

const isEntered = (kind: Kind): kind is Entered => kind in entered;

type Fields = Table & { label: Field<string> };
/** The form of a kind: its fields, what stands in them from the start, and the item they make. */
export function entryForm(
  kind: Entered,
  system: System,
): { fields: Fields; known: Record<string, unknown>; item: (v: Record<string, unknown>) => unknown } {
  const { fields, known, make } = entryOf(kind, system);
  const until = goodUntilNames[kind];
  return {
    fields: { ...fields, ...(until && { expires: optional(day(until, { hint: 'the last day it counts' })) }) },
    known,
    item: (v) => ({ kind, label: v['label'], expires: v['expires'] ?? null, body: make(v as Values<Fields>) }),
  };
}

/** An item as it stands in the form of its kind; null for one that is not entered by hand. */
export const entryKnown = (item: RegisterItem, system: System): Record<string, unknown> | null =>
  isEntered(item.kind) ? { ...entryOf(item.kind, system).of(item.body as never), label: item.label, expires: item.expires ?? null } : null;

const entryOf = (kind: Entered, system: System): Entry<Entered, Fields> =>
  ({
    heat,
    wps: wps(system),
    gas: gasLot(system),
    tool,
    product: product(system),
    bath: bath(system),
    cylinder: cylinder(system),
    meter: meter(system),
    cup,
    shield,
  })[kind] as unknown as Entry<Entered, Fields>;
