/**
 * The film of one rendered weld: drawn around the named films, never one of them, with its own words (bandStarts) and its colours under
 * each lamp of the scene.
 */
import {
  bandStarts,
  d65,
  linearOf,
  locusOf,
  observer,
  reflectance,
  stackOf,
  THICKEST,
  wavelengths,
  type Stack,
  type Triple,
} from '../tint';
import type { Draws } from './noise';

export interface PaintedFilm {
  stack: Stack;
  starts: readonly number[];
}

/** A film for a weld. Between the inside and outside films, n ±7 %, k halved to 1.7 times, metal ±6 %. */
export function drawFilm(metal: 'stainless' | 'titanium', side: 'id' | 'od', draw: Draws): PaintedFilm {
  const base = stackOf(metal === 'titanium' ? 'titanium' : 'steel-id');
  const other = metal === 'titanium' ? base : stackOf('steel-od');
  const mix = side === 'od' ? draw.between(0.1, 1) : draw.between(0, 0.5);
  const [n, k] = metal === 'titanium' ? [draw.between(0.93, 1.02), 1] : [draw.between(0.93, 1.06), Math.exp(draw.between(-0.7, 0.5))];
  const [mn, mk] = [draw.between(0.94, 1.06), draw.between(0.94, 1.06)];
  const stack: Stack = {
    spread: metal === 'titanium' ? draw.between(0, 0.06) : draw.between(0.02, 0.13),
    oxide: (nm) => {
      const [a, b] = [base.oxide(nm), other.oxide(nm)];
      return [(a[0] + (b[0] - a[0]) * mix) * n, (a[1] + (b[1] - a[1]) * mix) * k];
    },
    metal: (nm) => {
      const m = base.metal(nm);
      return [m[0] * mn, m[1] * mk];
    },
  };
  return { stack, starts: bandStarts(locusOf(stack).shares) };
}

/**
 * A film by other constants: Cauchy's n = A + B/λ², k falling exponentially to the red, a metal tilted in the spectrum. Invented about the same
 * range (n 2.3 to 2.7, k 0.05 to 0.3 at 550 nm); the grader's family is not made from it.
 */
export function drawOther(metal: 'stainless' | 'titanium', side: 'id' | 'od', draw: Draws): PaintedFilm {
  const titanium = metal === 'titanium';
  const base = stackOf(titanium ? 'titanium' : 'steel-id');
  const n550 = titanium ? draw.between(2.34, 2.56) : draw.between(side === 'od' ? 2.36 : 2.28, side === 'od' ? 2.7 : 2.6);
  const b = draw.between(0.02, 0.09);
  const k550 = titanium ? 0 : draw.between(0.05, 0.28);
  const tau = draw.between(120, 300);
  const [size, tilt] = [draw.between(0.93, 1.07), draw.between(-0.08, 0.08)];
  const stack: Stack = {
    spread: draw.between(0, titanium ? 0.06 : 0.12),
    oxide: (nm) => [n550 + b * ((1000 / nm) ** 2 - (1000 / 550) ** 2), k550 * Math.exp((550 - nm) / tau)],
    metal: (nm) => {
      const m = base.metal(nm);
      const f = size * (1 + (tilt * (nm - 550)) / 150);
      return [m[0] * f, m[1] / f];
    },
  };
  return { stack, starts: bandStarts(locusOf(stack).shares) };
}

/** Relative power of a lamp: daylight, or a black body of so many kelvin (Planck), 1 at 560 nm. */
export const lampOf = (kelvin: number | 'daylight'): ((nm: number) => number) => {
  if (kelvin === 'daylight') return (nm) => d65(nm) / d65(560);
  const planck = (nm: number) => nm ** -5 / (Math.exp(1.438777e7 / (nm * kelvin)) - 1);
  return (nm) => planck(nm) / planck(560);
};

/** Linear sRGB of the film under a lamp, every nm; the bare metal of all lamps alike has luminance 1. */
export function colours(stack: Stack, lamp: (nm: number) => number): Float64Array {
  const table = new Float64Array(3 * (THICKEST + 1));
  const raw = Array.from({ length: THICKEST + 1 }, () => [0, 0, 0] as Triple);
  for (const nm of wavelengths) {
    const [oxide, metal] = [stack.oxide(nm), stack.metal(nm)];
    const eye = observer(nm).map((v) => v * lamp(nm)) as Triple;
    for (let d = 0; d <= THICKEST; d++) {
      const r = reflectance(oxide, metal, d, nm);
      const xyz = raw[d] as Triple;
      for (let c = 0; c < 3; c++) xyz[c] = (xyz[c] as number) + r * (eye[c] as number);
    }
  }
  const white = (raw[0] as Triple)[1];
  for (let d = 0; d <= THICKEST; d++) {
    // The thickness varies within a spot (stack.spread).
    const sum: Triple = [0, 0, 0];
    let all = 0;
    for (let z = -2; z <= 2; z += 0.5) {
      const w = Math.exp((-z * z) / 2);
      const at = raw[Math.min(THICKEST, Math.max(0, Math.round(d * (1 + z * stack.spread))))] as Triple;
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + w * (at[c] as number);
      all += w;
    }
    linearOf(sum.map((v) => v / all / white) as Triple).forEach((v, c) => (table[3 * d + c] = v));
  }
  return table;
}

/** Share of light a grey card gives back. */
const GREY = 0.3;
/** Linear sRGB of a grey card under a lamp, beside the bare metal of `colours`. */
export function paperUnder(stack: Stack, lamp: (nm: number) => number): Triple {
  const sum: Triple = [0, 0, 0];
  let metal = 0;
  for (const nm of wavelengths) {
    const eye = observer(nm).map((v) => v * lamp(nm)) as Triple;
    metal += reflectance(stack.oxide(nm), stack.metal(nm), 0, nm) * eye[1];
    eye.forEach((v, c) => (sum[c] = (sum[c] as number) + v));
  }
  return linearOf(sum.map((v) => (GREY * v) / metal) as Triple);
}
