/** Starting figures for gap, tacks, filler, amps and post-flow, each by a named rule of the trade. */
import { figure, input, type Figure } from '../../basics/figure';
import { placeText, ROUND, type Seam } from '../../basics/seam';
import { show, type System } from '../../basics/units';

const INCH = 0.0254;

/** Wall, m, up to which the by-hand rule for welding without filler is meant. */
export const AUTOGENOUS_MOST = 3e-3;

/**
 * Starting current for full penetration without filler, by hand.
 * @param wall m
 */
export function startingAmps(wall: number): Figure {
  const mils = (wall / INCH) * 1000;
  const base = {
    label: 'Amps to start with',
    quantity: 'current' as const,
    kind: 'rule' as const,
    inputs: [input('Wall', 'length', wall)],
  };
  if (wall > AUTOGENOUS_MOST)
    return figure({
      ...base,
      value: null,
      formula: 'No rule for this wall',
      source: 'By-hand rule holds to 3 mm',
      caution: 'Above 3 mm the joint is opened and filled: take the amps from the WPS.',
    });
  return figure({
    ...base,
    value: 0.65 * mils,
    low: 0.55 * mils,
    high: 0.75 * mils,
    formula: '0.55 to 0.75 A for each thousandth of an inch of wall',
    source:
      'Rule for about 4 in/min by hand, from a heat-flow model of a full-penetration bead; not compared with a weld. Common practice, no source, says 1 A, which is for 10 in/min',
    note: 'The range is the rule, not a P10 to P90. The WPS decides.',
  });
}

/** The shortest post-flow there is, s. Shop default. */
export const LEAST_POST_FLOW = 8;
/** Post-flow on the torch: 1 s for each 10 A, at least 8 s (shop default). */
export const postFlow = (amps: number): Figure =>
  figure({
    label: 'Post-flow on the torch',
    quantity: 'time',
    value: Math.max(LEAST_POST_FLOW, amps / 10),
    kind: 'rule',
    formula: '1 s for each 10 A, at least 8 s',
    source: 'Common practice, no source',
    inputs: [input('Amps', 'current', amps)],
    note: 'Keeps the tungsten clean and the crater pale; it does not keep the whole seam free of tint.',
  });

/** Hold of the inside gas after the arc, s: common practice 30 to 60 s, longer when thick. */
export const postPurge = (wall: number): Figure =>
  figure({
    label: 'Hold the purge after the arc',
    quantity: 'time',
    value: wall <= 2e-3 ? 60 : Math.min(240, 60 + ((wall - 2e-3) / 1e-3) * 70),
    low: wall <= 2e-3 ? 30 : null,
    kind: 'rule',
    formula: '60 s to 2 mm of wall, then 70 s more for each millimetre',
    source: 'Common practice, no source (30 to 60 s); the slope from a cooling estimate of the ring to 250 °C, good to a factor of two',
    inputs: [input('Wall', 'length', wall)],
  });

/** How fast a hand goes round, m/s: 100 mm/min (assumption). */
export const TURN_SPEED = 0.1 / 60;

/**
 * Passes until the purge may end: on thin wall the last, on heavier until two or three, or about 6 mm, are in (common practice, no
 * source); taken at 3 mm a pass.
 */
export const passesUnderPurge = (wall: number): number => Math.max(1, Math.min(3, Math.ceil(wall / 3e-3 - 0.1)));

/** Tacks along a straight seam stand no further apart, m (2 in; common practice on thin wall, no source). */
const TACK_PITCH = 2 * INCH;

/**
 * How many tacks: two or three on small tube, four and more above; along a straight seam one at either end and the rest no further
 * apart than two inches (common practice, no source).
 * @param od m, round a tube
 */
export function tackCount(od: number, seam: Seam = ROUND): { least: number; text: string } {
  if (seam.kind === 'straight') {
    const least = Math.max(3, Math.ceil(seam.length / TACK_PITCH - 1e-9) + 1);
    return {
      least,
      text: `${least} tacks or more: one at either end, the rest no further apart than ${show(TACK_PITCH, 'length', 'metric')}`,
    };
  }
  if (od <= 0.04) return { least: 2, text: 'Two or three tacks' };
  return od <= 0.08 ? { least: 3, text: 'Three or four tacks' } : { least: 4, text: 'Four tacks or more' };
}

/** Filler rods as the trade has them: inch fraction and metric size. */
const rods = [
  { size: INCH / 16, metric: 1.6e-3 },
  { size: (3 / 32) * INCH, metric: 2.4e-3 },
  { size: INCH / 8, metric: 3.2e-3 },
] as const;
/** Pipe from which a wide gap takes the 1/8 in rod, m. Common practice, no source: large pipe. */
const LARGE = 0.15;
/** Beyond this a gap is no question of a rod any more, m (1/4 in). Common practice, no source. */
export const NO_ROD = INCH / 4;

