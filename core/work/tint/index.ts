/** Tint as the record knows it: what it grew in, what was seen of it, what coupons and welds teach, and who saw it how. */
export { tintCaseSchema, weldTint, weldTintSchema, worstSeen, type TintCase, type WeldTint } from './case';
export { highestAtArc, tintAsked, type TintAsked } from './conditions';
export { couponForm, couponOf, learntOf, tintEntrySchema, type CouponForm, type NewTintEntry, type TintEntry } from './entries';
export { agreement, eyePairs, guideWords, rowsOf, type Against, type EyePair, type EyeRow, type Source } from './eyes';
export { tintHere, type EyeOf, type SeenCase, type TintHere } from './here';
