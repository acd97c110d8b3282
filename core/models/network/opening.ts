/**
 * What a dam taken out lets in, and what it costs to purge again. Exchange through an opening in a vertical plane
 * q = 0.144 sqrt(g' d^5) (derived, Cd 0.6); under heavy gas, through one that faces down, 0.055 sqrt(g' d^5)
 * (Epstein 1988, from memory; 0.1 when the neck is long); facing up, diffusion alone, 2 A sqrt(D t/pi).
 * A light gas turns up and down over. Draught, and a purge left on meanwhile, are not in it.
 */
import { settles, type Gas } from '../../basics/gases';
import { diffusivity, reducedGravity } from './mixing';

export type Facing = 'side' | 'down' | 'up';

/** Share of the space that is air after an opening of bore `d` (m) stood open for some seconds; `volume` in m³. */
export function airLetIn(gas: Gas, volume: number, d: number, facing: Facing, seconds: number): number {
  const spills: Facing = settles(gas) === 'up' ? 'up' : 'down';
  const area = (Math.PI / 4) * d ** 2;
  const still = (2 * area * Math.sqrt((diffusivity(gas) * seconds) / Math.PI)) / volume;
  const driven = Math.sqrt(Math.abs(reducedGravity(gas)) * d ** 5);
  if (facing !== 'side' && facing !== spills) return Math.min(1, still);
  const q = (facing === 'side' ? 0.144 : 0.055) * driven;
  return Math.min(1, Math.max(still, 1 - Math.exp((-q * seconds) / volume)));
}

/** What a changed bottle sends through the regulator and the hose, m³: half a litre of air. Common practice, no source. */
export const BOTTLE_SLUG = 5e-4;
/** Share of the space that is air after it. @param volume m³ */
export const slugShare = (volume: number): number => (volume > 0 ? Math.min(1, BOTTLE_SLUG / volume) : 1);

/** Longer than this on a level spool, and after grinding, it is a new purge: what is left saves a third of a volume at the most. */
export const FULL_PURGE_AFTER = 20;
