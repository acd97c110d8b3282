/** What ends a weld: a stage left out with its reason, and its record closed. */
import { z } from 'zod';
import { number, words } from '../../basics/fields';
import { define, version, type Line } from '../event';
import { one } from '../shapes';
import type { Mend } from '../../models/cleaning';
import { isNoReason, NO_REASON } from '../sheet';
import { stageNames } from '../stages';

/** Why, in a few words: what the record keeps of a step left out or a deviation referred. */
export const reasonForm = (label: string, says = 'Say why in a few words: the record keeps it.') => ({
  reason: words(label, { least: 3, most: 200, says }),
});
export const closeForm = { remarks: words('Remarks', { most: 1000, lines: 2 }) };
/** Dams, tape and diffusers, as they are counted. */
export const countField = (label: string) =>
  number(label, { most: 200, whole: true, says: 'That is no count. Type how many there are, such as 4.' });

export type Skipped = { stage: 'clean' | 'passivate'; reason: string };
export const stageSkipped = define<Skipped>()({
  stream: 'weld',
  decision: true,
  versions: [version(z.object({ stage: one.stage, reason: one.why }), (b): Skipped => b)],
});

export type Closed = { remarks: string };
export const recordClosed = define<Closed>()({
  stream: 'weld',
  decision: true,
  versions: [version(z.object({ remarks: z.string().max(1000) }), (b): Closed => b)],
});

/** Dams, tape and diffusers: what went in, what came out, and whether that is known and equal. */
export type Dams = { in: number; out: number | null; agree: boolean };

/** What was done that must not be: by which entry, what it breaks, and how it was settled; null while it is open. */
export type Deviation = {
  entry: string;
  step: 'fitup' | 'gas' | 'setup' | 'weld' | 'touch' | 'clean' | 'bath' | 'rinse' | 'test';
  id: string;
  text: string;
  mends: readonly Mend[];
  settled: string | null;
  /** of a WPS: nobody may accept over it before a named person decided */
  essential?: boolean;
};
export const mendNames: Record<Mend, string> = {
  'iron-test': 'a test for free iron that passes',
  pickle: 'pickling the skin off',
  again: 'the same step again, rightly',
};

/** A deviation nothing mends, or nobody mends: referred to somebody, with the reason. */
export type Settled = { entry: string; id: string; reason: string };
export const deviationSettled = define<Settled>()({
  stream: 'weld',
  decision: true,
  versions: [version(z.object({ entry: one.id, id: z.string().min(1).max(40), reason: one.why }), (b): Settled => b)],
});
export const settledRefusals = (b: Settled, deviations: readonly Deviation[]): string[] => [
  ...(deviations.some((d) => d.entry === b.entry && d.id === b.id) ? [] : ['There is no such deviation on this weld.']),
  ...(isNoReason(b.reason) ? [NO_REASON] : []),
];
export const tellSettled = (b: Settled): Line => ({ title: 'Deviation referred', details: [b.reason] });

/** @param due the stage the weld waits for */
export function closingRefusals(due: string | null, dams: Dams, open: readonly Deviation[]): string[] {
  if (due !== 'record') return ['The weld still waits for something before its record.'];
  if (open.length)
    return open.map((d) => `${d.text} Settle it: ${[...d.mends.map((m) => mendNames[m]), 'a referral with its reason'].join(', or ')}.`);
  if (dams.agree) return [];
  return [
    dams.out === null
      ? 'The dams that came out were not counted.'
      : `${dams.in} dams, tapes and diffusers went in, ${dams.out} came out. Find the rest.`,
  ];
}

export const tellSkipped = (b: Skipped): Line => ({ title: `${stageNames[b.stage]} left out`, details: [b.reason] });
export const tellClosed = (b: Closed): Line => ({ title: 'Record closed, unsigned', details: b.remarks ? [b.remarks] : [] });
