/** Tint before there is any: what to expect inside and outside, and what coupons and welds teach of it. */
export { DRAWS } from './draws';
export { foretellInside, foretellOutside, foretoldText, hasFilm, seenAgainst, type Foretold, type Learnt, type Nm } from './foretell';
export { asOxygen, insideDraws, USUAL_DEW_POINT, type JointGas, type Pass } from './inside';
export { biasOf, biasWords, correctionSchema, couponSchema, LEAST_WELDS, readOff, type Correction, type Coupon } from './learnt';
export { outsideFilm } from './outside';
