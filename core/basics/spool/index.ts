/** The spool: parts snapped end to end, where they lie, and a line of words that says the same. */
export { elbowOf, ferruleOf, nextSize, reducerOf, teeOf } from './fittings';
export { add, along, dot, layOut, pipeVolume, section, turnWhole, type End, type Fault, type Layout, type Pipe, type Vec } from './layout';
export {
  elbowLength,
  isStraight,
  partNames,
  partSchema,
  portSchema,
  portsOf,
  sizeAt,
  turnSchema,
  type Part,
  type PartKind,
  type Port,
  type Turn,
} from './parts';
export { addPart, isUnder, makeJacket, makePart, nextPart, removePart, resize, snapTo, sortParts, type Seat, type Wish } from './edit';
export { formatList, parseList, type ListError, type ListResult } from './list';
