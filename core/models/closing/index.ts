/** The closing of the gap: pressure inside against what the root carries. */
export {
  blowPressure,
  closing,
  CLOSING_STEPS,
  closingOf,
  closingPressure,
  closingWords,
  flowAtPressure,
  rootPush,
  type School,
  schoolNames,
} from './closing';
