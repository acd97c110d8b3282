/** What is truly there along a line of a rendered picture. */
import { filmBands, wordAt, type Band } from '../tint';

export interface TrueLine {
  /** From clean metal to the middle of the bead, pixels. */
  line: [number, number, number, number];
  /** Forty points; nm is null where it is scale. */
  profile: { t: number; nm: number | null; band: Band }[];
  worst: { nm: number | null; band: Band };
}

const wordOf = (starts: readonly number[], nm: number): Band => filmBands[wordAt(starts, nm)] as Band;

/** A rendered picture and what is true of it. */
export interface Rendered {
  metal: 'stainless' | 'titanium';
  side: 'id' | 'od';
  width: number;
  height: number;
  /** sRGB, three bytes a pixel. */
  data: Uint8ClampedArray;
  /** Clean metal: left, top, width, height, pixels. */
  patch: [number, number, number, number];
  lines: TrueLine[];
  /** A white card, where one was laid in. */
  card?: [number, number, number, number];
  /** Where each word begins on its own film, nm. */
  starts: readonly number[];
}

/** Thicknesses that are none: black scale, white powder. */
export const BLACK = -1;
export const POWDER = -2;

/** Reads forty points of a field of thickness (nm, BLACK, POWDER; NaN no metal), each the mean of 5 x 5 pixels. */
export function readTruth(line: TrueLine['line'], nmOf: Float32Array, width: number, starts: readonly number[]): TrueLine {
  const profile = Array.from({ length: 40 }, (_, i) => {
    const t = i / 39;
    const [x, y] = [Math.round(line[0] + (line[2] - line[0]) * t), Math.round(line[1] + (line[3] - line[1]) * t)];
    let [sum, n, scale, powder] = [0, 0, 0, 0];
    for (let j = -2; j <= 2; j++)
      for (let h = -2; h <= 2; h++) {
        const nm = nmOf[(y + j) * width + x + h] as number;
        if (nm === BLACK) scale++;
        else if (nm === POWDER) powder++;
        else if (!Number.isNaN(nm)) [sum, n] = [sum + nm, n + 1];
      }
    const nm = scale + powder > 12 ? null : sum / Math.max(1, n);
    return { t, nm, band: nm === null ? (scale > 0 ? 'grey' : 'white') : wordOf(starts, nm) };
  });
  const thick = Math.max(...profile.map((p) => p.nm ?? 0));
  const none = profile.find((p) => p.nm === null);
  return { line, profile, worst: none ? { nm: null, band: none.band } : { nm: thick, band: wordOf(starts, thick) } };
}
