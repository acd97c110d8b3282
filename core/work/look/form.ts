/** What a look asks beside what is graded on the drawing. */
import { number, words } from '../../basics/fields';

/** How the inside was seen, if it was. */
export type InsideBy = 'direct' | 'borescope' | 'blind' | 'not-seen';
export const insideByNames: Record<InsideBy, string> = {
  direct: 'directly',
  borescope: 'by borescope or mirror',
  blind: 'blind: felt only',
  'not-seen': 'not seen',
};
/** The number of a printed guide, which the shop has bought; Sentrel prints none. */
export const guideForm = {
  guide: words('Your guide', { least: 1, most: 80, says: 'Name your printed guide.' }),
  number: number('Number', { most: 99, whole: true, says: 'Type the number as it is printed.' }),
};
