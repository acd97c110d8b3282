/**
 * Hot metal against its cover: what stays bare, how hot, and how long and wide a trailing shield would have to be. The shield hangs on the
 * cup: with it gas lies from under the torch to the shield's end, as wide as the shield. Its flow is 0.05 to 0.15 m/s over its face
 * (judgement; 20 to 40 CFH is common practice, no source).
 */
import { constantsOf, lossOf, meanOver, TAIL_POWER, thinPlate, type Heat, type Range } from '../heat';
import type { AlloyId } from '../../basics/materials';
import { COVER_SPREAD, type Correction, type Cover } from './cover';

export type Trailing = { length: number; width: number };
/** Taken on top of what is computed, for a hand that is not steady. A judgement. */
const MARGIN = 1.1;
/** Upward speed of the gas over a shield's face, m/s. */
const FACE = [0.05, 0.15] as const;

/** The tail as a field: the power that gives the tail of `heat`, settled. @param times more or less heat */
export function fieldOf(heat: Heat, alloy: AlloyId, wall: number, travel: number, times = 1): (ahead: number, aside: number) => number {
  const { k, a } = meanOver(alloy, heat.limit);
  const source = { q: TAIL_POWER * heat.pool.netPower * times, v: travel, k, a, d: wall, h: lossOf(heat.limit + 100) };
  return (ahead, aside) => heat.start + thinPlate(source, ahead, aside);
}

export type Bare = { celsius: number; behind: number; aside: number };

/** The hottest metal outside the cover: it lies on the cover's edge, since it is cooler the further out. @returns °C, with its place, m */
export function hottestOutside(at: (ahead: number, aside: number) => number, { aside, behind }: Cover, trailing: Trailing | null): Bare {
  const [rear, half] = trailing ? [behind + trailing.length, trailing.width / 2] : [behind, 0];
  const inDisc = (x: number, y: number) =>
    aside > 0 && behind > 0 ? (y / aside) ** 2 + (x / (x < 0 ? behind : aside)) ** 2 < 1 - 1e-9 : false;
  const inShield = (x: number, y: number) => x <= 0 && x > -rear + 1e-9 && y < half - 1e-9;
  let best: Bare = { celsius: -Infinity, behind: 0, aside: 0 };
  const look = (x: number, y: number) => {
    if (inDisc(x, y) || inShield(x, y)) return;
    const celsius = at(x, y);
    if (celsius > best.celsius) best = { celsius, behind: -x, aside: y < 1e-9 ? 0 : y };
  };
  // Where the two edges cross is a corner of its own.
  if (trailing && half < aside) look(-behind * Math.sqrt(1 - (half / aside) ** 2), half);
  const many = 120;
  for (let i = 0; i <= many; i++) {
    const turn = (Math.PI * i) / many;
    const x = Math.cos(turn);
    look(x < 0 ? x * Math.max(behind, 1e-4) : x * Math.max(aside, 1e-4), Math.sin(turn) * Math.max(aside, 1e-4));
    if (!trailing) continue;
    look((-rear * i) / many, half);
    look(-rear, (half * i) / many);
  }
  return best;
}

export type Shielding = {
  hottest: Range & { at: { behind: number; aside: number } };
  lengthNeeded: Range;
  widthNeeded: Range;
  trailingFlow: { low: number; high: number };
  /** stages of mesh or wool that spread the gas over a face so large */
  stages: number;
};

type Asked = {
  alloy: AlloyId;
  wall: number;
  travel: number;
  heat: Heat;
  cover: Cover;
  correction?: Correction | null;
  trailing: Trailing | null;
};

export function shieldOf({ alloy, wall, travel, heat, cover, correction = null, trailing }: Asked): Shielding {
  const hot = hottestOutside(fieldOf(heat, alloy, wall, travel), cover, trailing);
  const sure = (heat.lengthAbove.high / heat.lengthAbove.value - 1) * 0.4; // length goes as the power to 1.3 and the amps' own doubt
  const [less, more] = correction
    ? [correction.low / correction.factor, correction.high / correction.factor]
    : [1 - COVER_SPREAD, 1 + COVER_SPREAD];
  const with_ = (times: number, share: number) =>
    hottestOutside(
      fieldOf(heat, alloy, wall, travel, times),
      { ...cover, aside: cover.aside * share, behind: cover.behind * share },
      trailing,
    ).celsius;
  // Heat and cover err apart from each other: their squares add up.
  const off = (times: number, share: number) => Math.hypot(with_(times, 1) - hot.celsius, with_(1, share) - hot.celsius);
  const { melts } = constantsOf(alloy);
  const hottest = {
    value: hot.celsius,
    low: hot.celsius - off(1 - sure, more),
    high: Math.max(hot.celsius, Math.min(melts, hot.celsius + off(1 + sure, less))),
  };
  const bareDisc = trailing === null ? hot : hottestOutside(fieldOf(heat, alloy, wall, travel), cover, null);
  const none = bareDisc.celsius <= heat.limit;
  const needs = (length: number, reach: number) => Math.max(0, MARGIN * (length - reach));
  const { lengthAbove: l, halfWidthAbove: w } = heat;
  const lengthNeeded = {
    value: none ? 0 : needs(l.value, cover.behind),
    low: needs(l.low, cover.behind * more),
    high: needs(l.high, cover.behind * less),
  };
  const wide = (y: number) => (none && y <= w.value ? 0 : 2 * MARGIN * y);
  const widthNeeded = { value: wide(w.value), low: wide(w.low), high: wide(w.high) };
  const face = trailing ?? { length: lengthNeeded.value, width: widthNeeded.value };
  const area = face.length * face.width;
  return {
    hottest: { ...hottest, at: { behind: hot.behind, aside: hot.aside } },
    ...{ lengthNeeded, widthNeeded },
    trailingFlow: { low: FACE[0] * area, high: FACE[1] * area },
    stages: area === 0 ? 0 : face.length > 0.08 || face.width > 0.04 ? 2 : 1,
  };
}

/**
 * The fastest travel at which a cover is as long as the tail of the same bead, m/s: a faster weld drags a longer tail. Null where even the
 * shortest tail is longer. Looked for between 0.5 and 20 mm/s.
 * @param tailAt length of the tail of this bead at a travel, m
 */
export function travelMost(tailAt: (travel: number) => number, reach: number): number | null {
  const speeds = Array.from({ length: 24 }, (_, i) => 5e-4 * 40 ** (i / 23));
  const fits = speeds.map((v) => tailAt(v) <= reach);
  const last = fits.lastIndexOf(true);
  if (last < 0) return null;
  let lo = speeds[last] as number;
  let hi = speeds[last + 1] ?? lo;
  for (let i = 0; i < 14; i++) {
    const mid: number = (lo + hi) / 2;
    if (tailAt(mid) <= reach) lo = mid;
    else hi = mid;
  }
  return lo;
}
