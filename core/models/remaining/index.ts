/**
 * Remaining time that learns from the readings, at the joint that is not measured too. `shapes` are the plan's forty runs, `prior` what is
 * likely before anything is read, `cloud` the purges that could be this one, `step` and `moves` how they are followed, `ahead` what they
 * say, `filter` the whole.
 */
export { type Place, type Shapes, shapesOf } from './shapes';
export { type Prior, SHIPPED } from './prior';
export { type Monitor } from './cloud';
export { type Answer, PARTICLES, Remaining, type Settings, type Sign, STALE } from './filter';
export { type Course, type Outlook, type Span } from './ahead';
export { ENOUGH, learnPrior, type Learnt } from './shop';
export { type KeptOut, type Reading } from './sift';
export { keptOutText, lagText, rough, testText, UNPROVED, whyOf, wontText, type Why } from './said';
