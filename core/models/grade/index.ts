/** Grading heat tint from a picture: lines from clean metal to the bead, read with a family of films. */
export {
  answerBand,
  answerBands,
  answerOf,
  gradeAnswerSchema,
  gradeJsonSchema,
  inputFaults,
  refused,
  type AnswerFlag,
  type GradeAnswer,
  type InputFault,
} from './answer';
export { type Metal, type Side } from './family';
export { BROKEN, headOf, MOST_PIXELS, type FileFault, type Head } from './file';
export { flagText, refusals, warnings, type Flag, type Refusal, type Warning } from './flags';
export { faultOf, gradePicture, type Fault, type Graded, type Grading, type Question } from './grade';
export { type Reading } from './line';
export { coloursAlong, spotOf, type Box, type Line, type Picture, type Spot } from './pixels';
export { propose, type Proposal } from './propose';
export { candidatesAt, type Candidate } from './tap';
