/**
 * The limits of a zone on the scale of the film: what is accepted lies thin, what is cut out thick, and between two outcomes runs a limit that
 * can be moved from word to word.
 */
import { filmBands, type Band } from '../tint';
import { outcomeSchema, type Criterion, type Outcome, type Zone } from './criterion';

/** A stretch of the scale with one outcome: the words from `first` to `last`. */
export type Stretch = { outcome: Outcome; first: number; last: number };

export function stretchesOf(zone: Criterion['zones'][Zone]): Stretch[] {
  const found: Stretch[] = [];
  filmBands.forEach((band, i) => {
    const outcome = zone[band] ?? 'refer';
    const last = found.at(-1);
    if (last?.outcome === outcome) last.last = i;
    else found.push({ outcome, first: i, last: i });
  });
  return found;
}

/**
 * A limit moved: the one between stretch `which` and the next now runs before word `before`. A stretch is never pushed off the scale: it
 * keeps one word at least.
 */
export function moveLimit(zone: Criterion['zones'][Zone], which: number, before: number): Criterion['zones'][Zone] {
  const list = stretchesOf(zone);
  const [thin, thick] = [list[which], list[which + 1]];
  if (!thin || !thick) return zone;
  const to = Math.max(thin.first + 1, Math.min(thick.last, Math.round(before)));
  const next = { ...zone };
  for (let i = thin.first; i <= thick.last; i++) next[filmBands[i] as Band] = i < to ? thin.outcome : thick.outcome;
  return next;
}

/** From a word on, everything thicker that was better becomes at least this: a limit is put where there was none. */
export function startFrom(zone: Criterion['zones'][Zone], band: Band, outcome: Outcome): Criterion['zones'][Zone] {
  const rank = (o: Outcome) => outcomeSchema.options.indexOf(o);
  const from = filmBands.indexOf(band);
  if (from < 0) return { ...zone, [band]: outcome };
  const next = { ...zone, [band]: outcome };
  for (let i = from + 1; i < filmBands.length; i++) {
    const b = filmBands[i] as Band;
    if (rank(next[b] ?? 'refer') < rank(outcome)) next[b] = outcome;
  }
  for (let i = from - 1; i >= 0; i--) {
    const b = filmBands[i] as Band;
    if (rank(next[b] ?? 'refer') > rank(outcome)) next[b] = outcome;
  }
  return next;
}
