/** Current round a tube: what its own heat takes back, and what the top wants less than the bottom. */
import { figure, input, type Figure } from '../../basics/figure';
import type { AlloyId } from '../../basics/materials';
import { hourText, inArc, type Seam } from '../../basics/seam';
import { arcVoltage, EFFICIENCY, taperOf } from '../heat';
import { legEnds, legsOf, type Leg, type Way } from './ways';

/** How the work is held while it is welded. */
export type Hold = 'fixed' | 'turned';
/** Which way the axis of a tube lies; of a straight seam, how its face lies. */
export type Axis = 'level' | 'upright' | 'inclined';

/** The top half takes less current than the bottom: common practice, no source; how much is the shop's own figure. */
const TOP = 0.95;

/** A leg with the share of the start current it is welded at. */
export type Share = Leg & { share: number };

type Asked = {
  alloy: AlloyId;
  wall: number;
  /** m; null on a straight seam */
  od: number | null;
  travel: number;
  amps: number;
  arcLength: number;
};

/**
 * The share of the start current along each leg. Two things take from it: metal that the arc has warmed itself (the heat model, on a
 * turn in one go), and on a level tube that is not turned the upper half. A turn in one direction is told by quarters.
 */
export function sharesOf(
  asked: Asked,
  way: Way,
  start: number,
  seam: Seam,
  { hold, axis, counter }: { hold: Hold; axis: Axis; counter: boolean },
): Share[] {
  const { alloy, wall, od, travel, amps, arcLength } = asked;
  const legs = way === 'round' && seam.kind !== 'straight' ? quartered(start, counter) : legsOf(way, start, seam, counter);
  const netPower = EFFICIENCY * amps * arcVoltage(amps, arcLength);
  const taper = od === null ? null : taperOf({ alloy, wall, od, travel, netPower, current: amps, arcLength }).shares;
  // On a saddle 12 lies along the run: it says nothing of top and bottom.
  const fixed = hold === 'fixed' && axis === 'level' && seam.kind === 'round';
  let done = 0;
  return legs.map((leg, i) => {
    const own =
      taper === null
        ? 1
        : way === 'round' || i === legs.length - 1
          ? (taper[Math.min(taper.length - 1, Math.round((taper.length - 1) * (done + 1 / legs.length)))] ?? 1)
          : 1;
    done += 1 / legs.length;
    const upper = fixed && !inArc({ from: 3, to: 9 }, middle(leg));
    return { ...leg, share: own * (upper ? TOP : 1) };
  });
}

const middle = (leg: Leg): number => {
  const [a, b] = legEnds(leg);
  const long = leg.on ? (b - a + 12) % 12 || 12 : (a - b + 12) % 12 || 12;
  return (((leg.on ? a + long / 2 : a - long / 2) % 12) + 12) % 12;
};

/** A whole turn in four, so that each can be told its current. */
const quartered = (start: number, counter: boolean): Leg[] =>
  [0, 3, 6, 9].flatMap((a) => {
    const from = (start + (counter ? -a : a) + 24) % 12;
    const to = (start + (counter ? -a - 3 : a + 3) + 24) % 12;
    const arc = counter ? { from: to || 12, to: from || 12 } : { from: from || 12, to: to || 12 };
    return [{ arc, on: !counter }];
  });

/** The last of a turn: the share the closing wants, as a figure. */
export function closingShare(asked: Asked): Figure | null {
  const { od, alloy, wall, travel, amps, arcLength } = asked;
  if (od === null) return null;
  const netPower = EFFICIENCY * amps * arcVoltage(amps, arcLength);
  const { shares } = taperOf({ alloy, wall, od, travel, netPower, current: amps, arcLength });
  return figure({
    ...{ id: 'closing-share', label: 'Current as the ring closes', quantity: 'fraction', value: shares.at(-1) ?? 1, kind: 'model' },
    formula: 'What keeps the pool as it began: 1 less its own preheat over what melting takes',
    source: 'Heat of docs/physics.md; a model estimate, never compared with a measured weld',
    inputs: [input('Amps', 'current', amps), input('Travel', 'speed', travel), input('Wall', 'length', wall)],
    note: 'For a turn in one go. Stops between arcs let it cool: then less is taken back.',
  });
}

/** Where a gap has closed on the way, and what to do there: amps, not the grinder. Common practice, no source. */
export function closedGap(
  gap: { narrow: number; narrowAt: number; wide: number },
  opened: boolean,
  seam: Seam,
): { at: number; text: string } | null {
  if (!opened || gap.wide <= 0 || gap.narrow > 0.75 * gap.wide) return null;
  return {
    at: gap.narrowAt,
    text: `Gap closed at ${seam.kind === 'straight' ? 'its narrow end' : hourText(gap.narrowAt)}: more amps there, not the grinder.`,
  };
}
