/** What of a scheme is typed; its colours are set on the scale. */
import { choice, flag, number, optional, quantity, when, words, type Field, type Table, type TypedForm } from '../../basics/fields';
import {
  defectNames,
  defectSchema,
  editedOf,
  outcomeNames,
  purgeFactNames,
  ruledFactSchema,
  type Criterion,
  type Edited,
  type Measure,
  type Outcome,
} from '../../models/criteria';
import { bandNames, bandSchema } from '../../models/tint';
import { allowedField, type Allowed } from './measure';

/** Every measured limit there can be, with the side it is of. */
export const measureFields = {
  'high-low/both': 'High-low',
  'concavity/inside': 'Concavity, inside',
  'concavity/outside': 'Concavity, outside',
  'convexity/inside': 'Convexity, inside',
  'convexity/outside': 'Convexity, outside',
  'undercut/inside': 'Undercut, inside',
  'undercut/outside': 'Undercut, outside',
  'width/both': 'Bead: narrowest, of its widest',
} as const;
type MeasureKey = keyof typeof measureFields;
const measureKeys = Object.keys(measureFields) as MeasureKey[];
const sideOf = (key: MeasureKey): [Measure['of'], Measure['side']] => key.split('/') as [Measure['of'], Measure['side']];

const ppm = (label: string) => number(label, { least: 0.1, most: 209_500, unit: 'ppm', says: 'Type ppm, such as 50.' });
const seconds = (label: string, most: number) => quantity('time', label, { most });
const times = (label: string, most: number, says: string) => number(label, { most, whole: true, says });
const numbered = (f: TypedForm) => f['numbered'] === true;
const follows = (label: string): Field<Outcome> => choice<Outcome>(label, outcomeNames, { empty: null });
const noted = (label: string): Field<Outcome> => choice<Outcome>(label, { ...outcomeNames, accept: 'Noted' }, { empty: null });

const fields = {
  title: words('What it is for', { least: 3, most: 80, says: 'Say in a few words what it is for.' }),
  about: words('What it asks, and what it does not', { most: 400, lines: 2 }),
  startPpm: ppm('Oxygen to start, ppm'),
  weldPpm: ppm('Oxygen while welding, ppm'),
  readyBy: choice('Ready by', { monitor: 'the monitor', clock: 'the clock' }, { empty: null }),
  clockAllowed: flag('The clock may decide where there is no monitor'),
  hold: seconds('The reading holds', 3600),
  joint: seconds('More, since the joint is not measured', 3600),
  tacks: flag('Tacks at the limit too'),
  short: optional(seconds('A gas hold may be shorter by', 600)),
  numbered: flag('Goes by the numbers of a printed guide'),
  numberAccept: when(numbered, times('Accepted up to', 20, 'A whole number, such as 3.')),
  numberClean: when(numbered, times('Cleaned up to', 20, 'A whole number, such as 4.')),
  numberMost: when(numbered, number('The guide ends at', { least: 1, most: 20, whole: true, says: 'A whole number, such as 10.' })),
  highLow: optional(quantity('fraction', 'High-low at fit-up, of the wall', { zero: false, most: 1 })),
  rewelds: optional(times('Welded again, at most', 9, 'A whole number up to 9; empty: not said.')),
  inside: quantity('fraction', 'Inside to be seen, of the welds of a line', { most: 1 }),
  insideReject: quantity('fraction', 'The same once one was rejected', { most: 1 }),
  ra: optional(quantity('roughness', 'Finish to restore, Ra at most', { zero: false, most: 5e-5 })),
  finish: words('Finish, in words', { most: 120 }),
  cleaning: choice('Cleaning', { always: 'always', 'when-tinted': 'when tinted', never: 'never' }, { empty: null }),
  passivation: choice('Passivation', { always: 'always', 'when-cleaned': 'when cleaned', never: 'never' }, { empty: null }),
  food: flag('Product touches food, drink or medicine'),
};
type Own = typeof fields;
const named = <K extends string, F>(prefix: string, names: readonly K[], of: (k: K) => F): Record<string, F> =>
  Object.fromEntries(names.map((k) => [`${prefix}${k}`, of(k)]));

/** Names of the fields by what they are about: so the page lays them out. */
export const criterionGroups = {
  Oxygen: ['startPpm', 'weldPpm', 'readyBy', 'hold', 'joint', 'short', 'clockAllowed', 'tacks'],
  'Numbers of a printed guide': ['numbered', 'numberAccept', 'numberClean', 'numberMost'],
  Measured: [...measureKeys.map((k) => `m/${k}`), 'highLow'],
  'To be seen, and what follows': ['inside', 'insideReject', 'rewelds', 'cleaning', 'passivation', 'ra', 'finish', 'food'],
  'Defects: what follows': defectSchema.options.map((d) => `d/${d}`),
  'What the purge shows: what follows': ruledFactSchema.options.map((f) => `f/${f}`),
  'Own words for a colour; empty: the usual one': bandSchema.options.map((b) => `w/${b}`),
} as const satisfies Record<string, readonly string[]>;

export const criterionForm: Table & Own = {
  ...fields,
  ...named('m/', measureKeys, (k): Field => (k === 'width/both' ? (optional(quantity('fraction', measureFields[k], { most: 1 })) as Field) : (allowedField(measureFields[k]) as Field))), // prettier-ignore
  ...named('d/', defectSchema.options, (d) => follows(defectNames[d]) as Field),
  ...named('f/', ruledFactSchema.options, (f) => noted(purgeFactNames[f]) as Field),
  ...named('w/', bandSchema.options, (b) => words(bandNames[b], { most: 30 }) as Field),
};

