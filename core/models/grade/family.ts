/**
 * The films a real weld may carry: no two heats and gases grow the same oxide, so a picture is read with a family of them and the
 * spread of their answers is the doubt. n, k and the spread of thickness around the named films of film.ts (docs/physics.md).
 */
import { bandStarts } from '../tint';
import { oklab } from '../tint';
import { stackOf, type Stack } from '../tint';
import type { Triple } from '../tint';
import { locusOf, THICKEST } from '../tint';

export type Metal = 'stainless' | 'titanium';
export type Side = 'id' | 'od';

/** Thicknesses looked at, nm: close where the colour turns fast. */
export const thicknesses: readonly number[] = [
  ...Array.from({ length: 60 }, (_, i) => i),
  ...Array.from({ length: 45 }, (_, i) => 60 + 2 * i),
  ...Array.from({ length: 54 }, (_, i) => 150 + 3 * i),
];

/** One film of the family, as the grader reads it: per thickness the colour as OKLab a/L and b/L, ln L, and the word. */
export interface Member {
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly l: Float64Array;
  /** Index of the word in filmBands. */
  readonly band: Uint8Array;
  /** Where each word begins, nm. */
  readonly starts: readonly number[];
}

const scaled = (base: Stack, n: number, k: number, spread: number): Stack => ({
  metal: base.metal,
  spread,
  oxide: (nm) => {
    const [a, b] = base.oxide(nm);
    return [a * n, b * k];
  },
});

function stacksFor(metal: Metal): Stack[] {
  if (metal === 'titanium') {
    const base = stackOf('titanium');
    return [0.93, 0.97, 1.01].map((n) => scaled(base, n, 1, 0.03));
  }
  const base = stackOf('steel-id');
  return [0.94, 1, 1.06, 1.11].flatMap((n) => [0.55, 1.3].map((k) => scaled(base, n, k, 0.06)));
}

/** What surface and camera do to the film's colour: white light scattered over it (share of the bare metal's), and contrast (exponent). */
export interface Rendering {
  haze: number;
  contrast: number;
}
const renderings: readonly Rendering[] = [
  { haze: 0.08, contrast: 1 },
  { haze: 0.01, contrast: 1 },
  { haze: 0.005, contrast: 1.3 },
];

export function memberOf(stack: Stack, { haze, contrast }: Rendering): Member {
  const { shares } = locusOf(stack);
  const n = thicknesses.length;
  const [u, v, l] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const starts = bandStarts(shares);
  const band = new Uint8Array(n);
  thicknesses.forEach((d, i) => {
    const [L, a, b] = oklab([0, 1, 2].map((c) => (haze + (1 - haze) * Math.max(0, shares[3 * d + c] as number)) ** contrast) as Triple);
    u[i] = a / L;
    v[i] = b / L;
    l[i] = Math.log(L);
    let w = starts.length - 1;
    while (w > 0 && d < (starts[w] as number)) w--;
    band[i] = w;
  });
  return { u, v, l, band, starts };
}

const kept = new Map<Metal, Member[]>();
export function familyOf(metal: Metal): Member[] {
  let family = kept.get(metal);
  if (!family) kept.set(metal, (family = stacksFor(metal).flatMap((s) => renderings.map((r) => memberOf(s, r)))));
  return family;
}
export { THICKEST };
