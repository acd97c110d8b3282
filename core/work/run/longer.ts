/** By how much one more press lengthens the hold, s. Judgement, no source: half of the shortest hold in common practice. */
export const HOLD_LONGER = 30;
