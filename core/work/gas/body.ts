/** The gas as the record has it, SI. */
import type { Gas } from '../../basics/gases';
import type { GasPapers } from '../../models/papers';

type Named = { id: string; label: string };

export type GasLot = Named & { gas: Gas; lot: string; supplyPpm: number };

export type GasCheck = {
  purge: GasLot;
  torch: GasLot;
  /** null: no monitor, the purge goes by the clock */
  monitor: Named | null;
  /** what the monitor read in air and in bottle gas, ppm; null when it was not checked */
  air: number | null;
  bottle: number | null;
  /** what the purge gas is drawn from, and how much was left, m³; null when it is not kept */
  cylinder: (Named & { left: number | null }) | null;
  /** the purge meter: true over read, by its newest check, and what that check is worth */
  meter: (Named & { factor: number; state: 'good' | 'off' | 'drifting' | 'unchecked' }) | null;
  /** money for a m³ of purge gas and of torch gas, as known then */
  price: { purge: number | null; torch: number | null; currency: string } | null;
  /** air and bottle gas as a hand typed them; null where a check of this shift stands in */
  typed: { air: Typed | null; bottle: Typed | null };
  /** by the server: what the registers said of the papers then */
  papers?: GasPapers | undefined;
};

/** A reading as it was typed, and one step of what it was read from, ppm. */
export type Typed = { text: string; step: number };
