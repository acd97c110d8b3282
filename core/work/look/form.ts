/** What a look asks beside what is graded on the drawing. */
import { number, optional, quantity, words } from '../../basics/fields';

/** How the inside was seen, if it was. */
export type InsideBy = 'direct' | 'mirror' | 'borescope' | 'blind' | 'not-seen';
export const insideByNames: Record<InsideBy, string> = {
  direct: 'directly',
  mirror: 'by mirror',
  borescope: 'by borescope',
  blind: 'blind: felt only',
  'not-seen': 'not seen',
};
/** Was the inside truly seen? */
export const insideIsSeen = (by: InsideBy | ''): boolean => by === 'direct' || by === 'mirror' || by === 'borescope';
/** How it was seen, beside the way: the borescope's own number, the lamp, and the light on the weld. */
export const lightForm = {
  scope: optional(words('Borescope number', { most: 40 })),
  lamp: optional(words('Lamp', { most: 60 })),
  lux: optional(number('Light on the weld, lux', { most: 200_000, says: 'Brighter than the sun. Check the unit: lux.' })),
};
/** What a defect measures. */
export const sizeForm = {
  size: optional(quantity('length', 'Measured', { most: { value: 0.1, says: 'Larger than any bead. Check the unit.' } })),
};
/** The number of a printed guide, which the shop has bought; Sentrel prints none. */
export const guideForm = {
  guide: words('Your guide', { least: 1, most: 80, says: 'Name your printed guide.' }),
  number: number('Number', { most: 99, whole: true, says: 'Type the number as it is printed.' }),
};
