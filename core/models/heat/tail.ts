/**
 * What stays hot behind the arc. A line of heat H on a wall d cools on its middle as (H/d)/sqrt(4 pi k rc t) e^(-bt) where it is as hot at
 * the back as in front, as H/(2 pi k t) in very thick plate (Adams 1958, cooling in terms of the two limits, from memory); blended by their
 * fourth powers, 0.94 fitted to nonlinear finite-difference runs (-8 to +9 % in 26 of them).
 */
import { lossOf } from './arc';
import { meanOver } from './constants';
import { thinPlate } from './steady';
import type { AlloyId } from '../../basics/materials';

const FITTED = 0.94;
/** Share of the power with which the thin field has the tail that is given here: what is drawn and what is said agree by it. */
export const TAIL_POWER = Math.sqrt(FITTED);

/** Principal branch of Lambert's W for x >= 0: w e^w = x, by Halley's steps. */
export function lambertW(x: number): number {
  let w = Math.log1p(x) * (x > 3 ? 0.75 : 1);
  for (let i = 0; i < 20; i++) {
    const e = Math.exp(w);
    const f = w * e - x;
    const step = f / (e * (w + 1) - ((w + 2) * f) / (2 * w + 2));
    w -= step;
    if (Math.abs(step) < 1e-13 * (1 + w)) break;
  }
  return w;
}

export type Tail = {
  /** s above the limit where there is no loss */
  t0: number;
  /** s above it */
  time: number;
  /** m behind the arc */
  length: number;
  /** m to either side of the seam */
  halfWidth: number;
  /** loss for each unit of wall's heat, 1/s */
  b: number;
};

type Asked = { alloy: AlloyId; wall: number; travel: number; heat: number; limit: number; start?: number; loss?: number };

/** @param heat net heat input, J/m @param limit °C @param loss W/m²K of both faces; by default at 100 K above the limit */
export function tailOf({ alloy, wall, travel, heat, limit, start = 20, loss = lossOf(limit + 100) }: Asked): Tail {
  const { k, rc, a } = meanOver(alloy, limit);
  const rise = limit - start;
  const thin = (heat / wall) ** 2 / (4 * Math.PI * k * rc * rise ** 2);
  const thick = heat / (2 * Math.PI * k * rise);
  const t0 = FITTED * (thin ** 4 + thick ** 4) ** 0.25;
  const b = loss / (rc * wall);
  const time = lambertW(2 * b * t0) / (2 * b);
  const length = travel * time;
  // As wide as the field itself is: the same heat as gives this tail, so that figure and drawing agree.
  const source = { q: TAIL_POWER * heat * travel, v: travel, k, a, d: wall, h: loss };
  return { t0, time, length, b, halfWidth: widest(source, rise, length) };
}

/** Half the greatest width of what is above a rise, m. */
function widest(source: Parameters<typeof thinPlate>[0], rise: number, length: number): number {
  const hottest = (aside: number): number => {
    let [lo, hi] = [-length, 0];
    for (let i = 0; i < 40; i++) {
      const [m, n] = [lo + 0.382 * (hi - lo), hi - 0.382 * (hi - lo)];
      if (thinPlate(source, m, aside) > thinPlate(source, n, aside)) hi = n;
      else lo = m;
    }
    return thinPlate(source, (lo + hi) / 2, aside);
  };
  let [lo, hi] = [1e-5, length + source.d];
  for (let i = 0; i < 40; i++) {
    const mid = (lo + hi) / 2;
    if (hottest(mid) > rise) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** s until the crater at the end of a straight seam is below the limit: half the line feeds it, no arc comes after it. */
export const craterTime = ({ t0, b }: Pick<Tail, 't0' | 'b'>): number => lambertW((2 * b * t0) / 4) / (2 * b);
