/** Smooth random fields, seeded. */

/** A number 0 to 1 for a lattice point: an integer hash, so that a field needs no memory. */
function lattice(seed: number, x: number, y: number): number {
  let h = Math.imul(x, 374761393) ^ Math.imul(y, 668265263) ^ Math.imul(seed, 974711);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

/** Value noise, -1 to 1, one feature a unit. */
export function field(seed: number, x: number, y: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - i, y - j];
  const [sx, sy] = [fx * fx * (3 - 2 * fx), fy * fy * (3 - 2 * fy)];
  const [a, b] = [lattice(seed, i, j), lattice(seed, i + 1, j)];
  const [c, d] = [lattice(seed, i, j + 1), lattice(seed, i + 1, j + 1)];
  return 2 * (a + (b - a) * sx + (c - a) * sy + (a - b - c + d) * sx * sy) - 1;
}

/** Three octaves of it, still about -1 to 1. */
export const rough = (seed: number, x: number, y: number): number =>
  (field(seed, x, y) + 0.5 * field(seed + 1, 2.03 * x, 2.03 * y) + 0.25 * field(seed + 2, 4.1 * x, 4.1 * y)) / 1.75;

/** Draws from a seeded generator. */
export const draws = (random: () => number) => ({
  between: (a: number, b: number): number => a + (b - a) * random(),
  chance: (p: number): boolean => random() < p,
  one: <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T,
  normal: (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()),
});
export type Draws = ReturnType<typeof draws>;
