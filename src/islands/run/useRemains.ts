/** How long the purge in hand still takes, learnt from what is read of it: asked of a worker with every new reading, here on this device. */
import * as Comlink from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Course, Place } from '../../../core/models/remaining';
import {
  believed,
  fillOf,
  flowsOf,
  LONGEST_FILL,
  monitorsOf,
  type FlowReading,
  type Reading,
  type Remains,
  type RunState,
  type ShopPriors,
} from '../../../core/work/run';
import type { RemainingWorker } from '../../workers/remaining.worker';

/** What is said, and how the readings are foretold to go: from gas on as planned, and from now on. */
export type RemainsSeen = Remains & { planned: Record<Place, Course>; ahead: Course };

/**
 * @param readings of each monitor, oldest first @param hold s the limit is held before it is ready
 * @param doubt is the monitor in doubt? Then nothing new is said
 * @param now ms, by the second
 */
export function useRemains(
  run: RunState,
  readings: readonly (readonly Reading[])[],
  flows: readonly FlowReading[],
  { hold, doubt, now, priors }: { hold: number; doubt: boolean; now: number; priors: ShopPriors | null },
): RemainsSeen | null {
  const fill = useMemo(() => fillOf(run, priors), [run, priors]);
  const worker = useRef<{ raw: Worker; api: Comlink.Remote<RemainingWorker> } | null>(null);
  const [begun, setBegun] = useState<string | null>(null);
  const [seen, setSeen] = useState<RemainsSeen | null>(null);
  const busy = useRef(false);
  useEffect(
    () => () => {
      worker.current?.raw.terminate();
      worker.current = null;
    },
    [],
  );
  // Readings once taken and now of a cell found to be frozen: all is gone through again without them.
  const heard = useMemo(() => {
    if (!fill) return null;
    const until = Math.min(fill.until ?? Infinity, fill.since + LONGEST_FILL);
    return monitorsOf(run).map(({ declared }, m) =>
      believed(
        (readings[m] ?? []).filter((r) => r.at >= fill.since && r.at <= until),
        declared,
      ),
    );
  }, [fill, readings, run]);
  const dropped =
    fill && heard ? heard.map((list, m) => (readings[m] ?? []).filter((r) => r.at >= fill.since).length - list.length).join() : '';
  const frozen = useRef('');
  const key = fill?.key ?? null;
  useEffect(() => {
    if (!fill || !key) return;
    if (!worker.current) {
      const raw = new Worker(new URL('../../workers/remaining.worker.ts', import.meta.url), { type: 'module', name: 'remaining' });
      worker.current = { raw, api: Comlink.wrap<RemainingWorker>(raw) };
    }
    let old = false;
    frozen.current = dropped;
    worker.current.api
      .begin(fill)
      .then((can) => old || setBegun(can ? key : null))
      .catch((e: unknown) => console.error('The model of the remaining time stopped:', e));
    return () => {
      old = true;
    };
    // The rest of a fill follows from its key.
  }, [key]);
  const asking = fill ? Math.min(fill.until ?? now, fill.since + LONGEST_FILL) : 0;
  useEffect(() => {
    if (!fill || !heard || begun !== key || busy.current || doubt) return;
    const { current } = worker;
    if (!current) return;
    busy.current = true;
    const ask = async () => {
      if (frozen.current !== dropped && Number(dropped.split(',')[0]) > Number(frozen.current.split(',')[0]) + 5) {
        await current.api.begin(fill);
        frozen.current = dropped;
      }
      const told = await current.api.hear(fill.key, {
        readings: heard.flatMap((list, monitor) => list.map((r) => ({ t: (r.at - fill.since) / 1000, ppm: r.ppm, monitor }))),
        flows: flowsOf(flows, fill.setup, fill.since),
        now: (asking - fill.since) / 1000,
      });
      if (told) setSeen({ key: fill.key, at: asking, hold, ...told });
    };
    ask()
      .catch((e: unknown) => console.error('The model of the remaining time stopped:', e))
      .finally(() => (busy.current = false));
  }, [begun, key, heard, asking, doubt]);
  return fill && seen?.key === fill.key ? seen : null;
}
