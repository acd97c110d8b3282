/** A purge that has ended gone through once more, as the screens had it: what was foretold of it, and what came. */
import { meets } from '../../models/sensor';
import { Remaining, type Answer, type Shapes } from '../../models/remaining';
import type { Foretold, Said, Saying } from './foretold';
import type { Reading } from './gate';
import { believed, monitorsOf, type Fill } from './remains';
import type { RunState } from './state';

const MODEL = 'remaining-1';
/** Fewer readings are no purge to be held against. */
const LEAST_READINGS = 8;

/**
 * The fill goes by once more, as the screens had it.
 * @param readings by monitor, oldest first, ms
 * @returns null where there is too little to say
 */
export function foretoldOf(
  run: Pick<RunState, 'started'>,
  fill: Fill,
  shapes: Shapes,
  readings: readonly (readonly Reading[])[],
  shop: boolean,
): Foretold | null {
  const until = fill.until ?? Infinity;
  const first = monitorsOf(run)[0];
  if (!first) return null;
  const list = monitorsOf(run)
    .flatMap(({ declared }, monitor) =>
      believed(readings[monitor] ?? [], declared).map((r) => ({ t: (r.at - fill.since) / 1000, ppm: r.ppm, monitor })),
    )
    .filter((r) => r.t >= 0 && r.t <= (until - fill.since) / 1000)
    .sort((a, b) => a.t - b.t);
  const own = list.filter((r) => r.monitor === 0);
  const end = own.at(-1)?.t;
  if (own.length < LEAST_READINGS || end === undefined) return null;
  const came = own.find((r) => meets(r.ppm, first.declared?.resolution ?? 0, fill.limit))?.t ?? null;
  const model = new Remaining(shapes, {
    ...{ limit: fill.limit, monitors: fill.monitors, seed: fill.seed, start: fill.start },
    ...(fill.prior && { prior: fill.prior }),
  });
  const wanted: [Saying, number][] = [
    ['gas-on', 0],
    ['half', Math.floor((came ?? end) / 2)],
    ['arc-on', end],
  ];
  const say = (when: Saying, at: number, a: Answer): Said => ({
    when,
    at,
    range: a.reads && (a.state === 'fresh' || a.state === 'before') ? { low: a.reads.low, high: a.reads.high } : null,
    reach: a.reach,
  });
  const said: Said[] = [];
  let wont: number | null = null;
  let next = 0;
  const upTo = (t: number) => {
    while (next < wanted.length && (wanted[next] as [Saying, number])[1] < t) {
      const [when, at] = wanted[next++] as [Saying, number];
      said.push(say(when, at, model.answer(at)));
    }
  };
  for (const r of list) {
    upTo(r.t);
    model.feed([r], r.t);
    const now = model.wont;
    wont = now ? (wont ?? r.t) : null;
  }
  upTo(Infinity);
  return {
    ...{ model: MODEL, prior: shop ? 'shop' : 'shipped', unchecked: shapes.unchecked, place: first.monitor.place },
    ...{ limitPpm: fill.limit, since: new Date(fill.since).toISOString(), said, came, wont, learnt: model.learnt() },
  };
}
