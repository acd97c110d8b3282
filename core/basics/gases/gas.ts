/**
 * Shielding and purge gases at the bench: 20 °C, 101.325 kPa, ideal gas with IUPAC molar masses.
 * Which gas goes on what: EN ISO 14175 notes, DVS 0937, EN 1011-3, AWS D10.4 and D10.18, from memory.
 */
import { z } from 'zod';
import type { Alloy } from '../materials';

export const gasSchema = z.enum(['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2', 'n2-5h2']);
export type Gas = z.infer<typeof gasSchema>;

/** g/mol: CIAAW standard atomic weights. */
const molar: Record<Gas, number> = {
  argon: 39.948,
  helium: 4.0026,
  nitrogen: 28.0134,
  'argon-2h2': 39.189,
  'argon-5h2': 38.051,
  'n2-5h2': 26.714,
};
const AIR_MOLAR = 28.9647;
const R = 8.314462618;

export const gasNames: Record<Gas, string> = {
  argon: 'Argon',
  helium: 'Helium',
  nitrogen: 'Nitrogen',
  'argon-2h2': 'Argon + 2 % hydrogen',
  'argon-5h2': 'Argon + 5 % hydrogen',
  'n2-5h2': 'Nitrogen + 5 % hydrogen',
};

/** Molar mass, g/mol, of a gas or of dry air. */
export const molarMass = (gas: Gas | 'air'): number => (gas === 'air' ? AIR_MOLAR : molar[gas]);

/** Oxygen in dry air, ppm by volume (US Standard Atmosphere 1976: 20.946 %, rounded as the trade does). */
export const AIR_OXYGEN_PPM = 209_500;

/** Density, kg/m³, of a gas or of dry air. */
export const density = (gas: Gas | 'air', celsius = 20, pascal = 101_325): number =>
  (pascal * (gas === 'air' ? AIR_MOLAR : molar[gas])) / 1000 / (R * (celsius + 273.15));

/** Where the gas goes by itself: heavier than air fills from below, lighter from above. */
export function settles(gas: Gas): 'down' | 'up' | 'neither' {
  const ratio = molar[gas] / AIR_MOLAR;
  return ratio > 1.1 ? 'down' : ratio < 0.9 ? 'up' : 'neither';
}

/** @returns why this gas must not be used on this family of alloy, or null. */
export function gasRefusal(gas: Gas, metal: Pick<Alloy, 'family' | 'hydrogen' | 'titaniumStabilised'>): string | null {
  const { family, titaniumStabilised } = metal;
  const hydrogen = gas.endsWith('h2');
  const nitrogen = gas === 'nitrogen' || gas === 'n2-5h2';
  if (hydrogen && !metal.hydrogen)
    return 'Hydrogen mixtures are for austenitic and named nickel alloys only: never on titanium, duplex, ferritic or martensitic.';
  if (nitrogen && family === 'titanium') return 'No nitrogen on titanium: it embrittles the weld.';
  if (nitrogen && titaniumStabilised) return 'No nitrogen on titanium-stabilised grades: it takes the titanium out of the steel.';
  return null;
}
