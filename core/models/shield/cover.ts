/**
 * What the gas of a cup covers: a jet that stands on the work and flows out over it as a layer, eaten from its edge by the air. Where the air
 * has come in as deep as the layer is thick, 500 ppm of oxygen are at the metal. A judgement throughout: 500 ppm was chosen so that a no. 12
 * with an added screen covers 1 in from 1 in away, the stirring of a plain cup so that it serves two to three electrodes (common practice,
 * no source). Flat work, calm air; on a tube it is a guess beyond 60 degrees from the torch.
 */
const INCH = 0.0254;
/** Argon: viscosity, and diffusion in air, m²/s, from memory. */
export const NU = 1.34e-5;
const DIFFUSION = 1.95e-5;
/** 2 erfcinv(2 x 500/209 500): how many diffusion lengths deep 500 ppm lie. */
const DEEP = 3.99;

/** Bore of a cup, m. */
export const cupBore = (n: number): number => (n / 16) * INCH;
/** Speed of argon in the bore, m/s. */
const speedIn = (n: number, flow: number): number => (4 * flow) / (Math.PI * cupBore(n) ** 2);
/** Reynolds number of argon in the bore at a flow, m³/s. */
export const reynolds = (n: number, flow: number): number => (speedIn(n, flow) * cupBore(n)) / NU;
/** Reynolds number at which the stream breaks up. */
export const streamOf = (lens: boolean, screen: boolean): number => (!lens ? 1500 : screen ? 2300 : 2000);

/** How fast the edge stirs air in: nothing behind an added screen, a little behind a lens, much from a plain cup or a stream that breaks up. */
function stirring({ lens, screens }: Pick<Torch, 'lens' | 'screens'>, re: number): number {
  const calm = !lens ? 0.22 : screens > 0 ? 0 : 0.025;
  const breaks = streamOf(lens, screens > 0);
  return calm + (0.22 - calm) * Math.min(1, Math.max(0, (re / breaks - 0.85) / 0.3));
}

export type Torch = {
  /** sixteenths of an inch */
  cup: number;
  lens: boolean;
  /** added upon the lens */
  screens: number;
  /** lip of the cup to the work, m: stick-out and arc */
  gap: number;
  flow: number;
  /** the torch leans so that its gas blows ahead, degrees */
  tilt?: number;
  /** m; null on flat work */
  od?: number | null;
};
/** What a cover test found: measured over computed. */
export type Correction = { factor: number; low: number; high: number };

/** Radius that is kept under 500 ppm, m, with the share of the layer that a lean leaves on this side. */
function radius(t: Omit<Torch, 'tilt' | 'od'>, left: number): number {
  const d = cupBore(t.cup);
  const u = speedIn(t.cup, t.flow);
  const beta = stirring(t, reynolds(t.cup, t.flow));
  const layer = (r: number) => (r < d / 2 ? (d / 4) * left + (d / 2 - r) : ((d * d) / (8 * r)) * left);
  const air = (r: number) => {
    const s = t.gap + Math.max(0, r - d / 2);
    return DEEP * Math.sqrt((DIFFUSION * s) / u) + beta * s;
  };
  if (layer(0) <= air(0)) return 0;
  let [lo, hi] = [0, 4 * d];
  for (let i = 0; i < 50; i++) {
    const mid = (lo + hi) / 2;
    if (layer(mid) > air(mid)) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

export type Cover = {
  reynolds: number;
  /** to either side of the arc, m */
  aside: number;
  /** from the arc backwards, m: less where the torch leans */
  behind: number;
};
/** P10 and P90 of a cover by judgement, where no cover test was made. */
export const COVER_SPREAD = 0.2;

/** @param correction of a cover test, for this cup in this shop */
export function coverOf(t: Torch, correction: Correction | null = null): Cover {
  const by = correction?.factor ?? 1;
  const most = t.od ? (t.od / 2) * (Math.PI / 3) : Infinity;
  const aside = by * radius(t, 1);
  const behind = t.tilt ? by * radius(t, 1 - Math.sin((t.tilt * Math.PI) / 180)) : aside;
  return { reynolds: reynolds(t.cup, t.flow), aside, behind: Math.min(behind, most) };
}

/** The gap at which the cover falls to the bore, m; 0 where it does so at once. */
export function longestGap(t: Omit<Torch, 'gap' | 'tilt' | 'od'>): number {
  const half = cupBore(t.cup) / 2;
  const covers = (gap: number) => radius({ ...t, gap }, 1) >= half;
  if (!covers(1e-4)) return 0;
  let [lo, hi] = [1e-4, 0.2];
  for (let i = 0; i < 40; i++) {
    const mid = (lo + hi) / 2;
    if (covers(mid)) lo = mid;
    else hi = mid;
  }
  return lo;
}
