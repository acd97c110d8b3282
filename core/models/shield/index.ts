/** Gas over the hot metal: cups and what they cover, trailing shields, and what would cover more. */
export * from './cups';
export { coverOf, COVER_SPREAD, cupBore, longestGap, reynolds, type Correction, type Cover, type Torch } from './cover';
export { fieldOf, hottestOutside, shieldOf, travelMost, type Bare, type Shielding, type Trailing } from './trailing';
export {
  ARC_HELD,
  COLD,
  fastest,
  fastestFigure,
  figuresOf,
  limitFor,
  planTorch,
  torchOver,
  unfit,
  usualAim,
  type Aim,
  type Fault,
  type Over,
  type Planned,
  type TorchPlan,
} from './plan';
export { cupKey, shieldAdvice, type Corrections, type Owned, type ShieldChange } from './advice';
export { courseOf, fieldSeen, momentsOf, windowOf, type HotPicture, type Isotherm, type Moment, type SeenField, type Window } from './seen';
export { correctionOf, coverTestSchema, ratioOf, type CoverTest } from './coverTest';
