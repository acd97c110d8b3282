/** What the purge and the fit-up say of a weld that is looked at: facts, each with what a criterion makes of it. */
import { z } from 'zod';

export const purgeFactSchema = z.enum([
  'arc-over',
  'arc-early',
  'over',
  'not-measured',
  'opened',
  'tape',
  'hold-short',
  'tack-over',
  'unchecked',
  'high-low',
  'wps',
  'eyes',
]);
export type PurgeFact = z.infer<typeof purgeFactSchema>;
/** What a criterion rules; what lies outside a WPS, and what two people saw differently, it does not: a named person decides. */
export const ruledFactSchema = purgeFactSchema.exclude(['wps', 'eyes']);
export const purgeFactNames: Record<PurgeFact, string> = {
  'arc-over': 'Arc struck over the limit while welding',
  'arc-early': 'Arc struck before ready',
  over: 'Over the limit with the arc on',
  'not-measured': 'Oxygen not measured at the arc',
  opened: 'Dam out, opened or ground with the arc on',
  tape: 'Arc through tape',
  'hold-short': 'Gas hold cut short',
  'tack-over': 'Tack over the limit',
  unchecked: 'Monitor not checked this shift',
  'high-low': 'High-low at fit-up',
  wps: 'Essential variable outside the WPS',
  eyes: 'Two who looked differ over the limit',
};

/** A fact as it was on this weld, with its figure. */
export type Finding = { fact: PurgeFact; text: string };
