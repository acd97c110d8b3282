/**
 * Short fat bodies, dam to dam: the gas does not run along them, it fills them from below like water (or, fed from above or
 * by a jet, mixes them). Layers in height with the area of their chord; the lowest quarter of a bore is stirred
 * (fitted to the two-dimensional slice, not to a measured purge). A feed at the wrong height falls through the air as a
 * plume (Morton, Taylor & Turner 1956) and stirs it: beyond a dilution of two the body is one mixed tank
 * (Baines & Turner 1969, filling box).
 */
import { AIR_OXYGEN_PPM, settles, type Gas } from '../../basics/gases';
import { mixedVolumes } from './bounds';
import { march } from './march';
import { chainMesh } from './mesh';
import { diffusivity, ramp, reducedGravity } from './mixing';

const LAYERS = 60;
const STIRRED = 0.25;

/** A straight body between two dams, as the gas sees it. */
export type FatBody = {
  bore: number;
  length: number;
  flow: number;
  gas: Gas;
  supplyPpm: number;
  /** m the vent end stands above the inlet's as the gas settles (for a light gas: below it) */
  rise: number;
  feedRight: boolean;
  jet: boolean;
};

/** Time for a layer to even out, tau_v = d²/(pi² D), s. */
export const evening = (bore: number, gas: Gas): number => bore ** 2 / (Math.PI ** 2 * diffusivity(gas));

/** That time over the flow time, S: above one, layers outlast the purge. */
export const layering = (bore: number, length: number, flow: number, gas: Gas): number =>
  (evening(bore, gas) * flow) / ((Math.PI / 4) * bore ** 2 * length);

/** 1 in a body up to four bores long, 0 from twenty on. */
const shortness = (bore: number, length: number): number => 1 - ramp(Math.log(length / (4 * bore)) / Math.log(5), 0, 1);

/** Speed of the flow over that of the layers. */
const froude = ({ bore, flow, gas }: Pick<FatBody, 'bore' | 'flow' | 'gas'>): number =>
  flow / ((Math.PI / 4) * bore ** 2) / Math.sqrt(Math.abs(reducedGravity(gas)) * bore);

/**
 * How far a body fills in layers, 0 to 1: slow flow in a short body, its vent end not the lower one. Fitted to the slice.
 * Nothing switches: times pass from one way to the other as t_layers^f t_network^(1-f).
 */
export const fatness = (f: Pick<FatBody, 'bore' | 'length' | 'flow' | 'gas' | 'rise'>): number => {
  if (settles(f.gas) === 'neither' || f.flow <= 0) return 0;
  const slow = 1 - ramp(Math.log(froude(f) / 0.009) / Math.log(0.06 / 0.009), 0, 1);
  const down = f.rise < 0 ? 1 / (1 + (f.rise / (0.2 * f.bore)) ** 2) : 1;
  return slow * shortness(f.bore, f.length) * down;
};

/** A body whose vent end lies lower than this many bores below its inlet's traps air that no time can be given for. */
export const TRAPS_BELOW = 0.5;

/**
 * How much later than the vent the top (for a light gas the bottom) of a short body clears at `ppm`, s, and how much of the body is short
 * in that sense, 0 to 1. Fitted to the slice with a broad inlet. A jet stirs a body that would fill in layers to its top; in tube, where
 * the slice has the top late behind a hose too, the same is taken (assumption).
 */
export function topLag(f: Omit<FatBody, 'supplyPpm' | 'feedRight'>, ppm: number): { lag: number; weight: number } {
  if (settles(f.gas) === 'neither' || f.flow <= 0) return { lag: 0, weight: 0 };
  // Uphill the layers drain to the vent; downhill the tube turns upright and has no top.
  const sloped = f.rise > 0 ? 1 / (1 + (f.rise / (0.3 * f.bore)) ** 2) : 1 - Math.min(1, (f.rise / f.length) ** 2);
  const lag = 0.15 * evening(f.bore, f.gas) * Math.max(0, Math.log(3800 / ppm)) * (froude(f) / 0.009) ** (1 / 3);
  return { lag, weight: shortness(f.bore, f.length) * sloped * (f.jet ? 1 - fatness(f) : 1) };
}

