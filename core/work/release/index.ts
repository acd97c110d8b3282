/** What ends a weld: a stage left out with its reason, and its record closed. */
import { z } from 'zod';
import { define, version, type Line } from '../event';
import { one } from '../shapes';
import { stageNames } from '../stages';

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

/** @param due the stage the weld waits for */
export function closingRefusals(due: string | null, dams: Dams): string[] {
  if (due !== 'record') return ['The weld still waits for something before its record.'];
  if (dams.agree) return [];
  return [
    dams.out === null
      ? 'The dams that came out were not counted.'
      : `${dams.in} dams, tapes and diffusers went in, ${dams.out} came out. Find the rest.`,
  ];
}

export const tellSkipped = (b: Skipped): Line => ({ title: `${stageNames[b.stage]} left out`, details: [b.reason] });
export const tellClosed = (b: Closed): Line => ({ title: 'Record closed, unsigned', details: b.remarks ? [b.remarks] : [] });
