/**
 * The layer of air a vent at the wrong height leaves beside the stream: what the network does not see, for the drawing and for one figure.
 * A rule beside the model: its decay is fitted to one case of a two-dimensional slice computed for this project (network/fat), its
 * shape the first mode of diffusion out of a still layer.
 */
import { AIR_OXYGEN_PPM, settles } from '../../basics/gases';
import { bore } from '../../basics/sizes';
import { trappedFold } from '../network';
import { totalFlow, type Setup } from '../setup';
import type { Plan } from './planned';

export type AirLayer = {
  /** the vent that leaves it */
  vent: string;
  /** it lies above the stream (argon), or below it (helium) */
  above: boolean;
  /** bore of the tube, m */
  bore: number;
  /** share of the bore the stream sweeps, from the wrong side */
  swept: number;
  /** s after gas on from which the layer is all that is left */
  since: number;
  /** e-fold of its oxygen, s */
  fold: number;
};

/** From this oxygen on it is spoken of as air, ppm. */
export const AIR_FROM = 10_000;

/** @returns null where the vent stands right, or nothing lies in layers */
export function airLayer(setup: Setup, plan: Plan | null): AirLayer | null {
  const rule = plan?.rules.find((r) => r.id === 'vent-height');
  const vent = rule && setup.vents.find((v) => v.id === rule.at);
  const part = setup.parts.find((p) => p.id === setup.joint) ?? setup.parts[0];
  if (!vent || !part) return null;
  const d = bore(part.size);
  const volume = plan?.figures.find((f) => f.id === 'volume')?.value ?? 0;
  return {
    vent: vent.id,
    above: settles(setup.gas) === 'down',
    bore: d,
    // A vent at the foot of a face has its middle a tenth of the bore off the wall (network/mesh).
    swept: Math.min(0.5, 0.1 + vent.bore / 2 / d),
    since: volume / Math.max(totalFlow(setup), 1e-9),
    fold: trappedFold(d, setup.gas),
  };
}

/** Oxygen at the far side of the layer, ppm, s after gas on. */
export const layerPpm = ({ since, fold }: AirLayer, seconds: number): number =>
  seconds <= since ? AIR_OXYGEN_PPM : Math.min(AIR_OXYGEN_PPM, (4 / Math.PI) * AIR_OXYGEN_PPM * Math.exp(-(seconds - since) / fold));

/** How much of the bore holds more than a percent of oxygen at a moment, m. */
export function airLeft(layer: AirLayer, seconds: number): number {
  const top = layerPpm(layer, seconds);
  if (top <= AIR_FROM) return 0;
  return Math.max(0, layer.bore * (1 - layer.swept - (2 / Math.PI) * Math.asin(AIR_FROM / top)));
}
