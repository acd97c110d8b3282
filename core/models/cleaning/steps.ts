/** What cleaning and passivation are made of: methods, tools, products, and what has to be known of the weld. */
import { z } from 'zod';
import type { AlloyFamily, AlloyId } from '../../basics/materials';
import type { Spindle, Tool } from './tools';

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

export const productSchema = z.object({
  kind: z.enum(['paste', 'gel', 'pickle', 'nitric', 'citric', 'neutraliser', 'electrolyte']),
  lot: z.string().max(40),
  /** what the product's own sheet says, s */
  dwellSeconds: z.number().positive().nullable().default(null),
  /** hydrofluoric acid in it */
  hydrofluoric: z.boolean().default(false),
  /** hottest metal it goes on, °C, by its own sheet */
  mostCelsius: z.number().min(0).max(60).nullable().default(null),
});
export type Product = z.infer<typeof productSchema>;

/** What a cleaning has to know of its weld. */
export type Situation = {
  alloys: readonly AlloyId[];
  foodContact: boolean;
  /** the inside can be reached, rinsed and seen */
  insideReachable: boolean;
  /** tint left by the last look or cleaning */
  tintRemains: boolean;
  /** pickling was put on and not rinsed to its end point */
  acidOn: boolean;
  /** it has been passivated and rinsed */
  passivated: boolean;
  /** Ra its criterion asks for at most, m; null where it asks for none */
  finish?: number | null;
};

export type CleaningStep = {
  method: CleanMethod;
  side: 'inside' | 'outside' | 'both';
  metalTemperature: number | null;
  tool: Tool | null;
  product: Product | null;
  /** of the rinse after pickling; null when it was not measured, undefined when nobody was asked */
  rinse?: { feedPh: number; runoffPh: number } | null | undefined;
  /** families of metal the tool had touched before; undefined when nobody looked */
  touched?: readonly AlloyFamily[] | undefined;
  /** what turned the tool; undefined when nobody was asked */
  spindle?: Spindle | null | undefined;
  /** heat numbers and marks under the disc; null when nobody said */
  print?: Print | null | undefined;
  /** Ra, m, before and after */
  ra?: { before: number | null; after: number | null } | null | undefined;
  /** wall, m, before and after, and the least it may have */
  wall?: { before: number | null; after: number; least: number | null } | null | undefined;
  /** how it was proved that nothing stayed inside; null when nobody said */
  debris?: Debris | null | undefined;
  /** is it the last step, with no tint left? */
  done?: boolean | undefined;
};
export const printNames = { copied: 'copied', photographed: 'photographed', none: 'none there', lost: 'gone with the disc' } as const;
export type Print = keyof typeof printNames;
export const debrisNames = { wiped: 'wiped, cloth clean', rinsed: 'rinsed out', seen: 'by borescope', not: 'not yet' } as const;
export type Debris = keyof typeof debrisNames;
export type BathStep = {
  acid: Passivation;
  product: Product;
  /** by volume (nitric) or weight (citric) */
  percent: number;
  celsius: number;
  /** s */
  dwell: number;
  /** told: by nobody's paper, as somebody said */
  dwellFrom: 'sheet' | 'table' | 'told';
};
export type RinseStep = { feedPh: number; runoffPh: number; chloridePpm: number | null; test: Test };
/** A test that came to its result on the clock here, s after it was begun. */
export type TestStep = { test: Test; seconds: number };
