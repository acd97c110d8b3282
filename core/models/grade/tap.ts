/** A single spot, tapped: colour alone cannot tell thin film from thick, so it has two candidates. */
import { familyOf, thicknesses, type Metal } from './family';
import { hueOver, spotOf, type Box, type Picture } from './pixels';

export interface Candidate {
  /** Index of the word in filmBands. */
  band: number;
  /** Model film, nm. */
  nm: number;
  /** Distance in OKLab, lightness weighed a quarter; 0.02 is just visible. */
  off: number;
}

/** Lightness against hue: light on metal is uneven, hue is not. */
const LIGHTNESS = 0.25;

/** The film nearest to a spot's colour up to light blue, and past it. */
export function candidatesAt(picture: Picture, patch: Box, spot: Box, metal: Metal): [Candidate, Candidate] {
  const [clean, seen] = [spotOf(picture, patch).mean, spotOf(picture, spot).mean];
  const [u, v, L] = hueOver(seen, clean);
  const best: [Candidate, Candidate] = [
    { band: 0, nm: 0, off: Infinity },
    { band: 0, nm: 0, off: Infinity },
  ];
  for (const film of familyOf(metal).films) {
    const past = film.starts[8] as number;
    thicknesses.forEach((nm, i) => {
      const l = Math.exp(film.l[i] as number);
      const off = Math.sqrt(LIGHTNESS * (L - l) ** 2 + (u * L - (film.u[i] as number) * l) ** 2 + (v * L - (film.v[i] as number) * l) ** 2);
      const side = nm < past ? 0 : 1;
      if (off < best[side].off) best[side] = { band: film.band[i] as number, nm, off };
    });
  }
  return best;
}
