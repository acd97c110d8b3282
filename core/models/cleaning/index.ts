/**
 * Cleaning, pickling, passivation: what may be done to this weld now, and the tables' hint of how long.
 * ASTM A967 rows and pickling-paste dwell (Euro Inox and Nickel Institute guides): from memory; the product's own sheet decides.
 */
import { z } from 'zod';
import type { AlloyId } from '../../basics/materials';
import { alloys } from '../../basics/materials';

export const cleanMethodSchema = z.enum(['brush', 'abrasive', 'paste', 'pickle-bath', 'electrolytic', 'electropolish', 'none']);
export type CleanMethod = z.infer<typeof cleanMethodSchema>;
export const cleanMethodNames: Record<CleanMethod, string> = {
  brush: 'Stainless brush',
  abrasive: 'Abrasive',
  paste: 'Pickling paste',
  'pickle-bath': 'Pickling bath',
  electrolytic: 'Electrolytic brush',
  electropolish: 'Electropolish',
  none: 'Not cleaned',
};
export const passivationSchema = z.enum(['nitric', 'citric']);
export type Passivation = z.infer<typeof passivationSchema>;
export const testSchema = z.enum(['water-immersion', 'humidity', 'salt-spray', 'copper-sulfate', 'ferroxyl', 'damp-cloth', 'none']);
export type Test = z.infer<typeof testSchema>;
export const testNames: Record<Test, string> = {
  'water-immersion': 'Water immersion (A967 A)',
  humidity: 'High humidity (A967 B)',
  'salt-spray': 'Salt spray (A967 C)',
  'copper-sulfate': 'Copper sulfate (A967 D)',
  ferroxyl: 'Ferroxyl (A967 E)',
  'damp-cloth': 'Damp cloth, 60 min',
  none: 'No test',
};

/** Metal hotter than this is not touched, and takes no paste: °C, measured. Shop default. */
export const TOUCH_BELOW = 50;
/** Pickling paste: not below (the reaction stalls) nor above (it dries and fumes), °C. */
export const PASTE_RANGE: [number, number] = [5, 40];

export const toolSchema = z.object({
  what: z.string().max(80),
  metal: z.enum(['stainless', 'titanium', 'carbon-steel', 'aluminium', 'unmarked']),
  grit: z.number().int().positive().nullable().default(null),
});
export type Tool = z.infer<typeof toolSchema>;
export const productSchema = z.object({
  kind: z.enum(['paste', 'pickle', 'nitric', 'citric', 'neutraliser', 'electrolyte']),
  lot: z.string().max(40),
  /** what the product's own sheet says, s */
  dwellSeconds: z.number().positive().nullable().default(null),
  /** hydrofluoric acid in it */
  hydrofluoric: z.boolean().default(false),
});
export type Product = z.infer<typeof productSchema>;

export type Situation = {
  alloys: readonly AlloyId[];
  foodContact: boolean;
  /** the inside can be reached, rinsed and seen */
  insideReachable: boolean;
  /** tint left by the last look or cleaning */
  tintRemains: boolean;
};

export type CleaningStep = { method: CleanMethod; side: 'inside' | 'outside' | 'both'; metalTemperature: number | null; tool: Tool | null };

/** Why this cleaning makes no sense here; empty when nothing speaks against it. */
export function cleaningRefusals(step: CleaningStep, s: Situation): string[] {
  const no: string[] = [];
  const titanium = s.alloys.some((a) => alloys[a].family === 'titanium');
  const acid = step.method === 'paste' || step.method === 'pickle-bath';
  if (acid) {
    if (titanium) no.push('Not on titanium: hydrofluoric acid eats it.');
    if (step.metalTemperature === null) no.push(`Measure the metal first: paste and pickle go on below ${TOUCH_BELOW} °C only.`);
    else if (step.metalTemperature >= TOUCH_BELOW)
      no.push(`The metal is ${Math.round(step.metalTemperature)} °C. Paste and pickle go on below ${TOUCH_BELOW} °C, measured.`);
    if (step.method === 'paste' && step.metalTemperature !== null && step.metalTemperature < PASTE_RANGE[0])
      no.push(`The metal is ${Math.round(step.metalTemperature)} °C. Below ${PASTE_RANGE[0]} °C the paste does nothing.`);
    if (step.side !== 'outside' && !s.insideReachable) no.push('Not inside: it cannot be rinsed and seen there.');
  }
  if (step.tool && (step.method === 'brush' || step.method === 'abrasive')) {
    if (step.tool.metal === 'carbon-steel')
      no.push('This tool is marked for carbon steel: it plants rust. Take one marked for this metal.');
    else if (step.tool.metal === 'unmarked') no.push('This tool is not marked. Take one marked for this metal.');
    else if (titanium !== (step.tool.metal === 'titanium'))
      no.push(`This tool is marked for ${step.tool.metal}. Take one marked for ${titanium ? 'titanium' : 'stainless'}.`);
  }
  if ((step.method === 'brush' || step.method === 'abrasive') && !step.tool) no.push('Pick the tool: its mark is part of the record.');
  return no;
}

/** Why passivation must wait. */
export function passivationRefusals(s: Situation): string[] {
  const no: string[] = [];
  if (s.tintRemains) no.push('Tint remains: a passivation bath does not take it off. Clean or pickle it first.');
  if (s.alloys.some((a) => alloys[a].family === 'titanium'))
    no.push('Titanium is not passivated in nitric or citric acid: its oxide forms in air.');
  return no;
}

/** Why this test must not be used here. */
export const testRefusals = (test: Test, foodContact: boolean): string[] =>
  foodContact && (test === 'copper-sulfate' || test === 'ferroxyl')
    ? ['Not on a face that touches food: copper sulfate and ferroxyl leave poison behind. Use water, humidity or a damp cloth.']
    : [];

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

/** Pickling paste on 304L and 316L by metal temperature, minutes: [304L], [316L]; spread of guides, low confidence. */
const paste: readonly [number, [number, number], [number, number]][] = [
  [10, [60, 90], [90, 120]],
  [15, [45, 60], [60, 90]],
  [20, [20, 45], [30, 60]],
  [25, [15, 30], [20, 45]],
  [35, [10, 20], [15, 30]],
];
/** Hint of paste dwell, minutes, or null where no guide says. */
export function pasteHint(alloy: AlloyId, celsius: number): [number, number] | null {
  if (celsius < PASTE_RANGE[0] || celsius > PASTE_RANGE[1]) return null;
  const row = paste.find(([c]) => celsius <= c + 2.5) ?? paste.at(-1);
  if (!row) return null;
  if (alloy === '304L' || alloy === '321') return row[1];
  return alloy === '316L' || alloy === '316Ti' ? row[2] : null;
}

/** Rinse end point: runoff within a pH unit of the feed, chloride at most 50 ppm (A380 and owner specifications, medium confidence). */
export function rinseDone(feedPh: number, runoffPh: number, chloridePpm: number | null): string[] {
  const no: string[] = [];
  if (Math.abs(feedPh - runoffPh) > 1) no.push(`Runoff is pH ${runoffPh}, the feed pH ${feedPh}. Rinse on until they are within 1.`);
  if (chloridePpm !== null && chloridePpm > 50) no.push(`Chloride is ${chloridePpm} ppm. Rinse with water of 50 ppm or less.`);
  return no;
}
