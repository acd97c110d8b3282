/** Frozen shapes, a file a generation: what the schemas of event versions are made of, and what fills their gaps today. */
export * as one from './one';
export * as two from './two';
export * as three from './three';
export * as four from './four';
export * as five from './five';
export { figureOf, planOfOne, productOf, rulesOf, setupOf, setupOfBody, toolOf } from './fill';
export * as six from './six';
export * as seven from './seven';
export * as eight from './eight';
export * as nine from './nine';
