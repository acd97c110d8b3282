/**
 * A purge while it runs: what can be told of it (`started`, `told`), what that adds up to (`state`), what is true of it now (`now`:
 * gate, alarms), and what the bench and the Board show. Its events are called "run" from when it had that name.
 */
export { purgePlanned, tellPlanned, type Planned } from './planned';
export { begun, begunUnpurged, shorterWait, startForm, type Place } from './begin';
export { flowOff, gasToEnd, pumpWords } from './watch';
export { runStarted, tellStarted, type Started } from './started';
export {
  alarmNames,
  markNames,
  markSchema,
  purgeCautions,
  runAnswered,
  runEnded,
  runLogged,
  runMarked,
  runRetired,
  tackLookNames,
  tackLookWords,
  tellAnswered,
  tellEnded,
  tellLogged,
  tellMarked,
  tellRetired,
  weldCautions,
  type AlarmKind,
  type Answered,
  type AtArc,
  type Ended,
  type Logged,
  type Marked,
  type MarkName,
  type Retired,
  type TackLook,
  type Welding,
} from './told';
export {
  foldRun,
  leftBehind,
  nextMarks,
  nextWeld,
  tacksSeen,
  type ArcSpan,
  type Mark,
  type Phase,
  type RunEvent,
  type RunState,
  type Turn,
} from './state';
export { lateOddity } from './late';
export { sinceGasOn } from './since';
export { arcName, nextQuarter, nothingPeeled, quartersOf, sameArc, shareOf, type Peeled } from './tape';
export { gate, heldFor, rulesFor, type Gate, type Reading } from './gate';
export { alarmsOf, DRY_SOON, type Alarm } from './alarms';
export { findingsOf } from './findings';
export { holdOf, readingsWanted, runNow, type RunNow } from './now';
export { bandWords, benchView, type BenchView, type Cue } from './bench';
export { targets, type Target } from './targets';
export { runCard, type RunCardView } from './card';
export { cell, runCsv, type FlowReading } from './csv';
export { summariseRun, supplyOf, type BoardCylinder, type BoardRun, type RunSummary } from './summary';
export { footHeldOf, footOf, footWaits, HELD_PRESS, tacksWanted } from './foot';
export { HOLD_LONGER } from './longer';
export {
  AFTER,
  believed,
  besideWords,
  doesNotFall,
  fillOf,
  floorWords,
  flowsOf,
  happenedOf,
  isFresh,
  LONGEST_FILL,
  monitorsOf,
  readyIn,
  remainsWords,
  type Fill,
  type Happened,
  type Remains,
  type ShopPriors,
} from './remains';
export {
  foretoldSchema,
  heldBy,
  runForetold,
  sayingNames,
  scoreOf,
  tellForetold,
  type Foretold,
  type Said,
  type Saying,
  type Score,
} from './foretold';
export { foretoldOf } from './replay';
export { spanWords } from './spans';
export { shopScore, type Offer, type ShopScore } from './shopScore';
