/**
 * Alloys: what they are called, and what each asks of whoever welds it.
 * Interpass: EN 1011-3, Nickel Institute and IMOA guides, from memory; 175 °C is the shop default where none is given.
 * Hydrogen, filler or none, what heat does: the same guides and AWS D10.4, from memory.
 */
import { z } from 'zod';

export const alloyFamilySchema = z.enum(['austenitic', 'duplex', 'nickel', 'titanium', 'ferritic', 'martensitic', 'carbon']);
export type AlloyFamily = z.infer<typeof alloyFamilySchema>;

export const alloySchema = z.enum([
  ...['304L', '304', '316L', '316', '316Ti', '310', '321', '347', '904L', '6Mo', '303'],
  ...['2205', '2507', '409', '430', '410', '15-7', '17-7'],
  ...['600', '625', '718', '825', 'C-276', 'CuNi90/10', 'CuNi70/30'],
  ...['Ti-1', 'Ti-2', 'Ti-5', 'Ti-7', 'Ti-12', 'mild'],
] as const);
export type AlloyId = z.infer<typeof alloySchema>;

export type Alloy = {
  id: AlloyId;
  name: string;
  number: string;
  family: AlloyFamily;
  titaniumStabilised: boolean;
  /** sulphur added: baths for other grades attack it */
  freeMachining: boolean;
  /** argon with hydrogen may be asked for */
  hydrogen: boolean;
  /** highest interpass temperature, °C */
  interpass: number;
  /** may be welded without filler */
  autogenous: boolean;
  /** what heat does to it, in a sentence; empty where nothing is to be said */
  heat: string;
};

/** Which gases a family wants or must not have, in a sentence: EN ISO 14175 notes, EN 1011-3, IMOA guide, AWS D10.4, from memory. */
export const gasWants: Record<AlloyFamily, string> = {
  austenitic: '',
  duplex: 'Argon with 1 to 3 % nitrogen in the torch keeps its balance; never hydrogen.',
  nickel: '',
  titanium: 'Argon or helium alone: never nitrogen, never hydrogen.',
  ferritic: 'No hydrogen, no nitrogen.',
  martensitic: 'No hydrogen, no nitrogen.',
  carbon: '',
};

const alloy = (id: AlloyId, name: string, number: string, family: AlloyFamily, interpass: number, more: Partial<Alloy> = {}): Alloy => ({
  ...{ id, name, number, family, interpass },
  ...{ titaniumStabilised: false, freeMachining: false, autogenous: true, heat: '' },
  hydrogen: family === 'austenitic' || family === 'nickel',
  ...more,
});

const CARBON =
  'Carbon above 0.03 % sensitises: at 650 to 750 °C in a minute or two at 0.08 %, some minutes at 0.05 %. Keep heat and interpass low.';
const STABILISED = 'Stabilised: the metal right beside the weld may still be attacked in hot nitric acid.';
const AUSTENITE = 'Its weld metal holds no ferrite and cracks hot: low heat, no wide beads, phosphorus and sulphur low.';
const HARDENING = 'Hardens by ageing: heat treatment after welding belongs to the procedure.';
const TITANIUM = 'Takes up oxygen, nitrogen and hydrogen above about 427 °C: gas on both sides until it is below.';

