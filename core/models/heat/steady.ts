/**
 * The field that travels with a point of heat, once it has settled: Rosenthal 1946, with loss from both faces (textbook form, from memory).
 * Rises above the start, K. `ahead` is the distance ahead of the arc, negative behind it; `aside` across, `deep` below the face.
 */
import { scaledK0 } from './bessel';

/** @property q net power, W @property v travel, m/s @property k W/mK @property a m²/s @property d wall, m @property h loss of both faces, W/m²K */
export type Source = { q: number; v: number; k: number; a: number; d: number; h?: number };

/** Very thick plate. */
export function thickPlate({ q, v, k, a }: Source, ahead: number, aside: number, deep = 0): number {
  const r = Math.hypot(ahead, aside, deep);
  return (q / (2 * Math.PI * k * r)) * Math.exp((-v / (2 * a)) * (ahead + r));
}

/** Plate as hot at the back as in front: right wherever the metal is cold enough not to melt, for the walls that are welded here. */
export function thinPlate({ q, v, k, a, d, h = 0 }: Source, ahead: number, aside: number): number {
  const l = v / (2 * a);
  const x = Math.sqrt(l * l + h / (k * d)) * Math.hypot(ahead, aside);
  return (q / (2 * Math.PI * k * d)) * Math.exp(-l * ahead - x) * scaledK0(x);
}

/** Plate of a wall that counts: the sum of images as a series of cosines, which converges faster. Not nearer than 0.04 of the wall. */
export function finitePlate({ q, v, k, a, d, h = 0 }: Source, ahead: number, aside: number, deep = 0): number {
  const l = v / (2 * a);
  const r = Math.max(0.04 * d, Math.hypot(ahead, aside));
  const term = (mu: number) => Math.exp(-l * ahead - mu * r) * scaledK0(mu * r);
  let sum = term(Math.sqrt(l * l + h / (k * d)));
  for (let n = 1; n < 400; n++) {
    const mu = Math.hypot(l, (n * Math.PI) / d);
    const t = 2 * Math.cos((n * Math.PI * deep) / d) * term(mu);
    sum += t;
    if (mu * r + l * ahead > 40) break;
  }
  return (q / (2 * Math.PI * k * d)) * sum;
}
