/** Acceptance: what was asked, what was seen, and what follows. */
export * from './criterion';
export { afterCleaning, compareCriteria, type Change } from './compare';
export {
  defectOutcome,
  factOutcome,
  gradeOutcome,
  gradeWords,
  isWeldedOut,
  judge,
  sizeWords,
  unseenShare,
  type LineSeen,
  type Seen,
  type Verdict,
} from './judge';
export { arcLess, lay } from './lay';
export { allowedText, limitSide, mostAllowed, type LimitSide } from './limit';
export { limitNames, limitSchema, measureText, mostOf, type Confirmed, type LimitId, type Measure, type Source } from './measures';
export {
  editedOf,
  editedSchema,
  schemeIdSchema,
  grouped,
  isOwn,
  isTemplate,
  loosenedOf,
  loosenedText,
  nextVersion,
  shippedOf,
  type Edited,
  type Loosened,
  type Made,
} from './own';
export { clauseText, colourText, limitRows, sourceText, zonesAlike, type LimitRow } from './said';
export { moveLimit, startFrom, stretchesOf, type Stretch } from './scale';
export { purgeFactNames, purgeFactSchema, ruledFactSchema, type Finding, type PurgeFact } from './facts';
export { current, shipped } from './shipped';
