/** The weld as it was done, beside its sheet, SI: null is as the sheet says. */
import type { PassId, Way } from '../../models/passes';

export type StopKind = 'slip' | 'oxidised' | 'restart';
export type Stop = { kind: StopKind; at: number };

export type Welded = {
  /** measured on the machine or by a clamp, where they were not as set; mean */
  amps: number | null;
  volts: number | null;
  /** m/s */
  travel: number | null;
  flow: number | null;
  cup: number | null;
  way: Way | null;
  /** of each pass: its own amps, and the metal measured before it, °C */
  passes: { pass: PassId; amps: number | null; interpass: number | null }[];
  stops: Stop[];
  /** why something is not as the sheet, or lies outside the WPS */
  reason: string;
  words: string;
};
