/**
 * A torch standing on its seam, cut through its middle, in a picture 300 by 220: the work below, the cup above it, the tungsten between.
 * Lengths in it keep one scale for every cup, so that a wide cup looks wide. Plain numbers, y down.
 */

export const TORCH = { width: 300, height: 220, middle: 150, work: 178 } as const;
/** Picture units a metre: the widest cup and its longest stick-out fit. */
export const TORCH_SCALE = 3100;
/** Between the tip and the work, m: drawn so that it is seen; how long an arc is held is the hand's. */
export const ARC_DRAWN = 2e-3;

export type TorchPicture = {
  /** half the bore of the cup */
  half: number;
  /** where the rim of the cup stands */
  rim: number;
  tip: number;
  /** half the tungsten */
  rod: number;
  /** how high the rim stands at a stick-out: what a rule allows is drawn there */
  rimAt: (stickOut: number) => number;
};

/** @param bore of the cup, @param stickOut and @param electrode, m each */
export function torchPicture(bore: number, stickOut: number, electrode: number): TorchPicture {
  const tip = TORCH.work - ARC_DRAWN * TORCH_SCALE;
  const rimAt = (s: number) => tip - s * TORCH_SCALE;
  return { half: (bore * TORCH_SCALE) / 2, rim: rimAt(stickOut), tip, rod: (electrode * TORCH_SCALE) / 2, rimAt };
}

/** The stick-out at which the rim stands at a height of the picture, m: never below nought. */
export const stickOutAt = (y: number): number => Math.max(0, (TORCH.work - y) / TORCH_SCALE - ARC_DRAWN);
/** The bore whose wall stands at a distance from the middle of the picture, m. */
export const boreAt = (x: number): number => (2 * Math.abs(x - TORCH.middle)) / TORCH_SCALE;
