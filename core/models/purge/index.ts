/**
 * Purge: how long, how hard, how much gas. Top down: `predict` is one run of the network, `band` many, `plan` says what they mean,
 * `rules` what is wrong, `advice` what helps, `thumb` what the trade says by heart, `course` how the whole goes from gas on to gas off.
 */
export { type Curve, entering, plainBody, predict } from './predict';
export { type Band, type BandCurve, bandOf, curveAt, neverShare, sequencePoint, uncheckedParts, unknownsOf } from './band';
export { planOf } from './plan';
export { type AirLayer, airLayer, airLeft, AIR_FROM, layerPpm } from './layer';
export { type Headline, headlineOf, shortly, weighed } from './headline';
export { type Plan, type Rule, type Times } from './planned';
export { FINE, horizonOf, planPurge, runThrough } from './planning';
export { deadLegTime, insidePressure } from './rules';
export { adviceOn, type Change, flowTable, score } from './advice';
export { type Course, courseOf, NO_TIMES, gasOf, jointLag, readyBy, type Ready } from './course';
export { clockGate, type ClockGate, flowSchools, mostFlow, practiceFor, rulesOfThumb, type Thumb, thumbWords } from './thumb';