/** e-fold of the layer that a vent at the wrong height leaves behind, s. Fitted to one case of the slice; the rest is scaled. */
export const trappedFold = (bore: number, gas: Gas): number => bore ** 2 / (0.57 * Math.PI ** 2 * diffusivity(gas));

/** How far a plume dilutes itself by falling (or rising) across the body. */
export const plumeDilution = (f: Pick<FatBody, 'bore' | 'flow' | 'gas'>): number =>
  (0.15 * (f.flow * Math.abs(reducedGravity(f.gas))) ** (1 / 3) * f.bore ** (5 / 3)) / f.flow;

/** Area of a circle of bore d below the height y above its middle. */
const below = (d: number, y: number): number => {
  const a = d / 2;
  const x = Math.max(-a, Math.min(a, y));
  return a * a * (Math.PI / 2 + Math.asin(x / a)) + x * Math.sqrt(Math.max(0, a * a - x * x));
};

/** Level cuts of a cylinder that rises by `rise` along its length: the height of the whole, and the area of the cut at a height above its lowest point. */
export function levelCuts(bore: number, length: number, rise: number): { height: number; area: (z: number) => number } {
  const s = Math.min(1, Math.max(0, rise / length));
  const co = Math.sqrt(1 - s * s);
  // Nearly level or nearly upright the cut is a strip or a disc; the formula between needs both slopes.
  if (s < 1e-4) return { height: bore, area: (z) => 2 * Math.sqrt(Math.max(0, z * (bore - z))) * length };
  if (co < 1e-4) return { height: length, area: () => (Math.PI / 4) * bore ** 2 };
  const from = (bore / 2) * co;
  return {
    height: bore * co + length * s,
    area: (z) => (below(bore, (z - from) / co) - below(bore, (z - from - length * s) / co)) / s,
  };
}

/**
 * Oxygen at the vent of a body that fills in layers, level or up its slope: times in s and ppm.
 * @param until ppm to which it is followed @param atLeast s it is followed, though that comes sooner
 */
export function fillsInLayers(
  { bore, length, flow, gas, supplyPpm, rise }: FatBody,
  until: number,
  atLeast = 0,
): { times: number[]; ppm: number[] } {
  const n = LAYERS;
  const { height, area: cut } = levelCuts(bore, length, rise);
  const dz = height / n;
  const at = (i: number) => (i + 1) * dz;
  const volume = Float64Array.from({ length: n }, (_, i) => cut((i + 0.5) * dz) * dz);
  const area = Float64Array.from({ length: n - 1 }, (_, i) => cut(at(i)));
  const D = diffusivity(gas);
  const mesh = chainMesh(volume, area, new Float64Array(n - 1).fill(dz));
  const whole = mesh.total;
  const dispersion = Float64Array.from({ length: n - 1 }, (_, i) => (at(i) <= STIRRED * bore ? 1e3 * D : D));
  const m = march({
    mesh,
    gas,
    lines: [flow],
    supplyPpm,
    until,
    watch: [n - 1],
    longest: Math.max(atLeast, (20 * whole) / flow),
    atLeast,
    tolerance: 0.01,
    dispersion,
  });
  return { times: m.times, ppm: m.watched[0] as number[] };
}

/** When the vent of a short fat body reads `ppm`, s: layers, one mixed tank, or between by how the feed stirs. Infinity when it never does. */
export function fatTime(f: FatBody, layers: ReturnType<typeof fillsInLayers>, ppm: number): number {
  const volume = (Math.PI / 4) * f.bore ** 2 * f.length;
  const mixed = (mixedVolumes(ppm, f.supplyPpm) * volume) / f.flow;
  const stirred = f.jet ? 1 : f.feedRight ? 0 : ramp(plumeDilution(f), 0, 2);
  if (stirred === 1 || ppm >= AIR_OXYGEN_PPM) return mixed;
  const i = layers.ppm.findIndex((c) => c <= ppm);
  if (i < 0) return Infinity;
  const [a, b] = [layers.ppm[Math.max(0, i - 1)] as number, layers.ppm[i] as number];
  const [ta, tb] = [layers.times[Math.max(0, i - 1)] as number, layers.times[i] as number];
  const layered = a > b ? ta + (tb - ta) * (Math.log(a / ppm) / Math.log(a / b)) : tb;
  return Math.exp(stirred * Math.log(mixed) + (1 - stirred) * Math.log(Math.max(layered, 1e-3)));
}
