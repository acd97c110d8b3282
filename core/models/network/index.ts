/**
 * The model under the purge: a set-up is cut into spaces (`space`) and small volumes (`mesh`); gas divides (`flow`, `linear`), mixes
 * (`mixing`, `fat`) and is followed in time (`march`). Beside it the bounds any of it must lie between, and holes (`pressure`, `opening`).
 */
export { type Spaces, spacesOf } from './space';
export { chainMesh, type Mesh, meshOf } from './mesh';
export { flowSolver, openingLaws } from './flow';
export { diffusivity, jetZone } from './mixing';
export { sparseLU } from './linear';
export { bernoulli, type March, march, passes } from './march';
export { type FatBody, fatness, fatTime, fillsInLayers, layering, levelCuts, topLag, TRAPS_BELOW, trappedFold } from './fat';
export { leakFloor, mixedVolumes, tanksRemaining, tanksVolumes } from './bounds';
export { airLetIn, BOTTLE_SLUG, type Facing, FULL_PURGE_AFTER, slugShare } from './opening';
export { holeArea, orificeFlow, orificePressure } from './pressure';
export { blowPressure, concavePressure, flushPressure, GAMMA_SPREAD, GAMMA, type RootJoint, rootPushAt } from './root';
