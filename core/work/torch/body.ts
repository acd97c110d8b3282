/** The torch as the record has it, SI. */
import type { Figure } from '../../basics/figure';
import type { Pulse } from '../../models/passes';
import type { Aim } from '../../models/shield';
import type { Sheet, WpsThen } from '../sheet';

export type Tungsten = 'lanthanated' | 'ceriated' | 'rare-earth' | 'zirconiated' | 'pure' | 'thoriated';

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
  /** null where nobody said */
  tungsten: Tungsten | null;
  /** included angle of its point, degrees */
  grind: number | null;
  /** null: steady current */
  pulse: Pulse | null;
  /** how the joint is welded; null where it was set up before there was one */
  sheet: Sheet | null;
  /** why something of it lies outside the WPS; empty where nothing does, or nobody said */
  reason: string;
  figures: Figure[];
  /** by the server: what the WPS of the fit-up allowed then; null before a fit-up, undefined where nobody asked yet */
  procedure?: WpsThen | null | undefined;
};
