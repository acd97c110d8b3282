/** A fit-up as the record has it, SI. */
import type { Figure } from '../../basics/figure';
import type { FitupPapers } from '../../models/papers';

type Named = { id: string; label: string };

export type Fitup = {
  gapNarrow: { value: number; at: number };
  gapWide: { value: number; at: number };
  highLow: number;
  heatA: Named;
  heatB: Named;
  filler: { heat: Named; diameter: number } | null;
  wps: Named & { revision: string };
  welder: string;
  figures: Figure[];
  advice: { school: string; text: string; source: string }[];
  /** largest and smallest outside diameter of the worse end, m; null when it was not measured */
  ovality: { most: number; least: number } | null;
  /** flux on the root, in place of a purge; null without one */
  flux: Named | null;
  /** by the server: what the registers said of the papers then */
  papers?: FitupPapers | undefined;
};
