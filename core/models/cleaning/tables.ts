/**
 * Tables of cleaning: baths, dwell of paste, the end of a rinse, tests. ASTM A967 rows and pickling-paste dwell (Euro Inox and Nickel
 * Institute guides) from memory; the product's own sheet decides.
 */
import type { AlloyId } from '../../basics/materials';
import { PASTE_RANGE, type Passivation, type Test } from './steps';

/** Why this test must not be used here. */
export const testRefusals = (test: Test, foodContact: boolean): string[] =>
  foodContact && (test === 'copper-sulfate' || test === 'ferroxyl')
    ? ['Not on a face that touches food: copper sulfate and ferroxyl leave poison behind. Use water, humidity or a damp cloth.']
    : [];

/** How long a test takes, s: ASTM A967 practices, from memory; the damp cloth by common practice, no source. */
export const testSeconds: Record<Test, number> = {
  'water-immersion': 24 * 3600,
  humidity: 24 * 3600,
  'salt-spray': 2 * 3600,
  'copper-sulfate': 6 * 60,
  ferroxyl: 30,
  'damp-cloth': 3600,
  none: 0,
};

export type BathRow = {
  id: string;
  acid: Passivation;
  percent: [number, number];
  by: 'volume' | 'weight';
  celsius: [number, number];
  minutes: number;
};
/** ASTM A967 baths: nitric by volume, citric by weight. Nitric 1 (with dichromate) is left out: Cr(VI). */
export const baths: readonly BathRow[] = [
  { id: 'Nitric 2', acid: 'nitric', percent: [20, 45], by: 'volume', celsius: [21, 32], minutes: 30 },
  { id: 'Nitric 3', acid: 'nitric', percent: [20, 25], by: 'volume', celsius: [49, 60], minutes: 20 },
  { id: 'Nitric 4', acid: 'nitric', percent: [45, 55], by: 'volume', celsius: [49, 54], minutes: 30 },
  { id: 'Citric 1', acid: 'citric', percent: [4, 10], by: 'weight', celsius: [60, 71], minutes: 4 },
  { id: 'Citric 2', acid: 'citric', percent: [4, 10], by: 'weight', celsius: [49, 60], minutes: 10 },
  { id: 'Citric 3', acid: 'citric', percent: [4, 10], by: 'weight', celsius: [21, 49], minutes: 20 },
];

/** The shortest row of the table that this bath meets, or null: then only the product's sheet or a test can say. */
export const bathHint = (acid: Passivation, percent: number, celsius: number): BathRow | null =>
  baths
    .filter(
      (b) => b.acid === acid && percent >= b.percent[0] && percent <= b.percent[1] && celsius >= b.celsius[0] && celsius <= b.celsius[1],
    )
    .sort((a, b) => a.minutes - b.minutes)[0] ?? null;

/** Pickling paste by metal temperature, minutes: [304L], [316L], [2205]; spread of guides, low confidence. */
const paste: readonly [number, [number, number], [number, number], [number, number]][] = [
  [10, [60, 90], [90, 120], [180, 240]],
  [15, [45, 60], [60, 90], [120, 180]],
  [20, [20, 45], [30, 60], [60, 120]],
  [25, [15, 30], [20, 45], [45, 90]],
  [35, [10, 20], [15, 30], [30, 60]],
];
/** Hint of paste dwell, minutes, or null where no guide says. */
export function pasteHint(alloy: AlloyId, celsius: number): [number, number] | null {
  if (celsius < PASTE_RANGE[0] || celsius > PASTE_RANGE[1]) return null;
  const row = paste.find(([c]) => celsius <= c + 2.5) ?? paste.at(-1);
  if (!row) return null;
  if (alloy === '304L' || alloy === '321') return row[1];
  if (alloy === '2205') return row[3];
  return alloy === '316L' || alloy === '316Ti' ? row[2] : null;
}

/** Conductivity of the runoff is done within a tenth of the feed, or at so little, µS/cm, with pure water: owner specifications, medium confidence. */
const MICRO = { over: 1.1, pure: 10 };
/** Why a rinse is not at its end by conductivity, µS/cm; null where it is. */
export const conductivityDone = (feed: number, runoff: number): string | null =>
  runoff <= Math.max(MICRO.over * feed, MICRO.pure)
    ? null
    : `The runoff conducts ${runoff} µS/cm, the feed ${feed}. Rinse on until it is within a tenth of the feed.`;

/** Feed water that can rinse: nearly neutral (pH 6 to 8, a little wider for the meter). */
const FEED_PH: [number, number] = [5.5, 8.5];

/** Rinse end point: runoff within a pH unit of the feed, chloride at most 50 ppm (A380 and owner specifications, medium confidence). */
export function rinseDone(feedPh: number, runoffPh: number, chloridePpm: number | null): string[] {
  const no: string[] = [];
  if (feedPh < FEED_PH[0] || feedPh > FEED_PH[1])
    no.push(`The feed water is pH ${feedPh}: that is no rinse water (${FEED_PH[0]} to ${FEED_PH[1]}).`);
  if (Math.abs(feedPh - runoffPh) > 1) no.push(`Runoff is pH ${runoffPh}, the feed pH ${feedPh}. Rinse on until they are within 1.`);
  if (chloridePpm !== null && chloridePpm > 50) no.push(`Chloride is ${chloridePpm} ppm. Rinse with water of 50 ppm or less.`);
  return no;
}
