/**
 * Tables of cleaning: baths, dwell of paste, the end of a rinse, tests. ASTM A967 and A380 rows and pickling-paste dwell (Euro Inox and
 * Nickel Institute guides) from memory; the product's own sheet decides.
 */
import { alloys, type AlloyId } from '../../basics/materials';
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
  /** whose row it is; left out: ASTM A967 */
  standard?: 'ASTM A380';
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

/** ASTM A380 nitric passivation, by volume, its least time (10 to 30 min warm, 30 to 60 min cold); medium confidence. Where A967 has a row, that leads. */
export const olderBaths: readonly BathRow[] = [
  { id: 'Nitric, warm', acid: 'nitric', percent: [20, 50], by: 'volume', celsius: [49, 71], minutes: 10, standard: 'ASTM A380' },
  { id: 'Nitric, cold', acid: 'nitric', percent: [20, 50], by: 'volume', celsius: [21, 38], minutes: 30, standard: 'ASTM A380' },
];

/** The shortest row of A967 that this bath meets, else of A380, or null: then only the product's sheet or a test can say. */
export const bathHint = (acid: Passivation, percent: number, celsius: number): BathRow | null => {
  const [best] = [baths, olderBaths].flatMap((rows) =>
    rows
      .filter(
        (b) => b.acid === acid && percent >= b.percent[0] && percent <= b.percent[1] && celsius >= b.celsius[0] && celsius <= b.celsius[1],
      )
      .sort((a, b) => a.minutes - b.minutes),
  );
  return best ?? null;
};

/**
 * Pickling bath of ASTM A380: nitric 15 to 25 % with hydrofluoric 1 to 8 %, by volume, on annealed austenitic steel and on ferritic of 16 %
 * chromium or more; medium confidence. European guides (Euro Inox): nitric 8 to 20 %, hydrofluoric 0.5 to 5 %, 25 to 60 °C, as long.
 */
export const pickleRow = { nitric: [15, 25], hydrofluoric: [1, 8], celsius: [21, 60], minutes: [5, 30] } as const;
/** Hint of how long in a pickling bath so warm, minutes, or null where no row says: free-machining steel wants less acid, and its maker's word. */
export function pickleHint(alloy: AlloyId, celsius: number): [number, number] | null {
  const { family, freeMachining } = alloys[alloy];
  const fits = (family === 'austenitic' && !freeMachining) || alloy === '430';
  return fits && celsius >= pickleRow.celsius[0] && celsius <= pickleRow.celsius[1] ? [...pickleRow.minutes] : null;
}

/** Which column of the paste table a grade has. */
const pasteColumn: Partial<Record<AlloyId, number>> = {
  ...{ '304': 0, '304L': 0, '321': 0, '347': 0 },
  ...{ '316': 1, '316L': 1, '316Ti': 1 },
  ...{ '904L': 2, '2205': 2 },
  ...{ '2507': 3, '6Mo': 3 },
};
/**
 * Pickling paste by metal temperature: °C, then from and to in minutes for 304L and its like, 316L, 904L and 2205, 2507 and 6Mo (none at
 * 10 °C); spread of guides, low confidence.
 */
const paste: readonly (readonly number[])[] = [
  [10, 60, 90, 90, 120, 180, 240],
  [15, 45, 60, 60, 90, 120, 180, 180, 240],
  [20, 20, 45, 30, 60, 60, 120, 120, 180],
  [25, 15, 30, 20, 45, 45, 90, 90, 150],
  [35, 10, 20, 15, 30, 30, 60, 60, 120],
];
/** Hint of paste dwell, minutes, or null where no guide says. */
export function pasteHint(alloy: AlloyId, celsius: number): [number, number] | null {
  if (celsius < PASTE_RANGE[0] || celsius > PASTE_RANGE[1]) return null;
  const column = pasteColumn[alloy];
  const row = paste.find(([c = 0]) => celsius <= c + 2.5) ?? paste.at(-1);
  if (column === undefined || !row) return null;
  const [from, to] = row.slice(1 + 2 * column);
  return from === undefined || to === undefined ? null : [from, to];
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
