/**
 * The colour of a thin oxide on metal, at right angles: one film, two interfaces (Airy's sum, any optics text).
 * r = (r01 + r12 E)/(1 + r01 r12 E), E = exp(4 pi i N d / lambda).
 * Constants: steel metal after Karlsson & Ribbing 1982, from memory, +-8 %; titanium after Rakic et al. 1998
 * (Lorentz-Drude); oxides mixed by Bruggeman from Cr2O3, spinel and Fe2O3, from memory; TiO2 after Devore 1951 with voids.
 * Absolute thickness is good to about +-15 %: say "film about N nm (model)".
 */
import { isTitanium, type AlloyId } from '../../basics/materials';
import { adapt, D65_WHITE, hex, srgb } from './colour';
import { tristimulus, type Triple } from './light';

export type Film = 'steel-id' | 'steel-od' | 'titanium';

/**
 * The films that colour an alloy inside (purged) and outside: titanium has one oxide; what is not titanium is taken as chromium steel,
 * nickel alloys too (their spinel looks alike; judgement).
 */
export const filmsOf = (alloy: AlloyId): { id: Film; od: Film } =>
  isTitanium(alloy) ? { id: 'titanium', od: 'titanium' } : { id: 'steel-id', od: 'steel-od' };

/** One film on one metal: indices at a wavelength (nm), and how much the thickness spreads within a spot, share. */
export interface Stack {
  oxide: (nm: number) => readonly [number, number];
  metal: (nm: number) => readonly [number, number];
  spread: number;
}

/** n and k at 400, 450 ... 700 nm. */
type Constants = readonly (readonly [number, number])[];
const steel: Constants = [
  [1.75, 2.65],
  [1.95, 2.9],
  [2.12, 3.13],
  [2.28, 3.33],
  [2.42, 3.52],
  [2.55, 3.68],
  [2.68, 3.86],
];
const titaniumMetal: Constants = [
  [1.06, 2.54],
  [1.33, 2.76],
  [1.59, 2.9],
  [1.79, 3],
  [1.95, 3.1],
  [2.09, 3.2],
  [2.23, 3.3],
];
const idFilm: Constants = [
  [2.5, 0.36],
  [2.47, 0.28],
  [2.46, 0.22],
  [2.45, 0.19],
  [2.43, 0.15],
  [2.4, 0.12],
  [2.38, 0.11],
];
const odFilm: Constants = [
  [2.5, 0.6],
  [2.57, 0.44],
  [2.63, 0.34],
  [2.64, 0.26],
  [2.6, 0.16],
  [2.55, 0.11],
  [2.51, 0.1],
];
const titania: Constants = [
  [2.88, 0.01],
  [2.7, 0],
  [2.6, 0],
  [2.54, 0],
  [2.5, 0],
  [2.47, 0],
  [2.45, 0],
];

const stacks: Record<Film, { metal: Constants; oxide: Constants; spread: number }> = {
  'steel-id': { metal: steel, oxide: idFilm, spread: 0.1 },
  'steel-od': { metal: steel, oxide: odFilm, spread: 0.1 },
  titanium: { metal: titaniumMetal, oxide: titania, spread: 0 },
};

function at(table: Constants, nm: number): [number, number] {
  const x = (Math.min(700, Math.max(400, nm)) - 400) / 50;
  const i = Math.min(5, Math.floor(x));
  const [a, b] = [table[i] as readonly [number, number], table[i + 1] as readonly [number, number]];
  return [a[0] + (b[0] - a[0]) * (x - i), a[1] + (b[1] - a[1]) * (x - i)];
}

/** The stack a named film stands for. */
export const stackOf = (film: Film): Stack => {
  const { metal, oxide, spread } = stacks[film];
  return { oxide: (nm) => at(oxide, nm), metal: (nm) => at(metal, nm), spread };
};

/** What is on the metal at a wavelength, nm: indices n and k of oxide and metal, and how much its thickness spreads within a patch, share. */
export const stackAt = (film: Film, nm: number): { oxide: readonly [number, number]; metal: readonly [number, number]; spread: number } => {
  const { metal, oxide, spread } = stacks[film];
  return { oxide: at(oxide, nm), metal: at(metal, nm), spread };
};

/**
 * Reflectance of a film of index `film` and thickness d (nm) on a metal of index `metal`, at one wavelength (nm). Written out in real and
 * imaginary parts: a picture's family of films asks for it a million times.
 */
export function reflectance(film: readonly [number, number], metal: readonly [number, number], d: number, nm: number): number {
  const [n, k] = film;
  const [m, l] = metal;
  // r01 = (1 - N)/(1 + N)
  const s = (1 + n) ** 2 + k * k;
  const [a, ai] = [((1 - n) * (1 + n) - k * k) / s, (-2 * k) / s];
  // r12 = (N - M)/(N + M)
  const t = (n + m) ** 2 + (k + l) ** 2;
  const [b, bi] = [((n - m) * (n + m) + (k - l) * (k + l)) / t, ((k - l) * (n + m) - (n - m) * (k + l)) / t];
  // r12 E
  const phase = (4 * Math.PI * d) / nm;
  const size = Math.exp(-phase * k);
  const [e, ei] = [size * Math.cos(phase * n), size * Math.sin(phase * n)];
  const [p, pi] = [b * e - bi * ei, b * ei + bi * e];
  // (r01 + r12 E)/(1 + r01 r12 E)
  const [q, qi] = [1 + a * p - ai * pi, a * pi + ai * p];
  return ((a + p) ** 2 + (ai + pi) ** 2) / (q * q + qi * qi);
}

// Five-point Gauss-Hermite, for the spread of thickness within a patch.
const nodes = [-2.0201828704560856, -0.9585724646138185, 0, 0.9585724646138185, 2.0201828704560856];
const weights = [0.01995324205904591, 0.3936193231522412, 0.9453087204829419, 0.3936193231522412, 0.01995324205904591];

/** XYZ under D65 of the tint, d in nm, no adaptation. */
export function tintXYZ(film: Film, d: number): Triple {
  const { metal, oxide, spread } = stacks[film];
  return tristimulus((nm) => {
    const [n, m] = [at(oxide, nm), at(metal, nm)];
    if (spread === 0 || d === 0) return reflectance(n, m, d, nm);
    let sum = 0;
    for (let i = 0; i < nodes.length; i++)
      sum += (weights[i] as number) * reflectance(n, m, Math.max(0, d * (1 + Math.SQRT2 * spread * (nodes[i] as number))), nm);
    return sum / Math.sqrt(Math.PI);
  });
}

const bare = new Map<Film, Triple>();
/** Luminance given to bare metal on the screen. */
export const BARE_Y = 0.7;

/** The screen colour of a tint: bare metal is taken for white, 0.70 bright, so that only the film colours it. */
export function tintHex(film: Film, d: number): string {
  let white = bare.get(film);
  if (!white) bare.set(film, (white = tintXYZ(film, 0)));
  const scale = BARE_Y / white[1];
  const xyz = tintXYZ(film, d).map((v) => v * scale) as Triple;
  return hex(srgb(adapt(xyz, white.map((v) => v / white[1]) as Triple, D65_WHITE)));
}
