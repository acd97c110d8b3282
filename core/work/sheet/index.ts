/** The sheet a joint is welded by: how it lies, the way round it, tacks, passes, order of assembly; and the WPS over it. */
export type { Clamp, Held, Lies, Orbital, Sheet, SheetPass, Sides, Strike } from './body';
export {
  clampNames,
  heldNames,
  layersFor,
  liesNames,
  liesOf,
  sheetForm,
  sheetMeasures,
  sidesNames,
  strikeNames,
  type SheetForm,
} from './form';
export { legNow, type LegNow } from './next';
export { legsOfSheet } from './legs';
export { sheetFigures } from './figures';
export { liesBy, sheetByRule, sheetKnown, sheetSaid, sheetTyped, type Around, type SheetGiven } from './known';
export { orbitalText, orderText, passText, sheetLines, wayText } from './tell';
export { isNoReason, NO_REASON, positionOf, valuesOf, wpsName, wpsVerdicts, type Said, type WpsThen } from './wps';
