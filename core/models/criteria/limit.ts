/** Where a criterion divides the colours of a zone: what is allowed, and on which side of that a colour lies. */
import { filmBands, type Band } from '../tint';
import { gradeOutcome } from './judge';
import { wordFor, type Criterion, type Zone } from './criterion';

const allowed = (c: Criterion, zone: Zone, band: Band): boolean => gradeOutcome(c, zone, { by: 'band', band }) === 'accept';

/** The most colour that is accepted, thin film upwards; null where not even bright is, or where allowed colours are no row from the thin end. */
export function mostAllowed(c: Criterion, zone: Zone): Band | null {
  const upTo = filmBands.findIndex((b) => !allowed(c, zone, b));
  if (upTo === 0) return null;
  return upTo < 0 ? (filmBands.at(-1) ?? null) : (filmBands[upTo - 1] ?? null);
}

/** "Light straw allowed", as it stands beside what was found. */
export function allowedText(c: Criterion, zone: Zone): string {
  const most = mostAllowed(c, zone);
  if (most === null) return filmBands.some((b) => allowed(c, zone, b)) ? 'Only some colours allowed' : 'No colour allowed';
  const word = wordFor(c, most).toLowerCase();
  if (most === filmBands.at(-1)) return 'Any colour allowed';
  return most === 'bright' ? 'Only bright allowed' : `${word.charAt(0).toUpperCase()}${word.slice(1)} allowed`;
}

export type LimitSide = 'within' | 'near' | 'past';
/**
 * @param range the neighbours the colour may also be, thin to thick: a limit that runs between them is near, and wants an eye
 */
export function limitSide(c: Criterion, zone: Zone, band: Band, range: readonly [Band, Band] = [band, band]): LimitSide {
  const [from, to] = range.map((b) => filmBands.indexOf(b)) as [number, number];
  const may = from >= 0 && to >= from ? filmBands.slice(from, to + 1) : [...new Set([...range, band])];
  const sides = new Set(may.map((b) => allowed(c, zone, b)));
  return sides.size === 2 ? 'near' : sides.has(true) ? 'within' : 'past';
}
