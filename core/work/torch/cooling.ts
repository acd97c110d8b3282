/** What cools after the arc, counted down from the moment it went out: by the figures the torch was set by. A model's figure is no licence to touch. */
import type { TorchSetup } from './body';

export type Cooling = {
  id: 'crater' | 'ring' | 'interpass' | 'cold';
  label: string;
  /** s left by the model, and on the cautious side of it; 0 when it is over */
  left: number;
  most: number;
};

const labels: Record<Cooling['id'], string> = {
  crater: 'torch and rod in gas',
  ring: 'ring, gas inside',
  interpass: 'next pass',
  cold: 'clamp stays on',
};
const order = Object.keys(labels) as Cooling['id'][];

/**
 * @param setup as it was recorded; what it says nothing of is not counted
 * @param since when the last arc went out, ms; null while one burns or none did
 */
export function coolingOf(setup: Pick<TorchSetup, 'figures' | 'postFlow'> | null, since: number | null, now: number): Cooling[] {
  if (setup === null || since === null) return [];
  const gone = (now - since) / 1000;
  return order.flatMap((id): Cooling[] => {
    const f = setup.figures.find((x) => x.id === id);
    if (!f || f.value === null) return [];
    // The torch stays for its post-flow at least: that keeps the tungsten.
    const least = id === 'crater' ? setup.postFlow : 0;
    const left = (s: number) => Math.max(0, Math.max(s, least) - gone);
    return [{ id, label: labels[id], left: left(f.value), most: left(f.high ?? f.value) }];
  });
}
