/** The film laid on a rendered weld. */
import { THICKEST } from '../tint';
import { field, rough, type Draws } from './noise';
import { BLACK, POWDER } from './truth';

/** Film by place: thick on the bead and beside it, falling off outwards, mottled, with islands, halos, scale. */
export function paint(room: number, metal: 'stainless' | 'titanium', most: number, base: number, seed: number, draw: Draws) {
  const bead = room * draw.between(0.08, 0.22); // half width, mm
  const reach = room * draw.between(0.12, 0.33);
  const power = draw.between(1.1, 2.4);
  const halo = draw.chance(0.12);
  const onBead = draw.chance(0.3) ? draw.between(0.5, 0.85) : draw.between(0.95, 1.05);
  const ripple = draw.between(0.03, 0.16);
  const islands = draw.chance(0.25) ? draw.between(-0.45, 0.35) : 0;
  const wave = draw.between(0.02, 0.18);
  const scale = most > 35 && draw.chance(0.2) ? draw.between(0.2, 0.8) : 0;
  return {
    bead,
    reach,
    /** nm; BLACK for scale, POWDER for white powder. */
    nm(s: number, a: number): number {
      const edge = Math.max(0, Math.abs(s + wave * bead * field(seed + 5, a / 6, s / 30)) - bead);
      const grown = Math.exp(-((edge / (reach * (1 + 0.25 * field(seed + 9, a / 9, 0)))) ** power));
      const mottle = 1 + ripple * rough(seed, s / 0.9, a / 0.9) + islands * Math.max(0, field(seed + 31, s / 2.2, a / 2.2) * 3 - 1.2);
      const inBead = Math.abs(s) < bead;
      if (scale > 0 && Math.abs(s) < bead * 1.3 && rough(seed + 21, s / 3, a / 5) > 0.4 - scale)
        return metal === 'titanium' ? POWDER : BLACK;
      let d = base + most * grown * mottle;
      if (halo && edge < reach * 0.8) d = base + most * (0.45 + 0.55 * Math.exp(-(((edge - reach * 0.5) / (0.22 * reach)) ** 2))) * mottle;
      if (inBead) d = base + (d - base) * onBead;
      return Math.min(THICKEST - 1, Math.max(0, d));
    },
  };
}
