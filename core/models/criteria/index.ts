/** Acceptance: what was asked, what was seen, and what follows. */
export * from './criterion';
export { gradeOutcome, judge, unseenShare, type Seen, type Verdict } from './judge';
export { lay } from './lay';
export { shipped } from './shipped';
