/**
 * Rendered welds whose film is known at every pixel: coupon, tube outside, half tube, tube inside. Not a path tracer: each lamp is a lobe on
 * the surface, what is mirrored is a lobe with a colour, the film is painted by distance from the joint. For tests, the demo and training.
 */
import { seeded } from '../../basics/seeded';
import { THICKEST, type Triple } from '../tint';
import { drawCamera, shoot } from './camera';
import { paint } from './coat';
import { colours, drawFilm, drawOther, lampOf } from './film';
import { alongBore, sideways } from './geometry';
import { draws, field, rough } from './noise';
import { BLACK, POWDER, readTruth, type TrueLine } from './truth';

export const sceneKinds = ['coupon', 'tube', 'half-tube', 'inside'] as const;
export type SceneKind = (typeof sceneKinds)[number];

export interface SceneOptions {
  metal?: 'stainless' | 'titanium';
  /** Thickest film, nm; drawn when left out. */
  most?: number;
  /** Films by other constants than the named ones: for judging what was tuned on those. */
  others?: boolean;
  /** Something made wrong on purpose. */
  wrong?: 'patch-clipped' | 'patch-tinted' | 'no-clean-metal';
  width?: number;
  height?: number;
}

export interface Scene {
  kind: SceneKind;
  metal: 'stainless' | 'titanium';
  side: 'id' | 'od';
  wrong: SceneOptions['wrong'];
  width: number;
  height: number;
  /** sRGB, three bytes a pixel. */
  data: Uint8ClampedArray;
  patch: [number, number, number, number];
  lines: TrueLine[];
  starts: readonly number[];
}

const tints: readonly Triple[] = [
  [0.5, 0.6, 1],
  [1, 0.55, 0.2],
  [1, 0.75, 0.6],
  [1, 0.9, 0.35],
  [0.6, 1, 0.6],
  [0.9, 0.4, 0.35],
];

