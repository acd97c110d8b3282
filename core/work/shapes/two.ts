/** Shapes of the second generation: what had to grow since `one`. Never changed, like that. */
import { z } from 'zod';
import * as one from './one';

/** A defect; burn-through, tungsten, overlap and spatter had no name before. */
export const defect = one.defect.extend({
  kind: z.enum([...one.defect.shape.kind.options, 'burn-through', 'tungsten', 'overlap', 'spatter']),
});
