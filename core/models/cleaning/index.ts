/** Cleaning, pickling, passivation: what a step is made of, the tables' hints, and one table of what must not be, wants a reason, or warns. */
export * from './steps';
export { type BathRow, bathHint, baths, pasteHint, rinseDone, testRefusals, testSeconds } from './tables';
export {
  type Breach,
  chemistry,
  deviates,
  judgeBath,
  judgeCleaning,
  judgeRinse,
  judgeTest,
  type Level,
  type Mend,
  passivates,
  productFits,
} from './chemistry';