export const alloys: Record<AlloyId, Alloy> = {
  '304L': alloy('304L', '304L', 'S30403 / 1.4307', 'austenitic', 175),
  '304': alloy('304', '304', 'S30400 / 1.4301', 'austenitic', 175, { heat: CARBON }),
  '316L': alloy('316L', '316L', 'S31603 / 1.4404', 'austenitic', 175),
  '316': alloy('316', '316', 'S31600 / 1.4401', 'austenitic', 175, { heat: CARBON }),
  '316Ti': alloy('316Ti', '316Ti', 'S31635 / 1.4571', 'austenitic', 175, { titaniumStabilised: true, heat: STABILISED }),
  '310': alloy('310', '310', 'S31008 / 1.4845', 'austenitic', 150, { heat: AUSTENITE }),
  '321': alloy('321', '321', 'S32100 / 1.4541', 'austenitic', 150, { titaniumStabilised: true, heat: STABILISED }),
  '347': alloy('347', '347', 'S34700 / 1.4550', 'austenitic', 150, { heat: STABILISED }),
  '904L': alloy('904L', '904L', 'N08904 / 1.4539', 'austenitic', 120, { autogenous: false, heat: AUSTENITE }),
  '6Mo': alloy('6Mo', '6 % molybdenum', 'S31254 / 1.4547', 'austenitic', 120, { autogenous: false, heat: AUSTENITE }),
  '303': alloy('303', '303, free-machining', 'S30300 / 1.4305', 'austenitic', 150, {
    freeMachining: true,
    autogenous: false,
    heat: 'Sulphur added: it cracks hot. Ask whether it must be welded.',
  }),
  '2205': alloy('2205', 'Duplex 2205', 'S32205 / 1.4462', 'duplex', 150, {
    autogenous: false,
    heat: 'Ferrite 30 to 65 %: heat 0.5 to 2.5 kJ/mm; not minutes between 700 and 950 °C (sigma).',
  }),
  '2507': alloy('2507', 'Super duplex 2507', 'S32750 / 1.4410', 'duplex', 120, {
    autogenous: false,
    heat: 'Ferrite 30 to 65 %: heat 0.2 to 1.5 kJ/mm; not minutes between 700 and 950 °C (sigma).',
  }),
  '409': alloy('409', '409 (exhaust)', 'S40900 / 1.4512', 'ferritic', 150, { titaniumStabilised: true, heat: 'Grain grows: low heat.' }),
  '430': alloy('430', '430', 'S43000 / 1.4016', 'ferritic', 150, {
    heat: 'Grain grows and it sensitises beside the weld: low heat.',
  }),
  '410': alloy('410', '410', 'S41000 / 1.4006', 'martensitic', 250, { heat: 'Hardens: preheat and heat treatment by the procedure.' }),
  '15-7': alloy('15-7', '15-7 PH', 'S15700 / 1.4532', 'martensitic', 150, { heat: HARDENING }),
  '17-7': alloy('17-7', '17-7 PH', 'S17700 / 1.4568', 'martensitic', 150, { heat: HARDENING }),
  '600': alloy('600', 'Nickel alloy 600', 'N06600 / 2.4816', 'nickel', 150),
  '625': alloy('625', 'Nickel alloy 625', 'N06625', 'nickel', 150),
  '718': alloy('718', 'Nickel alloy 718', 'N07718 / 2.4668', 'nickel', 150, { hydrogen: false, heat: HARDENING }),
  '825': alloy('825', 'Nickel alloy 825', 'N08825 / 2.4858', 'nickel', 150, { heat: AUSTENITE }),
  'C-276': alloy('C-276', 'Nickel alloy C-276', 'N10276 / 2.4819', 'nickel', 120, { heat: AUSTENITE }),
  'CuNi90/10': alloy('CuNi90/10', 'Copper-nickel 90/10', 'C70600', 'nickel', 150, {
    ...{ hydrogen: false, autogenous: false },
    heat: 'Autogenous it is porous: filler with titanium to hold the gas. No hydrogen.',
  }),
  'CuNi70/30': alloy('CuNi70/30', 'Copper-nickel 70/30', 'C71500', 'nickel', 150, {
    ...{ hydrogen: false, autogenous: false },
    heat: 'Autogenous it is porous: filler with titanium to hold the gas. No hydrogen.',
  }),
  'Ti-1': alloy('Ti-1', 'Titanium Gr 1', 'R50250', 'titanium', 120, { heat: TITANIUM }),
  'Ti-2': alloy('Ti-2', 'Titanium Gr 2', 'R50400', 'titanium', 120, { heat: TITANIUM }),
  'Ti-5': alloy('Ti-5', 'Titanium Gr 5', 'R56400', 'titanium', 120, { heat: TITANIUM }),
  'Ti-7': alloy('Ti-7', 'Titanium Gr 7', 'R52400', 'titanium', 120, { heat: TITANIUM }),
  'Ti-12': alloy('Ti-12', 'Titanium Gr 12', 'R53400', 'titanium', 120, { heat: TITANIUM }),
  mild: alloy('mild', 'Mild steel', 'S235 / A53', 'carbon', 250),
};

/** The film that colours the alloy's inside, outside; see core/models/tint. */
export const isTitanium = (a: AlloyId): boolean => alloys[a].family === 'titanium';

/**
 * Why two metals cannot be joined by fusion, or null. Titanium dissolves little of iron, nickel or copper before it makes brittle
 * compounds (handbooks, from memory): it is joined by a transition piece or a flange.
 */
export const unweldable = (a: AlloyId, b: AlloyId): string | null =>
  isTitanium(a) === isTitanium(b)
    ? null
    : `${alloys[a].name} and ${alloys[b].name} cannot be fusion welded: titanium makes brittle compounds with other metals. Take a flange or a transition piece.`;
