/** A shop's own scheme: copied from a shipped one, edited in versions; whoever loosens a limit stands for it by name. */
import { z } from 'zod';
import { compareCriteria, type Change } from './compare';
import { bandNames, bandSchema, type Band } from '../tint';
import { criterionSchema, zoneNames, zoneSchema, type Criterion, type Zone } from './criterion';
import { confirmedSchema, limitSchema, type LimitId } from './measures';
import { current, shipped } from './shipped';
import type { System } from '../../basics/units';

/** A clause as somebody types it; who looked it up, and when, is never typed. */
const clauseSchema = confirmedSchema.pick({ document: true, edition: true, clause: true });

/** What of a criterion a shop edits; the rest is who, when and from what. */
export const editedSchema = criterionSchema
  .omit({ id: true, version: true, source: true, confidence: true, from: true, made: true, loosened: true })
  .extend({
    title: z.string().trim().min(3, 'Say in a few words what it is for.').max(80),
    confirmed: z.partialRecord(limitSchema, clauseSchema).optional(),
  }) // prettier-ignore
  .superRefine(({ numbers, families, zones, purge }, ctx) => {
    const no = (message: string, ...path: string[]) => ctx.addIssue({ code: 'custom', message, path });
    if (numbers && !(numbers.accept <= numbers.clean && numbers.clean <= numbers.most))
      no('What is accepted ends before what is cleaned, and that within the guide.', 'numbers');
    if (families.includes('titanium') && zoneSchema.options.some((z) => PAST_STRAW.some((b) => zones[z][b] === 'clean')))
      no('Titanium past straw is never cleaned to be accepted: brushing takes the evidence and leaves the harm.', 'zones');
    if (purge.readyBy === 'clock' && !purge.clockAllowed) no('The clock decides here: then it is allowed too.', 'purge');
  });
export type Edited = z.infer<typeof editedSchema>;
type Clause = z.infer<typeof clauseSchema>;
const PAST_STRAW = bandSchema.options.slice(bandSchema.options.indexOf('gold'));

/** A criterion as its editor takes it up. */
export function editedOf(c: Criterion): Edited {
  const { id: _i, version: _v, source: _s, confidence: _c, from: _f, made: _m, loosened: _l, confirmed, ...rest } = c;
  const clauses = Object.entries(confirmed ?? {}).map(([limit, { document, edition, clause }]) => [limit, { document, edition, clause }]);
  return { ...rest, ...(clauses.length > 0 && { confirmed: Object.fromEntries(clauses) as Edited['confirmed'] }) };
}

