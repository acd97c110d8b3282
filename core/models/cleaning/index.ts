/** Cleaning, pickling, passivation: what a step is made of, the tables' hints, and one table of what must not be, wants a reason, or warns. */
export * from './steps';
export { type BathRow, bathHint, baths, pasteHint, rinseDone, testRefusals, testSeconds } from './tables';
export { passivates, productFits, wantedMark } from './cleaningRows';
export { chemistry, deviates, judgeBath, judgeCleaning, judgeRinse, judgeTest } from './chemistry';
export type { Breach, Level, Mend } from './row';
