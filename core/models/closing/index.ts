/** The closing of the gap: pressure inside against what the root carries. */
export {
  type Closing,
  closing,
  CLOSING_STEPS,
  closingOf,
  closingPressure,
  closingWords,
  flowAtPressure,
  marginWords,
  pressureWindow,
  rootOf,
  rootPush,
  type School,
  schoolNames,
} from './closing';
