/** A picture graded: patch and lines checked, every line read, the line with the worst tint on top. */
import { cardSays } from './card';
import type { Metal, Side } from './family';
import type { Refusal, Warning } from './flags';
import { readLine, type Reading } from './line';
import { hueOver, lengthOf, spotOf, spotsAlong, type Box, type Line, type Picture, type Spot } from './pixels';

export interface Question {
  patch: Box;
  /** a white or grey card in the picture, if there is one */
  card?: Box | null | undefined;
  lines: readonly Line[];
  metal: Metal;
  /** Which side is seen. Not read yet: the family covers the films of both. */
  side: Side;
}
export interface Graded {
  /** Index of the line with the worst tint. */
  worst: number;
  lines: Reading[];
  flags: Warning[];
}
export type Grading = { ok: true; graded: Graded } | { ok: false; refused: Refusal[] };

/** Fewest pixels of a line; from COMFORTABLE on it is not called short. */
const SHORTEST = 12;
const COMFORTABLE = 40;
/** Fewest pixels of a patch's side. */
const SMALLEST = 4;

/** No metal: its colour under any lamp is weak, its grain fine but never nothing, and a line over it fits some film. */
const STRONG = 0.16;
const COARSE = 0.35;
const EVEN = 1e-5;
const MISFIT = 1.25;

export interface Fault {
  code: 'patch-outside' | 'card-outside' | 'line-outside' | 'line-length';
  /** Of a line, its number from 0. */
  index: number;
  text: string;
}

/** What is wrong with the marks on a picture of this size; null when they can be read. */
export function faultOf(
  { width, height }: { width: number; height: number },
  { patch, card, lines }: Pick<Question, 'patch' | 'card' | 'lines'>,
): Fault | null {
  const [x, y, w, h] = patch;
  if (w < SMALLEST || h < SMALLEST)
    return { code: 'patch-outside', index: 0, text: `The patch is ${w} x ${h} pixels; it needs ${SMALLEST} x ${SMALLEST} at least.` };
  if (x < 0 || y < 0 || x + w > width || y + h > height)
    return { code: 'patch-outside', index: 0, text: `The patch lies outside the picture, which is ${width} x ${height} pixels.` };
  if (
    card &&
    (card[2] < SMALLEST || card[3] < SMALLEST || card[0] < 0 || card[1] < 0 || card[0] + card[2] > width || card[1] + card[3] > height)
  )
    return {
      code: 'card-outside',
      index: 0,
      text: `The card lies outside the picture, which is ${width} x ${height} pixels, or is too small.`,
    };
  if (lines.length === 0)
    return { code: 'line-length', index: 0, text: 'Lay at least one line from clean metal to the middle of the bead.' };
  for (const [index, line] of lines.entries()) {
    const [x1, y1, x2, y2] = line;
    if (Math.min(x1, x2, y1, y2) < 0 || Math.max(x1, x2) >= width || Math.max(y1, y2) >= height)
      return { code: 'line-outside', index, text: `Line ${index + 1} lies outside the picture, which is ${width} x ${height} pixels.` };
    if (lengthOf(line) < SHORTEST)
      return { code: 'line-length', index, text: `Line ${index + 1} is ${lengthOf(line).toFixed(0)} pixels long; it needs ${SHORTEST}.` };
  }
  return null;
}

/** How much the hue differs within the patch: bare metal has one, a tint that grows towards the weld does not. */
function hueRange(picture: Picture, [x, y, w, h]: Box, whole: Spot): number {
  const cells = [0, 1, 2].flatMap((i) =>
    [0, 1, 2].map((j) => hueOver(spotOf(picture, [x + (i * w) / 3, y + (j * h) / 3, w / 3, h / 3]).mean, whole.mean)),
  );
  const range = (k: 0 | 1) => Math.max(...cells.map((c) => c[k])) - Math.min(...cells.map((c) => c[k]));
  return Math.max(range(0), range(1));
}

/**
 * Whether the patch is tinted, 1 is yes: its hue changes within it, or every line's clean end is bluer than it is by as much (thin film is
 * yellow) and as much brighter. One line alone must differ more to be believed.
 */
function tintedPatch(range: number, readings: readonly Reading[]): number {
  const bluer = readings.map(({ end: [u, v] }) => (Math.abs(u) < Math.abs(v) ? Math.max(0, -v) : 0));
  const brighter = readings.every((r) => r.end[2] > -0.03);
  return range / 0.05 + (brighter ? Math.min(...bluer) / (readings.length > 1 ? 0.05 : 0.1) : 0);
}

/** Whether the metal is tinted from the lines' start, by how much better that fits, mean a line: 1 is yes. */
function tintedAll(readings: readonly Reading[]): number {
  const mean = readings.reduce((s, r) => s + r.stained, 0) / readings.length;
  const agree = readings.filter((r) => r.stained > 4.5).length;
  return readings.length > 1 ? (agree > 1 ? mean / 5.5 : Math.min(0.9, mean / 5.5)) : mean / 12;
}

/** Grades a picture. The marks must be within it (faultOf). */
export function gradePicture(picture: Picture, { patch, card, lines, metal }: Question): Grading {
  const clean = spotOf(picture, patch);
  if (clean.clipped > 0.3) return { ok: false, refused: ['patch-clipped'] };
  if (Math.max(...clean.mean) < 0.004) return { ok: false, refused: ['patch-dark'] };
  const [u, v] = hueOver(clean.mean, [1, 1, 1]);
  if (Math.hypot(u, v) > STRONG || clean.rough > COARSE || clean.rough < EVEN) return { ok: false, refused: ['no-metal'] };
  const range = hueRange(picture, patch, clean);
  const readings = lines.map((line) => {
    const reading = readLine(spotsAlong(picture, line), clean, metal);
    if (lengthOf(line) < COMFORTABLE) {
      reading.flags.push('short-line');
      reading.sure *= 0.9;
    }
    return reading;
  });
  if (readings.every((r) => r.misfit > MISFIT)) return { ok: false, refused: ['no-metal'] };
  const refused: Refusal[] = [];
  const tinted = tintedPatch(range, readings);
  const stained = tintedAll(readings);
  if (tinted >= 1) refused.push('patch-tinted');
  if (stained >= 1) refused.push('no-clean-metal');
  if (readings.every((r) => r.seen < 0.3)) refused.push(readings.every((r) => r.clipped > 0.5) ? 'line-clipped' : 'line-dark');
  if (refused.length > 0) return { ok: false, refused };
  const flags: Warning[] = [];
  if (clean.clipped > 0.02) flags.push('patch-glare');
  if (tinted >= 0.7) flags.push('patch-doubt');
  if (stained >= 0.6) flags.push('maybe-stained');
  const said = card ? cardSays(clean, spotOf(picture, card), metal) : null;
  if (said) flags.push(said);
  if (flags.some((f) => f !== 'card-useless')) for (const r of readings) r.sure *= 0.85;
  const worst = readings.reduce((w, r, i) => {
    const top = readings[w] as Reading;
    return r.worst > top.worst || (r.worst === top.worst && (r.nm ?? 0) > (top.nm ?? 0)) ? i : w;
  }, 0);
  return { ok: true, graded: { worst, lines: readings, flags } };
}
