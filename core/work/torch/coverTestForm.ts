/** What a cover test asks: the coupon, how it was held, and how far it stayed silver. */
import { choice, flag, quantity, type Values } from '../../basics/fields';
import { isTitanium, type AlloyId } from '../../basics/materials';
import { limitOf } from '../../models/heat';
import type { CoverTest } from '../../models/shield';

export const coverTestForm = {
  metal: choice<CoverTest['metal']>('Coupon', ['titanium', 'stainless'], { empty: null }),
  colours: quantity('temperature', 'It colours above', {
    least: { value: 150, says: 'No coupon colours so cold. Check the unit.' },
    most: { value: 900, says: 'That is hotter than it takes. Check the unit.' },
  }),
  seconds: quantity('time', 'Held hot for', { bare: 's', zero: false, most: { value: 600, says: 'More than 10 min. Check the unit.' } }),
  stickOut: quantity('length', 'Stick-out then', { zero: false, most: { value: 0.1, says: 'More than 4 in. Check the unit.' } }),
  flow: quantity('flow', 'Gas then', { zero: false, most: 5e-3 }),
  silver: quantity('length', 'Stayed silver, across', { most: { value: 0.3, says: 'More than 300 mm. Check the unit.' } }),
  ringSeen: flag('Coloured all round outside of it'),
};
type Given = Values<typeof coverTestForm>;

/** What stands in it from the start; what was seen never does. */
export const coverTestKnown = (alloy: AlloyId, stickOut: number | undefined, flow: number | undefined): Partial<Given> => ({
  metal: isTitanium(alloy) ? 'titanium' : 'stainless',
  colours: limitOf(alloy),
  ...(stickOut !== undefined && { stickOut }),
  ...(flow !== undefined && { flow }),
});

export const coverTestSaid = (v: Given, screen: boolean): CoverTest => ({ ...v, screen });
