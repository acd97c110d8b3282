/** Flat strips: a profile of film from clean metal (left) to the weld (right), under an unknown light, shaded, grainy. The plainest test. */
import { seeded } from '../../basics/seeded';
import { encode, locusOf, type Triple } from '../tint';
import { drawFilm, drawOther } from './film';
import { draws } from './noise';
import { readTruth, type Rendered, type TrueLine } from './truth';

export function renderStrip(seed: number, options: { metal?: 'stainless' | 'titanium'; long?: number; others?: boolean } = {}): Rendered {
  const draw = draws(seeded(seed * 104729 + 3));
  const metal = options.metal ?? (draw.chance(0.2) ? 'titanium' : 'stainless');
  const side = draw.chance(0.5) ? 'id' : 'od';
  const film = (options.others ? drawOther : drawFilm)(metal, side, draw);
  const { shares } = locusOf(film.stack);
  const [width, height] = [200, 32];
  const long = options.long ?? 150;
  const most = draw.between(5, 290);
  const [power, foot] = [draw.between(0.8, 2.5), draw.between(0, 0.15)];
  const nmAt = (x: number): number => {
    const t = Math.min(1, Math.max(0, (x - 30) / long));
    return 1 + most * Math.max(0, (t - foot) / (1 - foot)) ** power;
  };
  const gains = [0, 1, 2].map(() => draw.between(0.75, 1.25)) as Triple;
  const exposure = 0.45 * 2 ** draw.between(-1, 0.8);
  const [sideways, across] = [draw.between(-0.3, 0.3), draw.between(-0.15, 0.15)];
  const bead = draw.chance(0.3) ? draw.between(1, 1.6) : 1;
  const contrast = draw.chance(0.5) ? draw.between(0, 0.5) : 0;
  const data = new Uint8ClampedArray(3 * width * height);
  const nm = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const d = nmAt(x);
      nm[y * width + x] = d;
      const shade = (1 + sideways * (x / width - 0.5) * 2 + across * (y / height - 0.5) * 2) * (x > 30 + 0.92 * long ? bead : 1);
      for (let c = 0; c < 3; c++) {
        const v = Math.max(0, shares[3 * Math.round(d) + c] as number) * (gains[c] as number) * exposure * shade;
        const s = encode(v) + 0.02 * draw.normal();
        data[3 * (y * width + x) + c] = 255 * (s + contrast * s * (1 - s) * (s - 0.5) * 1.6);
      }
    }
  const line: TrueLine['line'] = [24, 16, Math.min(width - 4, 30 + long), 16];
  return { metal, side, width, height, data, patch: [3, 4, 22, 24], lines: [readTruth(line, nm, width, film.starts)], starts: film.starts };
}
