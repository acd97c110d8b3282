/**
 * A purge set-up: the spool as it lies, what closes it, what feeds it, where it leaves; how it is built, and how it is said.
 */
export {
  closeUp,
  type Dam,
  damSchema,
  type Height,
  heightSchema,
  hoseMaterialSchema,
  type Inlet,
  kitOf,
  kitSchema,
  nextId,
  type Setup,
  setupSchema,
  startingSetup,
  straightOf,
  totalFlow,
  type Vent,
  seatsOf,
  withDam,
  withInlet,
  withKit,
  withoutOpening,
  withVent,
  withVentsOf,
} from './setup';
export { jointsToWeld, setupForWeld, withJacket, withJoints, withoutPart, withPart } from './build';
export { fromJoint, partLabel, seatWords, setupWords } from './words';
export { hoseBrings, hoseNames } from './hose';
export { coolDistance, damNames, damPractice, damStands, leastDistance, peakTemperature } from './dams';
export { ferruleBeside } from './beside';
export { measures, OPEN_GAP, upTo } from './measures';