export function renderScene(kind: SceneKind, seed: number, options: SceneOptions = {}): Scene {
  const draw = draws(seeded(seed * 7919 + 13));
  const metal = options.metal ?? (draw.chance(0.15) ? 'titanium' : 'stainless');
  const side = kind === 'inside' || kind === 'half-tube' ? 'id' : 'od';
  const [width, height] = [options.width ?? 1080, options.height ?? 810];
  const film = (options.others ? drawOther : drawFilm)(metal, side, draw);
  const most = options.most ?? (draw.chance(0.45) ? draw.between(2, 40) : draw.chance(0.6) ? draw.between(25, 110) : draw.between(80, 230));
  const base = options.wrong === 'no-clean-metal' ? draw.between(12, 22) : draw.between(0.8, 2);
  const geometry = kind === 'inside' ? alongBore(width, height, draw) : sideways(kind, width, height, draw);
  const coat = paint(geometry.room, metal, most, base, seed, draw);

  // Lamps: a lobe on the turned surface each, over a general light.
  const lamps = Array.from({ length: kind === 'inside' ? 1 : 2 + Math.floor(draw.between(0, 2)) }, () => ({
    table: colours(film.stack, lampOf(draw.one(['daylight', 2900, 4000, 5000, 6500] as const))),
    at: draw.between(-0.8, 0.8),
    along: draw.between(-30, 30),
    width: draw.between(0.2, 0.7),
    length: draw.between(8, 60),
    power: draw.between(0.15, 1.2),
    general: draw.between(0.1, 0.5),
  }));
  const day = colours(film.stack, lampOf('daylight'));
  const mirrored = draw.chance(0.4)
    ? {
        colour: draw.one(tints),
        at: draw.between(-0.9, 0.9),
        along: draw.between(-25, 25),
        size: draw.between(6, 16),
        power: draw.between(0.15, 0.7),
      }
    : null;
  // The camera balances what the bare metal shows under all lamps together, not quite.
  const bare = [0, 1, 2].map((c) => lamps.reduce((sum, l) => sum + (l.table[c] as number) * (l.general + 0.4 * l.power), 0)) as Triple;
  const balance = bare.map((v) => bare[1] / v) as Triple;
  const haze = draw.chance(0.35) ? draw.between(0.02, 0.16) : draw.between(0, 0.02);
  const streak = draw.between(0.02, 0.1);
  const along = draw.chance(0.5);
  const phone = draw.between(0.3, 1.5); // what the bead mirrors
  const brown: Triple = [0.05, 0.035, 0.025];

  const joint = 3 * Math.round(Math.min(THICKEST, most));
  const light = new Float32Array(3 * width * height);
  const nmOf = new Float32Array(width * height);
  const lobes = new Float64Array(lamps.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const p = geometry.at(x, y);
      if (!p.metal) {
        for (let c = 0; c < 3; c++)
          light[3 * i + c] = kind === 'inside' ? (brown[c] as number) : 0.22 + 0.04 * field(seed + 40, x / 90, y / 90);
        nmOf[i] = NaN;
        continue;
      }
      const nm = coat.nm(p.s, p.a);
      nmOf[i] = nm;
      const inBead = Math.abs(p.s) < coat.bead;
      const edge = Math.min(1, Math.max(0, (coat.bead - Math.abs(p.s)) / 0.35));
      const ripples = inBead ? 1 + 0.18 * Math.sin(p.a * 7 + 2.5 * (p.s / coat.bead) ** 2) : 1;
      // Past the joint in a bore the light has been on its film before.
      const again = p.second && nm >= 0 ? p.second : 0;
      const grain =
        1 +
        streak * (along ? rough(seed + 60, p.a / 0.35, p.s / 8) : rough(seed + 60, p.s / 0.35, p.a / 8)) +
        0.04 * field(seed + 63, p.s / 3, p.a / 3);
      const bent = inBead ? p.turn + 0.35 * (p.s / coat.bead) : p.turn;
      const d = Math.max(0, nm);
      // A tilted view reads a little thinner (tilted path in the film).
      const index = 3 * Math.round(d * (1 - 0.04 * Math.min(1, Math.abs(p.turn))));
      const scaled =
        nm === BLACK
          ? 0.09 * (1 + 0.5 * rough(seed + 80, p.s / 0.4, p.a / 0.4))
          : nm === POWDER
            ? 0.9 + 0.1 * field(seed + 80, p.s / 0.6, p.a / 0.6)
            : 0;
      lamps.forEach((lamp, k) => {
        const off = ((bent - lamp.at) / lamp.width) ** 2 + ((p.s - lamp.along) / lamp.length) ** 2;
        lobes[k] = lamp.general + lamp.power * Math.exp(-off);
      });
      const thing = mirrored
        ? mirrored.power * Math.exp(-(((p.s - mirrored.along) / mirrored.size) ** 2) - ((p.turn - mirrored.at) / 0.5) ** 2)
        : 0;
      const all = p.lit * grain * ripples * (1 + (phone - 1) * edge);
      for (let c = 0; c < 3; c++) {
        let v = 0;
        lamps.forEach((lamp, k) => {
          const bareHere = lamp.table[c] as number;
          const colour = nm < 0 ? bareHere * scaled : (lamp.table[index + c] as number);
          v += (lobes[k] as number) * (colour * (1 - haze) + bareHere * haze);
        });
        if (mirrored) v += thing * (mirrored.colour[c] as number) * (nm < 0 ? scaled : (day[index + c] as number));
        light[3 * i + c] = Math.max(0, v) * all * (1 - again + (again * (day[joint + c] as number)) / (day[c] as number));
      }
    }

  // Lines from clean metal to the middle of the bead, and a patch on clean metal in the light.
  const meanAt = (x: number, y: number, half: number): number => {
    let [sum, n] = [0, 0];
    for (let j = Math.round(y - half); j <= y + half; j += 3)
      for (let i = Math.round(x - half); i <= x + half; i += 3) {
        const k = j * width + i;
        if (i < 0 || j < 0 || i >= width || j >= height || Number.isNaN(nmOf[k])) return -1;
        sum += light[3 * k + 1] as number;
        n++;
      }
    return sum / n;
  };
  const half = Math.round(width / 36);
  const clear = coat.bead + 2.2 * coat.reach;
  const wide = kind === 'inside' ? 140 : 18;
  const spots: { s: number; a: number; at: [number, number]; light: number }[] = [];
  for (let k = 0; k < 600; k++) {
    const s =
      (kind === 'inside' || draw.chance(0.5) ? -1 : 1) *
      (options.wrong === 'patch-tinted'
        ? draw.between(coat.bead * 1.1, coat.bead + coat.reach * 0.7)
        : draw.between(clear, clear + geometry.room));
    const a = draw.between(-wide, wide);
    const at = geometry.pixel(s, a);
    const l = at ? meanAt(at[0], at[1], 1.3 * half) : -1;
    if (at && l > 0) spots.push({ s, a, at, light: l });
  }
  spots.sort((p, q) => p.light - q.light);
  const patchSpot = spots[Math.floor(spots.length * draw.between(0.5, 0.9))] ?? {
    at: [width / 2, height / 2] as [number, number],
    light: 1,
    s: 0,
    a: 0,
  };
  const exposure = ((options.wrong === 'patch-clipped' ? 1.6 : draw.between(0.2, 0.72)) / patchSpot.light) * 1;
  const data = shoot(light, width, height, drawCamera(draw, exposure, balance), draw);

  const lines: TrueLine[] = [];
  for (let k = 0; k < 1500 && lines.length < 3; k++) {
    const sign = draw.chance(kind === 'inside' ? 0.2 : 0.5) ? 1 : -1;
    const a = draw.between(-wide, wide);
    const from = geometry.pixel(sign * (clear + draw.between(0, 0.3 * geometry.room)), a + draw.between(-2, 2));
    const to = geometry.pixel(sign * coat.bead * draw.between(-0.1, 0.2), a);
    if (!from || !to || Math.hypot(to[0] - from[0], to[1] - from[1]) < 40) continue;
    const line = [...from, ...to].map(Math.round) as TrueLine['line'];
    lines.push(readTruth(line, nmOf, width, film.starts));
  }
  const [px, py] = patchSpot.at.map(Math.round) as [number, number];
  return {
    kind,
    metal,
    side,
    wrong: options.wrong,
    width,
    height,
    data,
    patch: [px - half, py - half, 2 * half, 2 * half],
    lines,
    starts: film.starts,
  };
}
