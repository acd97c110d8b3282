/**
 * How strongly the gas mixes along a tube, and how much of it slips by: for every edge a dispersion coefficient and a share,
 * from the flow, the jet of the inlet and the weight of the gas against air.
 *
 * - Shear of the flow: Taylor 1953, Aris 1956, growing with time as in Gill & Sankarasubramanian 1970; where lighter gas lies
 *   above it falls by (1 + s Ra/154)^-0.8, s the sine of the slope (fitted to a solved profile).
 * - Weight, lighter above: form of Erdogan & Chatwin 1967, K = D R cos², R = (7/46080) Ra², limited by the exchange of two layers,
 *   J = 0.9 c(1-c) sqrt(g' d) (lock-exchange speed). A level interface in a sloping tube is d/tan long: a steeper one slumps, a
 *   longer one only diffuses, K to D/tan² (Phillips 1970).
 * - Weight, heavier above: mixing length, K = s^1.7 d² sqrt(g' |dc/dx|), beside the level exchange.
 * - Slip: where heavy gas runs down (light gas up) it passes under the air. That share of the flow carries what was supplied,
 *   not the mean of the section; without it no dispersion gives times beyond the mixed tank.
 * - Jet: entrainment E = 0.32 x/d - 1 (Ricou & Spalding 1961); it reaches the smaller of k bores (k = 8) and the distance
 *   where its decay (round jet, 6.2 u d/x) falls to the speed of the layers; upright 1.74 d Fr (Turner's fountain).
 *
 * The numbers of slope, slip, k and the ramp with the jet's Reynolds number were fitted to a two-dimensional slice computed for
 * this project; none of it has been compared with a measured purge.
 */
import { density, type Gas } from '../../basics/gases';
import { viscosity } from './flow';
import type { Feed, Mesh } from './mesh';

const G = 9.80665;
const JET_BORES = 8;

/** Oxygen in the gas, m²/s at 20 °C: from memory, ±10 % (argon); helium after the air-helium pair, nitrogen as in air. */
const diffusivities: Record<Gas, number> = {
  argon: 1.9e-5,
  helium: 7.2e-5,
  nitrogen: 2.0e-5,
  'argon-2h2': 2e-5,
  'argon-5h2': 2.1e-5,
  'n2-5h2': 2.2e-5,
};
export const diffusivity = (gas: Gas): number => diffusivities[gas];

/** Reduced gravity of air against the gas, m/s²: positive when the gas is the heavier. */
export const reducedGravity = (gas: Gas): number => (G * (density(gas) - density('air'))) / density('air');

/** What is uncertain in the closure, as factors; 1 is nominal. */
export type Mixing = { dispersion: number; jet: number };

/** How far, and how strongly, the jet of a feed stirs: reach in metres and dispersion inside it. */
export function jetZone(feed: Feed, flow: number, air: number, gas: Gas, factor: number): { reach: number; stirs: number } {
  const hole = (Math.PI / 4) * feed.bore ** 2;
  const tubeArea = (Math.PI / 4) * feed.tube ** 2;
  // A broad diffuser spreads the gas over most of the face.
  const spread = feed.kind === 'diffuser' ? Math.max(1, (0.64 * tubeArea) / hole) : 1;
  const u = flow / (feed.holes * hole * spread);
  const d = feed.bore * Math.sqrt(spread);
  const reynolds = (u * d * density(gas)) / viscosity(gas);
  const g = Math.abs(reducedGravity(gas)) * Math.max(air, 1e-6);
  const s2 = feed.slope ** 2;
  const buoyant = (1 - s2) * ((6.2 * u * d) / Math.sqrt(g * feed.tube)) + s2 * ((1.74 * d * u) / Math.sqrt(g * d));
  const reach = factor * Math.min(JET_BORES * feed.tube, buoyant) * (1 - Math.exp(-((reynolds / 800) ** 2)));
  const entrains = (0.32 * Math.min(2.4 * feed.tube, reach)) / d - 1;
  if (entrains <= 0 || flow <= 0) return { reach: 0, stirs: 0 };
  // A jet that hardly entrains is none; it fades in, for a jump in the flow would be a jump in time.
  return { reach, stirs: (ramp(entrains, 0, 0.4) * entrains * (flow / tubeArea) * JET_BORES * feed.tube) / 2 };
}

/** Two limits one after the other. */
const harmonic = (x: number, y: number): number => (x + y > 0 ? (x * y) / (x + y) : 0);

/**
 * Writes the dispersion of every edge into `out` and the share of its flow that slips by into `slip`.
 * @param air share of air by vertex, 0 to 1
 * @param stretchFlow m³/s by stretch
 * @param since s since the gas was turned on
 * @param dt s since `held` was written
 * @param held buoyant part of the last step, kept between steps
 */