export type Advice = { school: string; text: string; source: string };

/** What the gap says: what to expect, where to start, which rod. Every school that has an answer, side by side. */
export function gapAdvice(
  gap: { narrow: number; narrowAt: number; wide: number; wideAt: number },
  { od = 0, wall, seam = ROUND }: { od?: number; wall: number; seam?: Seam },
  autogenous: boolean,
  system: System,
): Advice[] {
  const at = (place: number) => placeText(place, seam, system);
  const len = (m: number) => show(m, 'length', system);
  const advice: Advice[] = [];
  const say = (school: string, text: string, source = 'Common practice, no source') => advice.push({ school, text, source });
  if (gap.wide - gap.narrow > 0.1e-3)
    say('Uneven gap', `Start at ${at(gap.narrowAt)}, the narrow side: the wide side at ${at(gap.wideAt)} closes while you weld.`);
  if (autogenous) {
    const share = gap.wide / wall;
    // A gap that reads as 1/64 in is not more than that.
    if (gap.wide > 1.03 * (INCH / 64)) say('No filler', `${len(gap.wide)} is more than 1/64 in: close the gap or add filler.`);
    else if (share > 0.1) say('No filler', `The gap is ${Math.round(share * 100)} % of the wall. Weldable by hand, expect underfill.`);
    else say('No filler', 'Gap is close to zero, as it should be.');
    if (share > 0.1)
      say(
        'Filler when fit-up needs it',
        `Touch in a ${len(system === 'inch' ? (wall <= 2e-3 ? INCH / 16 : (3 / 32) * INCH) : wall <= 2e-3 ? 1.6e-3 : 2.4e-3)} rod where the gap is widest and record it.`,
        'Filler by wall: from memory of handbook tables',
      );
  } else {
    const rod = (r: (typeof rods)[number]) => len(system === 'inch' ? r.size : r.metric);
    if (gap.wide > NO_ROD + 1e-6) {
      say(
        'Gap',
        `${len(gap.wide)} is over ${len(NO_ROD)}: no question of a rod any more. Fit it again, or build the edge up by a procedure that allows it.`,
      );
      return advice;
    }
    const g = (gap.narrow + gap.wide) / 2;
    const wider = rods.find((r) => r.size > gap.wide + 1e-6);
    say(
      'Rod by gap',
      g > INCH / 8 + 1e-6 && od >= LARGE
        ? `Take a ${rod(rods[2])} rod: a wide gap on large pipe.`
        : g > (3 / 32) * INCH
          ? `Take a ${rod(rods[1])} rod: the gap is over ${rod(rods[1])}.`
          : `Take a ${rod(rods[0])} rod: the gap is ${rod(rods[1])} or less.`,
    );
    say(
      'Rod wider than the gap',
      wider
        ? `Take a ${rod(wider)} rod, wider than the ${len(gap.wide)} gap, and rest it in the gap.`
        : `No common rod is wider than ${len(gap.wide)}: bring the gap down, or feed the rod in.`,
    );
    if (wall > AUTOGENOUS_MOST)
      say(
        'Open root',
        `Common gap is ${len((3 / 32) * INCH)} to ${len(INCH / 8)}. Stainless closes while welding: want ${len(INCH / 8)}, set ${len((5 / 32) * INCH)}.`,
      );
  }
  return advice;
}

/**
 * Out of round: largest less smallest outside diameter of the worse end. Two such ends stand off by half of it where they lie crosswise.
 * @param size of the tube, m
 */
export const ovality = (most: number, least: number, { wall }: { wall: number }): Figure =>
  figure({
    label: 'Out of round',
    quantity: 'length',
    value: most - least,
    kind: 'rule',
    formula: 'Largest less smallest outside diameter; the high-low it can make is half of that',
    source: 'Geometry; 15 % of the wall as for high-low (ASME BPE, from memory; check against your edition)',
    inputs: [input('Largest', 'length', most), input('Smallest', 'length', least), input('Wall', 'length', wall)],
    caution:
      (most - least) / 2 > 0.15 * wall
        ? 'Crosswise it makes more high-low than 15 % of the wall: turn one end until the long sides meet, or round it.'
        : '',
  });

/** High-low against the wall: hygienic codes allow 15 % of the wall. */
export const highLow = (value: number, wall: number): Figure =>
  figure({
    label: 'High-low, share of the wall',
    quantity: 'fraction',
    value: value / wall,
    kind: 'rule',
    formula: 'Misalignment over wall',
    source: '15 % of the wall: ASME BPE and AWS D18.1, from memory; check against your edition',
    inputs: [input('High-low', 'length', value), input('Wall', 'length', wall)],
    caution: value / wall > 0.15 ? 'More than 15 % of the wall: fit again.' : '',
  });