/** A name for a scheme of one's own. */
export const schemeIdSchema = z
  .string()
  .trim()
  .min(2, 'Give it a name of your own.')
  .max(40, 'At most 40 letters.')
  .regex(/^[^/\\<>"]+$/, 'Without / \\ < > or quotes.')
  .refine((id) => id.toLowerCase() !== 'tint', 'That is the name of a page. Take another.');

export type Made = NonNullable<Criterion['made']>;

/** A shipped scheme in the version it was copied from; null for one that this program never shipped. */
export const shippedOf = (of: { id: string; version: number }): Criterion | null =>
  [...shipped, ...current].find((c) => c.id === of.id && c.version === of.version) ?? null;

/** Weak schemes ship to be copied: they decide nothing themselves. */
export const isTemplate = (c: Criterion): boolean => c.confidence === 'low';
/** A shop's own, as against one that ships. */
export const isOwn = (c: Pick<Criterion, 'made'>): boolean => c.made !== undefined;

/**
 * The next version of a shop's own scheme, or its first.
 * @param before the version it was made from: its own last one, or the scheme that is copied
 * @param id of the new one; that of `before` for a next version
 */
export function nextVersion(before: Criterion, id: string, edited: Edited, made: Made): Criterion {
  const from = before.from ?? { id: before.id, version: before.version };
  const version = before.id === id ? before.version + 1 : 1;
  const root = shippedOf(from);
  const { confirmed: clauses = {}, ...rest } = edited;
  const next: Criterion = {
    ...rest,
    ...{ id, version, from, made, confidence: 'shop' },
    source: `A shop's own scheme, after ${from.id} version ${from.version}. Not the text of a standard: check against your edition and contract.`,
  };
  const had = new Map((before.loosened ?? []).map((l) => [l.at, l]));
  const moved = new Set(compareCriteria(before, next).map((c) => c.at));
  const loosened = (root ? compareCriteria(root, next) : [])
    .filter((c) => c.way === 'looser')
    .map((c) => {
      const stood = had.get(c.at);
      return stood && !moved.has(c.at) ? stood : { ...made, at: c.at, version };
    });
  // A source is that of the limit as it was: what was changed is the shop's, and what was brought back is the shipped one's again.
  const limits = new Set(root ? compareCriteria(root, next).map((c) => c.limit) : []);
  const sources = { ...next.sources, ...root?.sources };
  for (const limit of limits) sources[limit] = { source: `Changed here from ${from.id} version ${from.version}`, edition: '', confidence: 'shop' }; // prettier-ignore
  // What was confirmed was confirmed of the limit as it stood: where that moved, it falls, unless somebody says it anew.
  const movedLimits = new Set(compareCriteria(before, next).map((c) => c.limit));
  const confirmed: NonNullable<Criterion['confirmed']> = {};
  for (const [limit, said] of Object.entries(clauses) as [LimitId, Clause][]) {
    const was = before.confirmed?.[limit];
    const same = was && was.document === said.document && was.edition === said.edition && was.clause === said.clause;
    if (!same) confirmed[limit] = { ...said, by: made.by, name: made.name, when: made.when };
    else if (!movedLimits.has(limit)) confirmed[limit] = was;
  }
  return { ...next, ...(loosened.length && { loosened }), sources, ...(Object.keys(confirmed).length > 0 && { confirmed }) };
}

export type Loosened = { change: Change; by: Made & { version: number } };

/** What a scheme lets through that the shipped one it came from does not, with who first stood for it. */
export function loosenedOf(c: Criterion, system: System = 'metric'): Loosened[] {
  const root = c.from ? shippedOf(c.from) : null;
  if (!root) return [];
  const stood = new Map((c.loosened ?? []).map((l) => [l.at, l]));
  return compareCriteria(root, c, system).flatMap((change) => {
    const by = stood.get(change.at);
    return change.way === 'looser' && by ? [{ change, by }] : [];
  });
}

/** What a set of zones is called together. */
function zonesText(zones: readonly Zone[]): string {
  const has = (side: string) => zones.filter((z) => z.startsWith(side)).length === 2;
  if (zones.length === 4) return 'All zones';
  if (zones.length === 2 && has('id')) return 'Inside';
  if (zones.length === 2 && has('od')) return 'Outside';
  return zones.map((z) => zoneNames[z]).join(' and ');
}

export type Group<T> = { label: string; was: string; is: string; first: T; all: T[] };
/** Changes said together where a colour moves the same way in several zones: "Outside, gold". */
export function grouped<T>(list: readonly T[], of: (t: T) => Change): Group<T>[] {
  const colour = (t: T) => /^(zone|after)\/([^/]+)\/(.+)$/.exec(of(t).at);
  const groups = new Map<string, T[]>();
  for (const t of list) {
    const { at, was, is } = of(t);
    const [, kind = at, , band = ''] = colour(t) ?? [];
    const key = [kind, band, was, is].join('/');
    groups.set(key, [...(groups.get(key) ?? []), t]);
  }
  return [...groups.values()].map((all) => {
    const first = all[0] as T;
    const { label, was, is } = of(first);
    const [, kind, , band] = colour(first) ?? [];
    const zones = zonesText(all.flatMap((t) => (colour(t)?.[2] ?? []) as Zone | Zone[]));
    const said = band ? `${zones}, ${bandNames[band as Band].toLowerCase()}` : label;
    return { label: kind === 'after' ? `After cleaning, ${said.charAt(0).toLowerCase()}${said.slice(1)}` : said, was, is, first, all };
  });
}

/** The loosened limits as a verdict prints them, one sentence a limit. */
export const loosenedText = (c: Criterion, system: System = 'metric'): string[] =>
  grouped(loosenedOf(c, system), (l) => l.change).map(
    ({ label, was, is, first: { by } }) =>
      `Looser than ${c.from?.id} version ${c.from?.version}: ${label}, ${is} where that says ${was}. ${by.name}, version ${by.version}: ${by.why}`,
  );
