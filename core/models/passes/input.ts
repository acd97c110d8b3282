/** Heat put into each length of seam, as procedures count it, and travel as a hand counts it: by the turn. */
import { arcVoltage } from '../heat';

/** Volts times amps over travel, J/m, with no share taken off for what the arc loses (ASME IX QW-409.1, from memory). @param travel m/s */
export const grossHeat = (volts: number, amps: number, travel: number): number => (volts * amps) / travel;

/** The same by the volts of the arc itself, where nobody measured them, J/m. */
export const heatByModel = (amps: number, travel: number, arcLength: number): number =>
  grossHeat(arcVoltage(amps, arcLength), amps, travel);

/** s one turn takes. @param seam m of its whole length */
export const secondsRound = (seam: number, travel: number): number => seam / travel;
/** Travel that goes round in so many seconds, m/s. */
export const travelRound = (seam: number, seconds: number): number => seam / seconds;
/** Turns a minute of a head or a turntable: travel over the outside of the tube. @param od m */
export const turnsAMinute = (travel: number, od: number): number => (60 * travel) / (Math.PI * od);
