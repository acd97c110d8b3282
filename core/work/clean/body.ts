/** A cleaning as the record has it, SI. */
import type { Arc } from '../../basics/seam';
import type { AlloyFamily } from '../../basics/materials';
import type { CleaningStep, CleanMethod, Debris, Print, Product, Spindle, Tool } from '../../models/cleaning';

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
  /** the stretch that was cleaned; null: all of its side. Undefined in what follows: nobody was asked before the third version */
  where?: Arc | null | undefined;
  spindle?: Spindle | null | undefined;
  print?: Print | null | undefined;
  ra?: CleaningStep['ra'];
  wall?: CleaningStep['wall'];
  debris?: Debris | null | undefined;
  /** by the server: families of metal the tool had touched before */
  touched?: AlloyFamily[] | undefined;
};
