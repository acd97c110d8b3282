/** A weld: what can happen to it, and what its events add up to. */
export * from './events';
export { corrected } from './corrections';
export { alarmNames, alarmsOf, type Alarm } from './alarms';
export { gate, heldFor, rulesFor, type Gate, type Reading } from './gate';
export { bandWords, benchView, targets, type BenchView, type Cue, type Target } from './bench';
export { runCard, type RunCardView } from './card';
export { arcOxygen, stageLine, waitsFor } from './lines';
export { cell, runCsv, type FlowReading } from './csv';
export { dams, reduceWeld, situation, type WeldState } from './reduce';
export { refusals } from './refuse';
export { gasTime, gasUse, gasUseWords, type GasUse } from './gas';
export { leftBehind, nextMarks, nextWeld, reduceRun, type ArcSpan, type Mark, type Phase, type RunState, type Turn } from './run';
export { arcName, nextQuarter, nothingPeeled, quarters, sameArc, shareOf, type Peeled } from './tape';
export { stageNames, stageSchema, type Stage } from './stages';
export { eventJsonSchemas, recordFile, recordJsonSchema, weldRecordSchema, type WeldRecordFile } from './record';
export { tell } from './story';
export {
  summarise,
  summariseRun,
  type BoardCylinder,
  type BoardData,
  type BoardRun,
  type BoardWeld,
  type RunSummary,
  type WeldSummary,
} from './summary';
