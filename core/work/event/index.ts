/** What carries what happened: the envelope, the frozen versions of an event type, and corrections. The types themselves are with their subjects. */
export { define, issuesOf, lifted, newest, readSaid, version, type About, type BodyOfDef, type EventDef, type StreamKind } from './define';
export { EARLIEST, sentEventSchema, type Read, type SentEvent, type Stored } from './envelope';
export { receiptText } from './receipt';
export { isDeeper, unsound } from './sound';
export { inUnits, seamOf, type Line, type Reader } from './tell';
export { applyCorrections, runCorrected, weldCorrected, type Correction, type ReadCorrection } from './correction';
