/** Job, line, spool, weld: the order things belong in, and a weld entered. */
export {
  designSchema,
  isOpened,
  jointNames,
  jointSchema,
  newWorkSchema,
  seamKinds,
  seamLine,
  weldNumbers,
  type Design,
  type Joint,
  type LastWork,
  type NewWork,
  type SpoolWeld,
  type WeldPlace,
} from './work';
export { tellCreated, weldCreated, type Created } from './created';
export { criterionFits, sizeTyped, workAcross, workForm, workSaid, type WorkForm } from './form';
export { addToList, cutList, drawnOf, drawnSchema, layList, PLAIN_LIST, pressJoint, type Drawn, type Laid } from './drawn';
