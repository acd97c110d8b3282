/** Purge: how long, how hard, how much gas, and when the arc may start. */
export { leakFloor, mixedVolumes, tanksRemaining, tanksVolumes } from './bounds';
export { gate, heldFor, rulesFor, STALE_AFTER, type Gate, type Reading } from './gate';
export { bodySchema, damSchema, heightSchema, planSchema, ruleSchema, type Body, type Dam, type Plan, type Rule } from './plan';
export { concavePressure, flushPressure, holeArea, orificeFlow, orificePressure, ventFor } from './pressure';
export { damDistance, heightOf, highEnd, planStraight, startingBody, tanksOf } from './straight';
