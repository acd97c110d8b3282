/** The torch as the record has it, SI. */
import type { Figure } from '../../basics/figure';

export type TorchSetup = {
  /** sixteenths of an inch of bore */
  cup: number;
  lens: boolean;
  /** an extra screen upon the lens */
  screen: boolean;
  electrode: number;
  stickOut: number;
  flow: number;
  amps: number;
  postFlow: number;
  figures: Figure[];
};
