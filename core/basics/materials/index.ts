/**
 * Alloys: what they are called, which filler joins them, which film colours them.
 * Filler: AWS A5.9, A5.14 and A5.16 annexes and Nickel Institute 11007, from memory.
 * Interpass: EN 1011-3 and Nickel Institute guides, from memory; 175 °C is the shop default where none is given.
 */
import { z } from 'zod';

export const alloyFamilySchema = z.enum(['austenitic', 'duplex', 'nickel', 'titanium', 'ferritic', 'martensitic', 'carbon']);
export type AlloyFamily = z.infer<typeof alloyFamilySchema>;

export const alloySchema = z.enum(['304L', '316L', '316Ti', '321', '2205', '625', 'Ti-2', '303', '409', '410', 'mild']);
export type AlloyId = z.infer<typeof alloySchema>;

export type Alloy = {
  id: AlloyId;
  name: string;
  number: string;
  family: AlloyFamily;
  titaniumStabilised: boolean;
  /** sulphur added: baths for other grades attack it */
  freeMachining: boolean;
  /** highest interpass temperature, °C */
  interpass: number;
  /** may be welded without filler */
  autogenous: boolean;
};

const alloy = (id: AlloyId, name: string, number: string, family: AlloyFamily, interpass: number, more: Partial<Alloy> = {}): Alloy => ({
  id,
  name,
  number,
  family,
  interpass,
  titaniumStabilised: false,
  freeMachining: false,
  autogenous: true,
  ...more,
});

export const alloys: Record<AlloyId, Alloy> = {
  '304L': alloy('304L', '304L', 'S30403 / 1.4307', 'austenitic', 175),
  '316L': alloy('316L', '316L', 'S31603 / 1.4404', 'austenitic', 175),
  '316Ti': alloy('316Ti', '316Ti', 'S31635 / 1.4571', 'austenitic', 175, { titaniumStabilised: true }),
  '321': alloy('321', '321', 'S32100 / 1.4541', 'austenitic', 150, { titaniumStabilised: true }),
  '2205': alloy('2205', 'Duplex 2205', 'S32205 / 1.4462', 'duplex', 150, { autogenous: false }),
  '625': alloy('625', 'Nickel alloy 625', 'N06625', 'nickel', 150),
  'Ti-2': alloy('Ti-2', 'Titanium Gr 2', 'R50400', 'titanium', 120),
  '303': alloy('303', '303, free-machining', 'S30300 / 1.4305', 'austenitic', 150, { freeMachining: true, autogenous: false }),
  '409': alloy('409', '409 (exhaust)', 'S40900 / 1.4512', 'ferritic', 150, { titaniumStabilised: true }),
  '410': alloy('410', '410', 'S41000 / 1.4006', 'martensitic', 250),
  mild: alloy('mild', 'Mild steel', 'S235 / A53', 'carbon', 250),
};

const pairs: Record<string, string> = {
  '304L+304L': 'ER308L',
  '316L+316L': 'ER316L',
  '304L+316L': 'ER316L or ER308L (the owner picks)',
  '316Ti+316Ti': 'ER318 or ER316L',
  '321+321': 'ER347',
  '304L+321': 'ER347 or ER308L',
  '316L+316Ti': 'ER316L',
  '2205+2205': 'ER2209',
  '2205+304L': 'ER2209',
  '2205+316L': 'ER2209',
  '316L+625': 'ERNiCrMo-3',
  '304L+625': 'ERNiCrMo-3',
  '625+625': 'ERNiCrMo-3',
  'Ti-2+Ti-2': 'ERTi-2',
  '303+316L': 'ER312 (cracks easily: ask whether it must be welded)',
  '303+304L': 'ER312 (cracks easily: ask whether it must be welded)',
  '409+409': 'ER409Nb or ER309L',
  '304L+409': 'ER309L',
  '410+410': 'ER410 or ER309L',
  'mild+mild': 'ER70S-2 or ER70S-6',
  '304L+mild': 'ER309L',
  '316L+mild': 'ER309L',
  '409+mild': 'ER309L',
};

const classes: Partial<Record<AlloyId, string>> = {
  '304L': 'ER308L',
  '316L': 'ER316L',
  '316Ti': 'ER318',
  '321': 'ER347',
  '2205': 'ER2209',
  '625': 'ERNiCrMo-3',
  'Ti-2': 'ERTi-2',
  '409': 'ER409Nb',
  '410': 'ER410',
  mild: 'ER70S-6',
};
/** Class of the filler that matches an alloy, or null where none does. */
export const fillerClass = (a: AlloyId): string | null => classes[a] ?? null;

/** Filler for a pair of alloys, or null where the table has none (or they cannot be fusion welded). */
export const fillerFor = (a: AlloyId, b: AlloyId): string | null => pairs[[a, b].sort().join('+')] ?? null;

/** The film that colours the alloy's inside, outside; see core/models/tint. */
export const isTitanium = (a: AlloyId): boolean => alloys[a].family === 'titanium';
