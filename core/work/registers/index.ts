/** The registers a record names by id: heats, WPSs, gas lots, tools, products. Plain rows, one schema a kind. */
export {
  gasBodySchema,
  heatBodySchema,
  cupBodySchema,
  itemsOf,
  registerSchema,
  wpsBodySchema,
  type ItemOf,
  type ItemUse,
  type NewRegisterItem,
  type RegisterItem,
  type ToolPast,
} from './items';
export {
  cellFools,
  cellRefusal,
  cellSchema,
  gasCost,
  money,
  checkSchema,
  checksOf,
  pricesSchema,
  SHIFT,
  type Cell,
  type Check,
  type CheckOf,
  type NewCheck,
  type Prices,
} from './checks';
export { sectionForm, sectionSaid, sectionText, stripForm, stripSaid } from './stripForm';
export { entered, entryForm, entryKnown, type Entered } from './forms';
export { aboutItem, mindsOf } from './about';
export { procedureOf } from './procedure';
export { dayText, goodUntilNames, shelfName, standingOf, type Standing } from './standing';
export {
  bathLogForm,
  cylinderCheckForm,
  cylinderKnown,
  cylinderSaid,
  meterCheckForm,
  monitorCheckForm,
  priceForm,
  pricesKnown,
  pricesSaid,
  priceUnit,
  setPointForm,
  usualPurge,
} from './checkForms';
