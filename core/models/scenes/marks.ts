/** The patch and the lines somebody would lay on a rendered weld. */
import type { Geometry } from './geometry';
import type { Draws } from './noise';
import { readTruth, type TrueLine } from './truth';

export interface Drawn {
  geometry: Geometry;
  coat: { bead: number; reach: number };
  width: number;
  height: number;
  /** Linear light, three a pixel. */
  light: Float32Array;
  /** Film a pixel, nm; NaN no metal. */
  nmOf: Float32Array;
  inBore: boolean;
}

/** From here on the metal is clean, mm from the joint. */
const clearOf = ({ coat }: Drawn): number => coat.bead + 2.2 * coat.reach;
/** How far along the joint marks are looked for, mm. */
const wideOf = ({ inBore }: Drawn): number => (inBore ? 140 : 18);

/** Mean light about a pixel; -1 where it is not all metal. */
function meanAbout({ width, height, light, nmOf }: Drawn, x: number, y: number, half: number): number {
  let [sum, n] = [0, 0];
  for (let j = Math.round(y - half); j <= y + half; j += 3)
    for (let i = Math.round(x - half); i <= x + half; i += 3) {
      const k = j * width + i;
      if (i < 0 || j < 0 || i >= width || j >= height || Number.isNaN(nmOf[k])) return -1;
      sum += light[3 * k + 1] as number;
      n++;
    }
  return sum / n;
}

/** A patch on clean, well-lit metal; or on the tint, on purpose. */
export function drawPatch(drawn: Drawn, tinted: boolean, draw: Draws): { box: [number, number, number, number]; light: number } {
  const { geometry, coat, width, height, inBore } = drawn;
  const half = Math.round(width / 36);
  const [clear, wide] = [clearOf(drawn), wideOf(drawn)];
  const spots: { at: [number, number]; light: number }[] = [];
  for (let k = 0; k < 600; k++) {
    const side = inBore || draw.chance(0.5) ? -1 : 1;
    const s = side * (tinted ? draw.between(coat.bead * 1.1, coat.bead + coat.reach * 0.7) : draw.between(clear, clear + geometry.room));
    const at = geometry.pixel(s, draw.between(-wide, wide));
    const light = at ? meanAbout(drawn, at[0], at[1], 1.3 * half) : -1;
    if (at && light > 0) spots.push({ at, light });
  }
  spots.sort((p, q) => p.light - q.light);
  const { at, light } = spots[Math.floor(spots.length * draw.between(0.5, 0.9))] ?? { at: [width / 2, height / 2], light: 1 };
  return { box: [Math.round(at[0]) - half, Math.round(at[1]) - half, 2 * half, 2 * half], light };
}

/** Up to three lines from clean metal to the bead. */
export function drawLines(drawn: Drawn, starts: readonly number[], draw: Draws): TrueLine[] {
  const { geometry, coat, width, nmOf, inBore } = drawn;
  const [clear, wide] = [clearOf(drawn), wideOf(drawn)];
  const lines: TrueLine[] = [];
  for (let k = 0; k < 1500 && lines.length < 3; k++) {
    const side = draw.chance(inBore ? 0.2 : 0.5) ? 1 : -1;
    const a = draw.between(-wide, wide);
    const from = geometry.pixel(side * (clear + draw.between(0, 0.3 * geometry.room)), a + draw.between(-2, 2));
    const to = geometry.pixel(side * coat.bead * draw.between(-0.1, 0.2), a);
    if (!from || !to || Math.hypot(to[0] - from[0], to[1] - from[1]) < 40) continue;
    lines.push(readTruth([...from, ...to].map(Math.round) as TrueLine['line'], nmOf, width, starts));
  }
  return lines;
}
