/** The summary rows beside the record: for lists and filters, always derived, never believed over the events. */
import { waitsFor, type RunState, type WeldState } from '../core/weld';
import type { Tx } from './sql';

/** What a list or a thumbnail shows of a weld. */
export type WeldSummary = {
  waits: string;
  out: boolean;
  outcome: string | null;
  rewelds: number;
  design: WeldState['design'];
  gap: { narrowAt: number; wideAt: number } | null;
  tints: NonNullable<WeldState['look']>['tints'];
  body: NonNullable<WeldState['plan']>['body'] | null;
  cup: number | null;
  /** share of the round that has been welded, as far as arcs tell: 0, or 1 once the arcs are off */
  welded: number;
};

export const summarise = (s: WeldState): WeldSummary => ({
  waits: waitsFor(s),
  out: s.out,
  outcome: s.verdict?.outcome ?? null,
  rewelds: s.rewelds,
  design: s.design,
  gap: s.fitup && { narrowAt: s.fitup.gapNarrow.at, wideAt: s.fitup.gapWide.at },
  tints: s.look?.tints ?? [],
  body: s.plan?.body ?? null,
  cup: s.setup?.cup ?? null,
  welded: s.done.weld ? 1 : 0,
});

export type RunSummary = Pick<RunState, 'phase' | 'fillingSince' | 'holdSince' | 'startedAt' | 'tacks'> & {
  rules: RunState['started']['rules'];
  planned: number | null;
  device: { id: string; label: string } | null;
  place: string;
  monitorChecked: boolean;
  welds: string[];
};

export const summariseRun = (s: RunState): RunSummary => ({
  phase: s.phase,
  fillingSince: s.fillingSince,
  holdSince: s.holdSince,
  startedAt: s.startedAt,
  tacks: s.tacks,
  rules: s.started.rules,
  planned: s.started.planned,
  device: s.started.device,
  place: s.started.place,
  monitorChecked: s.started.monitorChecked,
  welds: s.started.welds,
});

export async function writeWeld(tx: Tx, s: WeldState, at: Date): Promise<void> {
  await tx`update weld set due = ${s.due ?? 'done'}, summary = ${tx.json(summarise(s))}, version = ${s.version}, updated_at = ${at} where id = ${s.id}`;
}

export async function writeRun(tx: Tx, s: RunState): Promise<void> {
  await tx`update run set summary = ${tx.json(summariseRun(s))}, version = ${s.version}, ended_at = ${s.endedAt === null ? null : new Date(s.endedAt)} where id = ${s.id}`;
}