/** A scheme as it stands in its form. */
export function criterionKnown(c: Criterion): Record<string, unknown> {
  const { purge, numbers } = c;
  const of = (key: MeasureKey): unknown => {
    const [kind, side] = sideOf(key);
    const m = c.measures?.find((x) => x.of === kind && (x.side === side || x.side === 'both'));
    if (!m) return null;
    return kind === 'width' ? m.share : { fixed: m.fixed, share: m.share, most: m.most };
  };
  return {
    ...{ title: c.title, about: c.about, startPpm: purge.startPpm, weldPpm: purge.weldPpm, readyBy: purge.readyBy },
    ...{ clockAllowed: purge.clockAllowed, hold: purge.holdSeconds, joint: purge.jointHoldSeconds, tacks: purge.tacksAtLimit },
    ...{ short: c.holdShortBy ?? null, numbered: numbers !== null, highLow: c.highLowMost ?? null, rewelds: c.rewelds ?? null },
    ...{ numberAccept: numbers?.accept ?? null, numberClean: numbers?.clean ?? null, numberMost: numbers?.most ?? null },
    ...{ inside: c.insideSeen?.share ?? 1, insideReject: c.insideSeen?.afterReject ?? 1 },
    ...{ ra: c.finish?.ra ?? null, finish: c.finish?.words ?? '', cleaning: c.cleaning, passivation: c.passivation, food: c.foodContact },
    ...named('m/', measureKeys, of),
    ...named('d/', defectSchema.options, (d) => c.defects[d] ?? 'refer'),
    ...named('f/', ruledFactSchema.options, (f) => c.facts?.[f] ?? 'refer'),
    ...named('w/', bandSchema.options, (b) => c.words[b] ?? ''),
  };
}

type Said = Record<string, unknown>;
const given = <K extends string>(prefix: string, names: readonly K[], v: Said) =>
  Object.fromEntries(names.map((k) => [k, v[`${prefix}${k}`]]).filter(([, x]) => x !== null && x !== '')) as Record<K, never>;

/** Limits of both sides that are the same stand as one, as they were. */
function measuresSaid(v: Said): Measure[] {
  const all = measureKeys.flatMap((key): Measure[] => {
    const [of, side] = sideOf(key);
    const is = v[`m/${key}`] as Allowed | number | null;
    if (is === null) return [];
    return [typeof is === 'number' ? { of, side, fixed: 0, share: is, most: null } : { of, side, ...is }];
  });
  const same = (a: Measure, b: Measure) => a.of === b.of && a.fixed === b.fixed && a.share === b.share && a.most === b.most;
  return all.flatMap((m): Measure[] => {
    const twin = all.find((x) => x !== m && same(x, m));
    if (!twin) return [m];
    return m.side === 'inside' ? [{ ...m, side: 'both' }] : [];
  });
}

/** What was typed laid over a scheme, with its colours as they stand on the scale. */
export function criterionEdited(c: Criterion, said: Said, zones: Criterion['zones'], after: Criterion['after']): Edited {
  const v = said as { [K in keyof Own]: Own[K] extends Field<infer V> ? V : never } & Said;
  const { holdShortBy: _s, highLowMost: _h, rewelds: _r, insideSeen: _i, finish: _f, after: _a, measures: _m, ...rest } = editedOf(c);
  const measures = measuresSaid(v);
  const wholly = v.inside >= 1 && v.insideReject >= 1;
  return {
    ...rest,
    ...{ title: v.title, about: v.about, zones, foodContact: v.food, cleaning: v.cleaning, passivation: v.passivation },
    purge: {
      ...{ startPpm: v.startPpm, weldPpm: v.weldPpm, readyBy: v.readyBy, clockAllowed: v.clockAllowed || v.readyBy === 'clock' },
      ...{ holdSeconds: v.hold, jointHoldSeconds: v.joint, tacksAtLimit: v.tacks },
    },
    numbers:
      v.numbered && v.numberAccept !== null && v.numberClean !== null && v.numberMost !== null
        ? { accept: v.numberAccept, clean: v.numberClean, most: v.numberMost }
        : null,
    defects: given('d/', defectSchema.options, v),
    facts: given('f/', ruledFactSchema.options, v),
    words: given('w/', bandSchema.options, v),
    ...(measures.length > 0 && { measures }),
    ...(after && { after }),
    ...(v.short !== null && { holdShortBy: v.short }),
    ...(v.highLow !== null && { highLowMost: v.highLow }),
    ...(v.rewelds !== null && { rewelds: v.rewelds }),
    ...(!wholly && { insideSeen: { share: v.inside, afterReject: v.insideReject } }),
    ...((v.ra !== null || v.finish !== '') && { finish: { ra: v.ra, words: v.finish } }),
  };
}

export const clauseForm = {
  document: words('Document', { least: 2, most: 80, says: 'Name the document, such as its number.' }),
  edition: words('Edition', { least: 1, most: 40, says: 'Which edition did you open?' }),
  clause: words('Clause or table', { least: 1, most: 60, says: 'Where in it does it stand?' }),
};
export const keepForm = {
  name: words('Name of your own scheme', { least: 2, most: 40, says: 'Give it a name of your own.' }),
  why: words('Why', { least: 3, most: 300, says: 'Say in a few words why.', lines: 2 }),
};
