/**
 * Who says what of the same place: eye against eye, against the grader, against the number of a printed guide. Counted over many welds by the
 * word that was said; shown to whoever said it first, and to others afterwards.
 */
import { z } from 'zod';
import { inArc } from '../../basics/seam';
import { zoneSchema, type Tint, type Zone } from '../../models/criteria';
import { answerBand } from '../../models/grade';
import { bandSchema, type Band } from '../../models/tint';
import type { WeldState } from '../record';

const eye = z.object({ is: z.literal('eye'), by: z.uuid(), band: bandSchema });
const grader = z.object({ is: z.literal('grader'), band: bandSchema });
const guide = z.object({ is: z.literal('guide'), by: z.uuid(), guide: z.string().max(80), number: z.number().int().min(0) });
const source = z.discriminatedUnion('is', [eye, grader, guide]);
export type Source = z.infer<typeof source>;
/** Two who said something of the same place of a weld, neither from the other. */
export const eyePairSchema = z.object({ zone: zoneSchema, a: source, b: source });
export type EyePair = z.infer<typeof eyePairSchema>;

type Voice = { name: string; at: (zone: Zone, place: number) => Source | null };

const gradeAt = (tints: readonly Tint[], zone: Zone, place: number): Tint | undefined => tints.findLast((t) => t.zone === zone && inArc(t.arc, place)); // prettier-ignore

/** Everybody who was heard on a weld. What somebody took over from a picture is the picture's, not theirs. */
function voices(s: WeldState): Voice[] {
  const looks = s.looks.flatMap((l): Voice[] => {
    const { by } = l;
    if (by === null) return [];
    return [
      {
        name: by,
        at: (zone, place) => {
          const t = gradeAt(l.tints, zone, place);
          if (!t || t.from) return null;
          if (t.grade.by === 'band') return { is: 'eye', by, band: t.grade.band };
          return t.grade.by === 'number' ? { is: 'guide', by, guide: t.grade.guide, number: t.grade.number } : null;
        },
      },
    ];
  });
  const lines = s.pictures.filter((p) => p.shows === 'as-welded').flatMap((p) => p.read?.lines ?? []);
  if (lines.length === 0) return looks;
  const at = (zone: Zone, place: number): Source | null => {
    const line = lines.findLast((l) => l.zone === zone && l.arc !== null && l.worst !== null && inArc(l.arc, place));
    const band = line?.worst ? answerBand(line.worst.band, line.flags) : null;
    return band ? { is: 'grader', band } : null;
  };
  return [...looks, { name: 'grader', at }];
}

/** Pairs of a weld, each difference or agreement once a zone. */
export function eyePairs(s: WeldState): EyePair[] {
  const all = voices(s);
  const found = new Map<string, EyePair>();
  for (const [i, x] of all.entries())
    for (const y of all.slice(i + 1))
      for (const zone of zoneSchema.options)
        for (let q = 0; q < 48; q++) {
          const [a, b] = [x.at(zone, (q + 0.5) / 4), y.at(zone, (q + 0.5) / 4)];
          if (a && b) found.set(JSON.stringify([zone, a, b]), { zone, a, b });
        }
  return [...found.values()];
}

/** How one that was heard compares, where it said one word: how often the other said the same, thinner, thicker. */
export type EyeRow = { said: Band; same: number; thinner: number; thicker: number };
/** Against what: another's eye, or the grader. */
export type Against = 'eyes' | 'grader';

/** In the order the film grows, scale last. */
const order: readonly Band[] = bandSchema.options;
const rank = (b: Band): number => order.indexOf(b);

/** One person's words against another's, or the grader's, by word. */
export function rowsOf(pairs: readonly EyePair[], person: string, against: Against): EyeRow[] {
  const rows = new Map<Band, EyeRow>();
  for (const { a, b } of pairs)
    for (const [me, other] of [
      [a, b],
      [b, a],
    ] as const) {
      // prettier-ignore
      if (me.is !== 'eye' || me.by !== person || other.is === 'guide') continue;
      if ((other.is === 'grader') !== (against === 'grader')) continue;
      const row = rows.get(me.band) ?? { said: me.band, same: 0, thinner: 0, thicker: 0 };
      row[rank(other.band) === rank(me.band) ? 'same' : rank(other.band) < rank(me.band) ? 'thinner' : 'thicker']++;
      rows.set(me.band, row);
    }
  return [...rows.values()].sort((x, y) => rank(x.said) - rank(y.said));
}

/** The whole shop without names: how often two agree, by who was heard. */
export function agreement(pairs: readonly EyePair[]): { what: string; same: number; next: number; apart: number }[] {
  const kinds = new Map<string, { what: string; same: number; next: number; apart: number }>();
  for (const { a, b } of pairs) {
    if (a.is === 'guide' || b.is === 'guide') continue;
    const what = a.is === 'grader' || b.is === 'grader' ? 'Eye and picture' : 'Eye and eye';
    const row = kinds.get(what) ?? { what, same: 0, next: 0, apart: 0 };
    const off = Math.abs(rank(a.band) - rank(b.band));
    row[off === 0 ? 'same' : off === 1 ? 'next' : 'apart']++;
    kinds.set(what, row);
  }
  return [...kinds.values()];
}

/** What was called by a number of a printed guide, in words: number by number, how often each word. */
export function guideWords(pairs: readonly EyePair[]): { guide: string; number: number; words: { band: Band; times: number }[] }[] {
  const found = new Map<string, { guide: string; number: number; words: Map<Band, number> }>();
  for (const { a, b } of pairs)
    for (const [g, other] of [
      [a, b],
      [b, a],
    ] as const) {
      // prettier-ignore
      if (g.is !== 'guide' || other.is === 'guide') continue;
      const key = `${g.guide}/${g.number}`;
      const row = found.get(key) ?? { guide: g.guide, number: g.number, words: new Map<Band, number>() };
      row.words.set(other.band, (row.words.get(other.band) ?? 0) + 1);
      found.set(key, row);
    }
  return [...found.values()]
    .sort((x, y) => x.guide.localeCompare(y.guide) || x.number - y.number)
    .map((r) => ({ ...r, words: [...r.words].map(([band, times]) => ({ band, times })).sort((x, y) => rank(x.band) - rank(y.band)) }));
}
