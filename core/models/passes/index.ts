/** How a joint is welded: its passes and their amps, the way round it, tacks, pulse, heat as procedures count it. */
export {
  layersOf,
  leavesSlag,
  passAmps,
  passNames,
  passSchema,
  processNames,
  processSchema,
  type Layer,
  type PassId,
  type Process,
} from './passes';
export { legEnds, legsOf, legsText, ordinal, wayName, wayNames, waySchema, waysOn, wayWordsOn, type Leg, type Way } from './ways';
export { tackAmps, tackKindNames, tackKindSchema, tackKindWords, tackPlaces, type TackKind } from './tacks';
export { closedGap, closingShare, sharesOf, type Axis, type Hold, type Share } from './round';
export { meanOf, peakOf, type Pulse } from './pulse';
export { grossHeat, heatByModel, secondsRound, travelRound, turnsAMinute } from './input';
