/**
 * The record of a weld: every event type by subject (`table`), events as they are read today (`read`), what they add up to (`state`),
 * and what is said of it: lines, gas, summary, cautions, the exported file.
 */
export { DEFER, familyCautions, neverFolds, stageCautions } from './cautions';
export type { Bodies, BodyOf, EventType, Recorded, SaidOf } from './events';
export { eventTypes, isEventType, refusals, tell, versionOf } from './table';
export { proposed, read, readStream, reduceRun, reduceWeld } from './read';
export { brushedSides, cleanedStretches, dirtLeft, openDeviations, situation } from './deviations';
export { bathClock, clockOf, openClocks, openDwells, wasOn } from './dwells';
export type { DwellOf } from './weldState';
export { carriedFrom, isAlike, type Carried } from './carried';
export { dams, foldWeld, type WeldState } from './state';
export { reasonKnown, setUp } from './wps';
export { weldFindings } from './findings';
export { arcOxygen, railLine, stageLine, testRuns, waitsFor } from './lines';
export { walkStep, type WalkStep } from './walk';
export { conclusionOf, reportOf, type Paragraph, type Part, type Sentence } from './report';
export { clampSeen, frontOf, gasOnBefore, missingOf, worstWelding, type FrontRow } from './front';
export { storyOf, type Told } from './story';
export { gasTime, gasUse, gasUseWords, type GasUse } from './gasUse';
export { eventJsonSchemas, recordFile, recordJsonSchema, weldRecordSchema, type WeldRecordFile } from './file';
export { BOARD_PAGE, summarise, waitsAs, waitsInOrder, waitsPlainly, type BoardData, type BoardWeld, type WeldSummary } from './summary';