export function closure(
  mesh: Mesh,
  gas: Gas,
  air: Float64Array,
  stretchFlow: Float64Array,
  feedFlow: Float64Array,
  since: number,
  dt: number,
  mixing: Mixing,
  held: Float64Array,
  out: Float64Array,
  slip: Float64Array,
): void {
  const D = diffusivity(gas);
  // Where gas and air meet neither has its own viscosity; dynamic, for a light gas is thin only by its mass.
  const mu = (viscosity(gas) + viscosity('air')) / 2;
  const g = reducedGravity(gas);
  const heavy = Math.abs(g);
  const weight = heavy * density('air');
  const { from, area, bore, slope, stretch, window } = mesh;
  for (let e = 0; e < from.length; e++) {
    const d = bore[e] as number;
    const a = d / 2;
    const u = (stretchFlow[stretch[e] as number] as number) / (area[e] as number);
    const sine = Math.max(-1, Math.min(1, slope[e] as number));
    const s = Math.abs(sine);
    const co2 = 1 - s * s;
    const [ca, cb] = [air[window.a[e] as number] as number, air[window.b[e] as number] as number];
    const gradient = (cb - ca) / (window.length[e] as number);
    const steep = Math.abs(gradient);
    const c = Math.max(0, Math.min(1, (ca + cb) / 2));
    // Stable when what is above is lighter: more air above heavy gas, less air above light gas.
    const stable = g * gradient * sine >= 0;
    const rayleigh = (weight * steep * a ** 4) / (mu * D);
    let shear = ((u * u * a * a) / (48 * D)) * (1 - Math.exp((-14.68 * D * since) / (a * a)));
    if (stable) shear *= (1 + (s * rayleigh) / 154) ** -0.8;
    let buoyant = 0;
    if (steep > 1e-12) {
      const level = D * (7 / 46080) * rayleigh ** 2;
      const most = (0.9 * Math.max(c * (1 - c), 1e-9) * Math.sqrt(heavy * d)) / steep;
      if (stable) {
        const lies = co2 > 0 ? 1 / (1 + ((15 * s) / Math.sqrt(co2) / (d * steep)) ** 2) : 0;
        const creeps = (level * co2) / (1 + (7 / 46080) * rayleigh ** 2 * s * s);
        buoyant = harmonic(level * co2, most * lies + harmonic(creeps, most * (1 - lies)));
      } else buoyant = co2 * harmonic(level, most) + s ** 1.7 * d * d * Math.sqrt(heavy * steep);
    }
    slip[e] = 0;
    if (g * u * sine < 0 && c > 0) {
      const peclet = (Math.abs(u) * d) / D;
      slip[e] = (((0.8 * s) / (s + 0.015)) * Math.sqrt(co2) * (1 - c) * (peclet / (peclet + 19))) / (1 + (u * u) / (9 * heavy * c * d));
    }
    // Without a lag the coefficient chatters: the exchange needs a while to follow the gradient.
    const tau = Math.min(10, Math.max(1, (a * a) / (3.39 * D)));
    const now = (held[e] as number) + (buoyant - (held[e] as number)) * (1 - Math.exp(-dt / tau));
    held[e] = now;
    out[e] = D + mixing.dispersion * (shear + now);
  }
  for (const [i, feed] of mesh.feeds.entries()) {
    let [near, volume] = [0, 0];
    for (const { edge, near: x } of feed.reach) {
      if (x > 4 * feed.tube) break;
      const v = (area[edge] as number) * (mesh.length[edge] as number);
      near += (v * ((air[from[edge] as number] as number) + (air[mesh.to[edge] as number] as number))) / 2;
      volume += v;
    }
    const { reach, stirs } = jetZone(feed, feedFlow[i] as number, volume ? near / volume : 0, gas, mixing.jet);
    if (reach <= 0) continue;
    for (const { edge, near: x0, far } of feed.reach) {
      if (x0 >= reach) break;
      // Where the zone ends inside an edge the two parts resist one after the other.
      const share = Math.min(1, (reach - x0) / (far - x0));
      const base = out[edge] as number;
      out[edge] = 1 / (share / (base + stirs) + (1 - share) / base);
      (slip[edge] as number) *= 1 - share;
    }
  }
}

/** Passes from 0 to 1 between a and b without a corner. */
export const ramp = (x: number, a: number, b: number): number => {
  const t = Math.max(0, Math.min(1, (x - a) / (b - a)));
  return t * t * (3 - 2 * t);
};
