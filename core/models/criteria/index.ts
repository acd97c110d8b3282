/** Acceptance: what was asked, what was seen, and what follows. */
export * from './criterion';
export { factOutcome, gradeOutcome, judge, unseenShare, type Seen, type Verdict } from './judge';
export { lay } from './lay';
export { purgeFactNames, purgeFactSchema, ruledFactSchema, type Finding, type PurgeFact } from './facts';
export { current, shipped } from './shipped';
