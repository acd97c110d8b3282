/**
 * The print of a picture: which way the light goes from field to field of a coarse grid, 256 bits. The same picture, made smaller or pressed
 * harder, has nearly the same print; another picture differs in about half of the bits. (A difference hash; common practice, no source.)
 */

const WIDE = 17;
const HIGH = 16;

type Pixels = { width: number; height: number; data: Uint8Array | Uint8ClampedArray; channels: 3 | 4 };

/** @returns 64 hexadecimal digits */
export function printOf({ width, height, data, channels }: Pixels): string {
  // Means of fields; at most so many pixels of each are looked at.
  const grid = Float64Array.from({ length: WIDE * HIGH }, (_, k) => {
    const [i, j] = [k % WIDE, Math.floor(k / WIDE)];
    const [x0, x1] = [Math.floor((i * width) / WIDE), Math.max(1, Math.floor(((i + 1) * width) / WIDE))];
    const [y0, y1] = [Math.floor((j * height) / HIGH), Math.max(1, Math.floor(((j + 1) * height) / HIGH))];
    const step = Math.max(1, Math.floor(Math.min(x1 - x0, y1 - y0) / 12));
    let [sum, n] = [0, 0];
    for (let y = y0; y < y1; y += step)
      for (let x = x0; x < x1; x += step) {
        const p = (y * width + x) * channels;
        sum += 0.2126 * (data[p] as number) + 0.7152 * (data[p + 1] as number) + 0.0722 * (data[p + 2] as number);
        n++;
      }
    return sum / Math.max(1, n);
  });
  let print = '';
  for (let j = 0; j < HIGH; j++)
    for (let i = 0; i < WIDE - 1; i += 4) {
      let digit = 0;
      for (let k = i; k < i + 4; k++) digit = 2 * digit + ((grid[j * WIDE + k] as number) < (grid[j * WIDE + k + 1] as number) ? 1 : 0);
      print += digit.toString(16);
    }
  return print;
}

/** Bits in which two prints differ. */
export const printsApart = (a: string, b: string): number =>
  [...a].reduce((n, c, i) => n + (BITS[parseInt(c, 16) ^ parseInt(b[i] ?? '0', 16)] ?? 0), 0);
const BITS: readonly number[] = [0, 1, 1, 2, 1, 2, 2, 3, 1, 2, 2, 3, 2, 3, 3, 4];

/** Up to here two pictures are called nearly the same. */
export const NEARLY = 24;
