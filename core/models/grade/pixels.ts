/**
 * Reading a picture: means in linear light over a patch or along a line. A picture is sRGB, eight bits, already turned as its EXIF says.
 */
import { decode, encode, hex, oklab, type Triple } from '../tint';

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** Rows from the top, 3 or 4 bytes a pixel. */
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly channels: 3 | 4;
}
/** Left, top, width, height, pixels. */
export type Box = readonly [number, number, number, number];
/** From clean metal (x, y) to the middle of the bead (x, y), pixels. */
export type Line = readonly [number, number, number, number];

export interface Spot {
  /** Mean linear sRGB of what is not clipped; of everything where all is. */
  mean: Triple;
  /** Share of pixels with a channel at CLIPPED or more. */
  clipped: number;
  /** Scatter of the pixels' lightness within the spot: deviation of the signal's luma (Rec. 709) over its mean. */
  rough: number;
}

/** From this signal on a channel no longer tells how much light there was. */
export const CLIPPED = 252;

const linear = Float64Array.from({ length: 256 }, (_, i) => decode(i / 255));

/** Adds pixels up to a spot. Plain fields: a photograph has twelve million of them. */
class Sum {
  private n = 0;
  private clipped = 0;
  private r = 0;
  private g = 0;
  private b = 0;
  private burntR = 0;
  private burntG = 0;
  private burntB = 0;
  private l = 0;
  private l2 = 0;

  add({ data, width, channels }: Picture, x: number, y: number): void {
    const i = (y * width + x) * channels;
    const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number];
    this.n++;
    if (r >= CLIPPED || g >= CLIPPED || b >= CLIPPED) {
      this.clipped++;
      this.burntR += linear[r] as number;
      this.burntG += linear[g] as number;
      this.burntB += linear[b] as number;
      return;
    }
    this.r += linear[r] as number;
    this.g += linear[g] as number;
    this.b += linear[b] as number;
    const l = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    this.l += l;
    this.l2 += l * l;
  }

  spot(): Spot {
    const kept = this.n - this.clipped;
    const l = kept > 0 ? this.l / kept : 1;
    return {
      mean:
        kept > 0
          ? [this.r / kept, this.g / kept, this.b / kept]
          : ([this.burntR, this.burntG, this.burntB].map((v) => v / Math.max(1, this.n)) as Triple),
      clipped: this.n > 0 ? this.clipped / this.n : 1,
      rough: kept > 1 ? Math.sqrt(Math.max(0, this.l2 / kept - l * l)) / Math.max(l, 1) : 0,
    };
  }
}

/** A box as one spot; of every so many pixels one is read. */
export function spotOf(picture: Picture, [x, y, w, h]: Box, every = 1): Spot {
  const c = new Sum();
  const [right, bottom] = [Math.min(picture.width, Math.round(x + w)), Math.min(picture.height, Math.round(y + h))];
  for (let j = Math.max(0, Math.round(y)); j < bottom; j += every)
    for (let i = Math.max(0, Math.round(x)); i < right; i += every) c.add(picture, i, j);
  return c.spot();
}

/** Half the width of the band a line is read as, pixels: a few, more in a large picture. */
const halfWidth = (p: Picture): number => Math.max(2, Math.min(12, Math.round(Math.min(p.width, p.height) / 200)));

export const lengthOf = ([x1, y1, x2, y2]: Line): number => Math.hypot(x2 - x1, y2 - y1);

/** Steps a line is read in: one for about four pixels, 40 to 64. */
export const stepsOf = (line: Line): number => Math.max(40, Math.min(64, Math.round(lengthOf(line) / 4)));

/** The line as spots from its clean end to the bead, each the band's width across and a step long. */
export function spotsAlong(picture: Picture, line: Line): Spot[] {
  const [x1, y1, x2, y2] = line;
  const [length, steps, half] = [lengthOf(line), stepsOf(line), halfWidth(picture)];
  const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length];
  const along = Math.max(1, length / steps);
  const rows = Math.max(1, Math.round(along));
  return Array.from({ length: steps }, (_, i) => {
    const c = new Sum();
    const centre = (i / (steps - 1)) * length;
    for (let a = 0; a < rows; a++) {
      const s = centre + ((a + 0.5) / rows - 0.5) * along;
      for (let t = -half; t <= half; t++) {
        const [x, y] = [Math.round(x1 + ux * s - uy * t), Math.round(y1 + uy * s + ux * t)];
        if (x >= 0 && y >= 0 && x < picture.width && y < picture.height) c.add(picture, x, y);
      }
    }
    return c.spot();
  });
}

/** A colour over what is taken for neutral, without its lightness: OKLab a/L and b/L; and L. */
export function hueOver(of: Triple, neutral: Triple): Triple {
  const [L, a, b] = oklab(of.map((v, c) => Math.max(1e-4, v / Math.max(1e-4, neutral[c] as number))) as Triple);
  return [a / L, b / L, L];
}

/** The picture's own colours along a line, clean end first, as sRGB hex: what stands beside the computed ones. */
export const coloursAlong = (picture: Picture, line: Line): string[] =>
  spotsAlong(picture, line).map((s) => hex(s.mean.map(encode) as Triple));
