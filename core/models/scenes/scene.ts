/**
 * Rendered welds whose film is known at every pixel: coupon, tube outside, half tube, tube inside. Not a path tracer: each lamp is a lobe on
 * the surface, what is mirrored is a lobe with a colour, the film is painted by distance from the joint. For tests, the demo and training.
 */
import { seeded } from '../../basics/seeded';
import { drawCamera, shoot } from './camera';
import { paint } from './coat';
import { drawFilm, drawOther } from './film';
import { alongBore, sideways } from './geometry';
import { drawLight } from './light';
import { drawLines, drawPatch, type Drawn } from './marks';
import { draws } from './noise';
import type { Triple } from '../tint';
import type { Rendered } from './truth';

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
  /** A white card lies in the corner of the picture. */
  card?: boolean;
  width?: number;
  height?: number;
}

export interface Scene extends Rendered {
  kind: SceneKind;
  wrong: SceneOptions['wrong'];
}

/** Renders a weld. The same kind, seed and options give the same picture. */
export function renderScene(kind: SceneKind, seed: number, options: SceneOptions = {}): Scene {
  const draw = draws(seeded(seed * 7919 + 13));
  const metal = options.metal ?? (draw.chance(0.15) ? 'titanium' : 'stainless');
  const side = kind === 'inside' || kind === 'half-tube' ? 'id' : 'od';
  const [width, height] = [options.width ?? 1080, options.height ?? 810];
  const film = (options.others ? drawOther : drawFilm)(metal, side, draw);
  const most = options.most ?? (draw.chance(0.45) ? draw.between(2, 40) : draw.chance(0.6) ? draw.between(25, 110) : draw.between(80, 230));
  const base = options.wrong === 'no-clean-metal' ? draw.between(12, 22) : draw.between(0.8, 2);
  const inBore = kind === 'inside';
  const geometry = inBore ? alongBore(width, height, draw) : sideways(kind, width, height, draw);
  const coat = paint(geometry.room, metal, most, base, seed, draw);
  const lighting = drawLight(film.stack, coat.bead, most, inBore, seed, draw);

  const light = new Float32Array(3 * width * height);
  const nmOf = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const place = geometry.at(x, y);
      nmOf[i] = place.metal ? coat.nm(place.s, place.a) : NaN;
      if (place.metal) lighting.metal(place, nmOf[i], light, 3 * i);
      else lighting.behind(x, y, light, 3 * i);
    }

  const card = [Math.round(0.03 * width), Math.round(0.82 * height), Math.round(0.1 * width), Math.round(0.13 * height)] as [
    number,
    number,
    number,
    number,
  ];
  if (options.card) layCard(card, lighting.card, { width, light, nmOf });

  const drawn: Drawn = { geometry, coat, width, height, light, nmOf, inBore };
  const patch = drawPatch(drawn, options.wrong === 'patch-tinted', draw);
  const exposure = (options.wrong === 'patch-clipped' ? 1.6 : draw.between(0.2, 0.72)) / patch.light;
  const data = shoot(light, width, height, drawCamera(draw, exposure, lighting.balance), draw);
  const lines = drawLines(drawn, film.starts, draw);
  return {
    kind,
    metal,
    side,
    wrong: options.wrong,
    width,
    height,
    data,
    patch: patch.box,
    lines,
    starts: film.starts,
    ...(options.card && { card }),
  };
}

/** Paper over whatever was there: it carries no film, and is no metal. */
function layCard(
  [x0, y0, w, h]: readonly [number, number, number, number],
  paper: Triple,
  { width, light, nmOf }: { width: number; light: Float32Array; nmOf: Float32Array },
): void {
  for (let y = y0; y < y0 + h; y++)
    for (let x = x0; x < x0 + w; x++) {
      const i = y * width + x;
      nmOf[i] = NaN;
      paper.forEach((v, c) => (light[3 * i + c] = v));
    }
}
