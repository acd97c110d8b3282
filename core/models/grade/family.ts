/**
 * The films a real weld may carry: no two heats and gases grow the same oxide, so a picture is read with a family of them and the
 * spread of their answers is the doubt. n, k and contrast around the named films of the tint model (docs/physics.md).
 */
import { bandStarts, locusOf, oklab, stackOf, wordAt, type Stack, type Triple } from '../tint';

export type Metal = 'stainless' | 'titanium';
export type Side = 'id' | 'od';

/** Thicknesses looked at, nm: close where the colour turns fast. */
export const thicknesses: readonly number[] = [
  ...Array.from({ length: 40 }, (_, i) => i),
  ...Array.from({ length: 30 }, (_, i) => 40 + 2 * i),
  ...Array.from({ length: 54 }, (_, i) => 100 + 4 * i),
];

/** One film of the family, as the grader reads it: per thickness the colour as OKLab a/L and b/L, ln L, and the word. */
export interface Member {
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly l: Float64Array;
  /** Index of the word in filmBands. */
  readonly band: Uint8Array;
  /** Film the line's clean end is taken to carry, nm; 0 unless asked. */
  readonly from: number;
  /** Where each word begins, nm. */
  readonly starts: readonly number[];
  /** Whether it ends as white powder (titanium). */
  readonly powders: boolean;
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
interface Rendering {
  haze: number;
  contrast: number;
}
const plain: Rendering = { haze: 0.01, contrast: 1 };
const renderings: readonly Rendering[] = [{ haze: 0.08, contrast: 1 }, plain, { haze: 0.005, contrast: 1.3 }];

function memberOf(metal: Metal, shares: Float64Array, starts: readonly number[], { haze, contrast }: Rendering, from: number): Member {
  const n = thicknesses.length;
  const [u, v, l] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const band = new Uint8Array(n);
  const hazed = (d: number, c: number): number => haze + (1 - haze) * Math.max(0, shares[3 * d + c] as number);
  thicknesses.forEach((d, i) => {
    const [L, a, b] = oklab([0, 1, 2].map((c) => (hazed(d, c) / hazed(from, c)) ** contrast) as Triple);
    u[i] = a / L;
    v[i] = b / L;
    l[i] = Math.log(L);
    band[i] = wordAt(starts, d);
  });
  return { u, v, l, band, from, starts, powders: metal === 'titanium' };
}

/** Films that a clean end may carry unseen, nm. */
const stains = [10, 16, 22];

interface Family {
  films: Member[];
  /** The same films, were the clean end stained (Member.from). */
  stained: Member[];
}
const kept = new Map<Metal, Family>();

/** The family of a metal, worked out once and kept: it takes longer than a line. */
export function familyOf(metal: Metal): Family {
  let family = kept.get(metal);
  if (!family) {
    family = { films: [], stained: [] };
    stacksFor(metal).forEach((stack, i) => {
      const { shares } = locusOf(stack);
      const starts = bandStarts(shares);
      for (const r of renderings) family?.films.push(memberOf(metal, shares, starts, r, 0));
      if (i % 2 === 0) for (const d of stains) family?.stained.push(memberOf(metal, shares, starts, plain, d));
    });
    kept.set(metal, family);
  }
  return family;
}
