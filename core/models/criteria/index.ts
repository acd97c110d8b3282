/** Acceptance: what was asked, what was seen, and what follows. */
export * from './criterion';
export { factOutcome, gradeOutcome, gradeWords, judge, sizeWords, unseenShare, type Seen, type Verdict } from './judge';
export { lay } from './lay';
export { allowedText, limitSide, mostAllowed, type LimitSide } from './limit';
export { purgeFactNames, purgeFactSchema, ruledFactSchema, type Finding, type PurgeFact } from './facts';
export { current, shipped } from './shipped';
