/**
 * Purge: how long, how hard, how much gas, and when the arc may start. Top down: a set-up (`setup`) is cut into spaces
 * (`space`) and small volumes (`mesh`); gas divides (`flow`), mixes (`mixing`, `fat`) and is followed in time (`march`);
 * `predict` is one run, `band` many, `plan` says what they mean, `rules` what is wrong, `advice` what helps.
 */
export { adviceOn, candidates, flowTable, score, type Change, type Score } from './advice';
export { setupForWeld, withJacket, withoutPart, withPart } from './build';
export { bandOf, curveAt, LEAK, normalQuantile, sequencePoint, unknownsOf, uncheckedParts, type Band, type BandCurve } from './band';
export { leakFloor, mixedVolumes, tanksRemaining, tanksVolumes } from './bounds';
export { coolDistance, damNames, damPractice, damStands, peakTemperature } from './dams';
export { fatness, fillsInLayers, layering, ramp, trappedFold } from './fat';
export { sparseLU } from './linear';
export { flowSolver, openingLaws, viscosity } from './flow';
export { hoseBrings, hoseNames } from './hose';
export { bernoulli, march, passes, type March } from './march';
export { chainMesh, meshOf, TAPE_HOLE, type Mesh } from './mesh';
export { diffusivity, reducedGravity } from './mixing';
export { airLetIn, FULL_PURGE_AFTER, type Facing } from './opening';
export { LOWEST_TIMED_PPM, partLabel, planOf, planSchema, type Plan } from './plan';
export { FINE, horizonOf, planPurge, runThrough } from './planning';
export { entering, NOMINAL, plainBody, predict, type Curve, type Prediction } from './predict';
export { concavePressure, flushPressure, holeArea, orificeFlow, orificePressure, ventFor } from './pressure';
export { DEAD_LEG, deadLegTime, insidePressure, ruleSchema, standing, type DeadLeg, type Judged, type Rule } from './rules';
export {
  closeUp,
  damSchema,
  heightIn,
  heightSchema,
  hoseMaterialSchema,
  inletSchema,
  kitOf,
  kitSchema,
  nextId,
  setupSchema,
  startingSetup,
  straightOf,
  totalFlow,
  withKit,
  type Dam,
  type DamKind,
  type Height,
  type HoseMaterial,
  type Inlet,
  type Kit,
  type Setup,
  type Vent,
} from './setup';
export { backingNames, backingSchema, needOptions, needOptionSchema, type Backing, type NeedOption } from './need';
export {
  blowPressure,
  closing,
  closingOf,
  closingPressure,
  closingWords,
  CLOSING_STEPS,
  draught,
  pressureWindow,
  rootPush,
  schoolNames,
  ventAtPressure,
  flowAtPressure,
  type Closing,
  type School,
} from './closing';
export { spacesOf, type Spaces } from './space';
export { fromJoint, seatWords, setupWords } from './words';
export { rulesOfThumb, type Thumb } from './thumb';
