/** A weld: what can happen to it, and what its events add up to. */
export * from './events';
export { corrected } from './corrections';
export { benchView, type BenchView, type Cue } from './bench';
export { arcOxygen, stageLine, waitsFor } from './lines';
export { cell, runCsv } from './csv';
export { dams, reduceWeld, situation, type WeldState } from './reduce';
export { refusals } from './refuse';
export { gasUse, gasUseWords, type GasUse } from './gas';
export { nextMarks, reduceRun, type ArcSpan, type Phase, type RunState } from './run';
export { stageNames, stageSchema, type Stage } from './stages';
export { eventJsonSchemas, recordFile, recordJsonSchema, weldRecordSchema, type WeldRecordFile } from './record';
export { tell } from './story';
export { summarise, summariseRun, type BoardData, type BoardRun, type BoardWeld, type RunSummary, type WeldSummary } from './summary';
