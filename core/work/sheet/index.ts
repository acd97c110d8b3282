/** The sheet a joint is welded by: how it lies, the way round it, tacks, passes, order of assembly; and the WPS over it. */
export type { Clamp, Held, Lies, Sheet, SheetPass, Sides, Strike } from './body';
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
export { sheetFigures } from './figures';
export { liesBy, sheetByRule, sheetKnown, sheetSaid, sheetTyped, type Around, type SheetGiven } from './known';
export { orderText, passText, sheetLines, wayText } from './tell';
export { isNoReason, NO_REASON, positionOf, valuesOf, wpsName, wpsVerdicts, type Said, type WpsThen } from './wps';
