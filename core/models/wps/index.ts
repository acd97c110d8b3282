/** A welding procedure as ranges, and what lies outside of them. */
export {
  against,
  listRows,
  NO_FILLER,
  outsideText,
  positionNames,
  rowIds,
  rowLabel,
  spanRows,
  usuallyEssential,
  type ListId,
  type Position,
  type Ranges,
  type RowId,
  type SpanId,
  type Value,
  type Verdict,
} from './ranges';
