/** A cleaning as the record has it, SI. */
import type { CleanMethod, Product, Tool } from '../../models/cleaning';

type Named = { id: string; label: string };

export type Cleaned = {
  method: CleanMethod;
  side: 'inside' | 'outside' | 'both';
  metalTemperature: number | null;
  tool: (Named & { tool: Tool }) | null;
  product: (Named & { product: Product }) | null;
  dwell: number | null;
  /** of the rinse after pickling; null when it was not measured, undefined in the first version, which did not ask */
  rinse?: { feedPh: number; runoffPh: number } | null | undefined;
  /** looked at again: does tint remain? */
  tintRemains: boolean;
  /** why, where the table wants a reason, or why it was done although it must not be */
  because: string | null;
};
