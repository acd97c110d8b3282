/** The measures of a set-up: what each is called and where it ends. The schema, the fields and the handles on the drawing ask these. */
import { like, quantity, type QuantityField } from '../../basics/fields';

const length = (label: string, most: number, zero = false) => quantity('length', label, { most, zero });

export const measures = {
  flow: quantity('flow', 'Flow', { most: 5e-3, zero: false }),
  /** a small hole beside inlet and vent */
  pinhole: length('Pinhole (0: none)', 0.02, true),
  inletBore: length('Inlet bore', 0.1),
  holes: quantity('count', 'Holes', { least: { value: 1, says: 'At least 1.' }, most: { value: 200, says: 'At most 200.' } }),
  hoseLength: length('Hose length', 200, true),
  hoseBore: length('Hose bore', 0.05),
  ventBore: length('Vent bore', 0.5),
  jointGap: length('Its gap', 0.02, true),
  /** a part along its centre line, and where something sits on it */
  along: length('Length', 100),
  from: length('From', 100, true),
  to: length('To', 100),
  side: length('Branch, from the centre', 5),
  volume: quantity('volume', 'Volume', { most: 100, zero: false }),
  bore: length('Inside diameter', 10),
} as const;

/** The same measure on a part that is only so long, m. */
export const upTo = (field: QuantityField, most: number, label = field.label): QuantityField =>
  like(field, { label, most: { value: most, says: 'Beyond the end of its part.' }, zero: true });

/** A gap a joint that stands open is given until it is measured, m (1 mm). Judgement: what a hand sees as open. */
export const OPEN_GAP = 1e-3;
