/**
 * The words for tint, in the order the film grows. Thickness (nm) at which each word begins, by film, from the
 * optics of film.ts; +-15 %. Grey, black sugar and white are scale, not interference: they have no computed thickness.
 */
import { z } from 'zod';
import { lch, xyzOf } from './colour';
import { BARE_Y, tintHex, type Film } from './film';
import type { Triple } from './light';

export const bandSchema = z.enum([
  'bright',
  'pale-straw',
  'straw',
  'gold',
  'bronze',
  'purple',
  'dark-blue',
  'light-blue',
  'silvery',
  'second-yellow',
  'second-rose',
  'second-blue',
  'second-green',
  'later',
  'grey',
  'sugar',
  'white',
]);
export type Band = z.infer<typeof bandSchema>;

export const bandNames: Record<Band, string> = {
  bright: 'Bright',
  'pale-straw': 'Pale straw',
  straw: 'Straw',
  gold: 'Gold',
  bronze: 'Bronze to brown',
  purple: 'Purple',
  'dark-blue': 'Dark blue',
  'light-blue': 'Light blue',
  silvery: 'Past blue (grey)',
  'second-yellow': 'Second yellow',
  'second-rose': 'Second rose',
  'second-blue': 'Second blue',
  'second-green': 'Second green',
  later: 'Later pink-grey',
  grey: 'Grey',
  sugar: 'Black sugar',
  white: 'White flake',
};

export const filmBands = bandSchema.options.slice(0, 14);

const begins: Record<Film, readonly number[]> = {
  'steel-id': [0, 7, 13, 19.5, 28.5, 34.5, 42.5, 56, 73, 90, 126, 157.5, 182.5, 212.5],
  'steel-od': [0, 6.5, 13, 18, 21.5, 30.5, 38, 51.5, 61.5, 84, 112, 146, 170.5, 195.5],
  titanium: [0, 6.5, 11.5, 16.5, 23, 26, 34.5, 42, 70, 84, 115.5, 145, 166, 200.5],
};

/** Scale is rough, not a film: drawn as plain greys. */
const scale: Partial<Record<Band, string>> = { grey: '#77787a', sugar: '#252525', white: '#ececea' };

/** From where to where a band runs, nm; null for scale. */
export function bandRange(film: Film, band: Band): [number, number] | null {
  const i = filmBands.indexOf(band);
  if (i < 0) return null;
  const from = begins[film][i] as number;
  return [from, begins[film][i + 1] ?? from + 40];
}

/** The word for a film of d nm. */
export function bandAt(film: Film, d: number): Band {
  return filmBands[wordAt(begins[film], d)] as Band;
}

/**
 * Where each word begins on a film's own colours, nm, by rules of CIE LCh read one way as the film grows: a word ends where the next
 * one's rule first holds. Chroma names the pale words, hue the strong ones, lightness the step to light blue (judgement, after the order
 * every temper-colour list gives). Shares as in locus.ts. A word never met begins where the next does.
 */
export function bandStarts(shares: Float64Array): number[] {
  const turned = (h: number, from: number) => (from - h + 720) % 360; // how far the hue has gone down past `from`
  const rules: ((l: number, c: number, h: number) => boolean)[] = [
    (_, c) => c >= 5,
    (_, c) => c >= 14,
    (_, c, h) => c >= 28 || turned(h, 76) < 120,
    (_, __, h) => turned(h, 72) < 120,
    (_, __, h) => turned(h, 25) < 120,
    (_, __, h) => turned(h, 305) < 120,
    (l, _, h) => l >= 50 && turned(h, 305) < 160,
    (_, c, h) => c <= 12.5 || turned(h, 222) < 120,
    (_, c, h) => c >= 12.5 && turned(h, 140) < 120,
    (_, __, h) => turned(h, 60) < 120,
    (_, __, h) => turned(h, 305) < 120,
    (_, __, h) => turned(h, 200) < 100,
    (_, __, h) => turned(h, 110) < 90,
  ];
  const starts = [0];
  const last = shares.length / 3 - 1;
  let d = 0;
  for (const rule of rules) {
    while (d < last) {
      const [l, c, h] = lch(xyzOf([0, 1, 2].map((i) => BARE_Y * (shares[3 * d + i] as number)) as Triple));
      if (rule(l, c, h)) break;
      d++;
    }
    starts.push(d);
  }
  return starts;
}

/** Which word (index in filmBands) a thickness has, nm. */
export function wordAt(starts: readonly number[], nm: number): number {
  let w = starts.length - 1;
  while (w > 0 && nm < (starts[w] as number)) w--;
  return w;
}

const swatches = new Map<string, string>();
/** The computed colour of a band, in its middle ("bright" is bare metal). */
export function bandHex(film: Film, band: Band): string {
  const key = `${film} ${band}`;
  let colour = swatches.get(key);
  if (!colour) {
    const range = bandRange(film, band);
    colour = range ? tintHex(film, band === 'bright' ? 0 : (range[0] + range[1]) / 2) : (scale[band] ?? '#808080');
    swatches.set(key, colour);
  }
  return colour;
}

/** The bands a welder can meet on this film: white only on titanium, sugar only on steel and nickel. */
export const bandsOf = (film: Film): Band[] => bandSchema.options.filter((b) => (film === 'titanium' ? b !== 'sugar' : b !== 'white'));
