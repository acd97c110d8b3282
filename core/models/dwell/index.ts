/** A product on the metal: how long by its sheet, how long it has been, and what hydrofluoric acid asks for first. */
export {
  dwellFor,
  dwelling,
  dwellOfOne,
  offSpeaks,
  type Dwell,
  type DwellRule,
  type Dwelling,
  type DwellMark,
  type Sheet,
  type SheetRow,
} from './dwell';
export { firstAid, hydrofluoricMissing, type Gloves, type Ready } from './hydrofluoric';
