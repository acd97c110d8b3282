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
import { diffusivity, reducedGravity } from './mixing';

const LAYERS = 60;
const STIRRED = 0.25;

export type Fat = { bore: number; length: number; flow: number; gas: Gas; supplyPpm: number; feedRight: boolean; jet: boolean };

/** Passes from 0 to 1 between a and b without a corner. */
export const ramp = (x: number, a: number, b: number): number => {
  const t = Math.max(0, Math.min(1, (x - a) / (b - a)));
  return t * t * (3 - 2 * t);
};

/** Time for a layer to even out over its flow time, S; large when the layering outlasts the purge. */
export const layering = (bore: number, length: number, flow: number, gas: Gas): number => {
  const volume = (Math.PI / 4) * bore ** 2 * length;
  return ((bore ** 2 / (Math.PI ** 2 * diffusivity(gas))) * flow) / volume;
};

/** How far a body is a short fat one, 0 to 1: S from 2 to 4 and length over bore from 4 to 2.5, without a jump. */
export const fatness = (bore: number, length: number, flow: number, gas: Gas): number =>
  settles(gas) === 'neither' ? 0 : ramp(layering(bore, length, flow, gas), 2, 4) * (1 - ramp(length / bore, 2.5, 4));

/** e-fold of the layer that a vent at the wrong height leaves behind, s. Fitted to one case of the slice; the rest is scaled. */
export const trappedFold = (bore: number, gas: Gas): number => bore ** 2 / (0.57 * Math.PI ** 2 * diffusivity(gas));

/** How far a plume dilutes itself by falling (or rising) across the body. */
export const plumeDilution = (f: Pick<Fat, 'bore' | 'flow' | 'gas'>): number =>
  (0.15 * (f.flow * Math.abs(reducedGravity(f.gas))) ** (1 / 3) * f.bore ** (5 / 3)) / f.flow;

/** Oxygen at the vent of a body that fills in layers: times in s and ppm. */
export function fillsInLayers({ bore, length, flow, gas, supplyPpm }: Fat, until: number): { times: number[]; ppm: number[] } {
  const n = LAYERS;
  const dz = bore / n;
  const chord = (z: number) => 2 * Math.sqrt(Math.max(0, z * (bore - z)));
  const volume = Float64Array.from({ length: n }, (_, i) => chord((i + 0.5) * dz) * length * dz);
  const at = (i: number) => (i + 1) * dz;
  const area = Float64Array.from({ length: n - 1 }, (_, i) => chord(at(i)) * length);
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
    longest: (20 * whole) / flow,
    tolerance: 0.03,
    dispersion,
  });
  return { times: m.times, ppm: m.watched[0] as number[] };
}

/** When the vent of a short fat body reads `ppm`, s: layers, one mixed tank, or between by how the feed stirs. Infinity when it never does. */
export function fatTime(f: Fat, layers: ReturnType<typeof fillsInLayers>, ppm: number): number {
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
