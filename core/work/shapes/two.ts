/** Shapes of the second generation: what had to grow since `one`. Never changed, like that. */
import { z } from 'zod';
import * as one from './one';

/** Alloys; the free-machining, the 400-series and mild steel were not welded here before. */
export const alloy = z.enum([...one.alloy.options, '303', '409', '410', 'mild']);

export const design = one.design.extend({ alloyA: alloy, alloyB: alloy });

/** A product; paint-on gels had no kind, and no product its own hottest metal. */
export const product = one.product.extend({
  product: one.product.shape.product.required({ dwellSeconds: true, hydrofluoric: true }).extend({
    kind: z.enum([...one.product.shape.product.shape.kind.options, 'gel']),
    mostCelsius: z.number().min(0).max(60).nullable(),
  }),
});

/** A defect; burn-through, tungsten, overlap and spatter had no name before. */
export const defect = one.defect.extend({
  kind: z.enum([...one.defect.shape.kind.options, 'burn-through', 'tungsten', 'overlap', 'spatter']),
});
