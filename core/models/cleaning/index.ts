/** Cleaning, pickling, passivation: what a step is made of, the tables' hints, and one table of what must not be, wants a reason, or warns. */
export * from './steps';
export {
  type BathRow,
  bathHint,
  baths,
  conductivityDone,
  olderBaths,
  pasteHint,
  pickleHint,
  pickleRow,
  rinseDone,
  testRefusals,
  testSeconds,
} from './tables';
export { passivates, productFits } from './cleaningRows';
export {
  belongsTo,
  isTurned,
  rungKindSchema,
  spinRefusals,
  takesTintOff,
  toolSchema,
  type Tool,
  toolKinds,
  toolKindSchema,
  touchRefusal,
  wantedMark,
  wayOf,
  type Mark,
  type RungKind,
  type Spindle,
  type ToolKind,
} from './tools';
export { chemistry, deviates, judgeBath, judgeCleaning, judgeRinse, judgeTest, judgeTestKind } from './chemistry';
export type { Breach, Level, Mend } from './row';
