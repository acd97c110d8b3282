/** The torch as the record has it, SI. */
import type { Figure } from '../../basics/figure';
import type { Aim } from '../../models/shield';

export type TorchSetup = {
  /** sixteenths of an inch of bore */
  cup: number;
  lens: boolean;
  /** an extra screen upon the lens */
  screen: boolean;
  electrode: number;
  stickOut: number;
  flow: number;
  /** mean */
  amps: number;
  /** m/s; null where nobody said how fast */
  travel: number | null;
  /** degrees, gas blown ahead */
  tilt: number;
  /** a shield that follows the torch, and its own gas, m³/s */
  trailing: { length: number; width: number; flow: number } | null;
  /** what is wanted of the metal; null where nobody said */
  aim: Aim | null;
  postFlow: number;
  figures: Figure[];
};
