/** The filling at a moment between two that were computed: oxygen goes by its logarithm. */
import { layerPpm, type AirLayer } from '../../../core/models/purge';
import type { Seen } from './usePlanner';
import type { Shown } from '../../draw/Filling';

type Filling = NonNullable<NonNullable<Seen['plan']>['filling']>;

/** @param now s into the purge @param limit ppm @param is what a vent at the wrong height leaves */
export function shownAt({ times, shown, pipe, span }: Filling, now: number, limit: number, is: AirLayer | null = null): Shown | null {
  const after = times.findIndex((t) => t > now);
  const i = after < 0 ? times.length - 1 : after;
  const [a, b] = [shown[Math.max(0, i - 1)], shown[i]];
  const [ta, tb] = [times[Math.max(0, i - 1)], times[i]];
  if (!a || !b || ta === undefined || tb === undefined) return null;
  const w = tb > ta ? Math.min(1, (now - ta) / (tb - ta)) : 0;
  const layer = is && { is, ppm: layerPpm(is, now) };
  return { pipe, span, limit, layer, ppm: a.map((x, e) => Math.max(0.1, x) ** (1 - w) * Math.max(0.1, b[e] ?? x) ** w) };
}
