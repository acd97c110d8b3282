/** The story of a weld as it is printed: every entry in its time, corrections with old beside new, decisions that fell since marked so. */
import type { Stored } from '../event';
import type { Line, Reader } from '../event';
import type { Recorded } from './events';
import { proposed, read, readStream } from './read';
import type { WeldState } from './state';
import { isEventType, tell } from './table';
import type { Stage } from '../stages';

export type Told = Line & {
  id: string;
  /** the stage it was said in; null for the weld as it was entered */
  stage: Stage | null;
  /** ISO 8601 */
  at: string;
  actor: string | null;
  identified: string;
  /** corrected or taken back since; null when it stands as it was told */
  since: 'corrected' | 'taken back' | null;
  /** a decision that no longer stands: what it rested on was corrected after it */
  fallen: boolean;
  /** of a correction: what of, and what it put in place of what */
  changes: { of: string; was: string[]; is: string[] } | null;
};

type In = { events: readonly Stored[]; runEvents: Record<string, readonly Stored[]>; state: WeldState };

/** A purge may have served other welds in turn: what was marked for them stands in their records. */
export const ofOthers = (e: Recorded, weld: string): boolean => e.type === 'run.marked' && e.body.weld !== null && e.body.weld !== weld;

/**
 * @returns the story in the order of time; how many entries cannot be read here; how many marks of each purge stand in other records
 */
export function storyOf(
  { events, runEvents, state }: In,
  reader: Reader,
): { told: Told[]; unread: number; others: Record<string, number> } {
  const kept = [...events, ...Object.values(runEvents).flat()];
  const all = kept.map((e) => read(e)).filter((e) => e !== null);
  const own = all
    .filter((e) => !ofOthers(e, state.id))
    .sort((a, b) => Date.parse(a.happenedAt) - Date.parse(b.happenedAt) || a.seq - b.seq);
  const corrections = own.filter((e) => e.type === 'weld.corrected' || e.type === 'run.corrected');
  const touched = new Map(
    corrections.map((c) => [c.body.corrects, c.body.body === null ? ('taken back' as const) : ('corrected' as const)]),
  );
  const fallen = fallenDecisions(events, state);
  const when = (iso: string) => reader.when?.(iso) ?? iso;
  /** An entry as it stood before a correction of it: as it was told, or as the correction before that had left it. */
  const before = (c: (typeof corrections)[number], was: Recorded): { body: Recorded['body']; at: string } =>
    corrections
      .filter((x) => x.body.corrects === c.body.corrects && x.stream === c.stream && x.seq < c.seq && x.body.body !== null)
      .sort((a, b) => a.seq - b.seq)
      .reduce((stood, x) => ({ body: asCorrected(was, stood.body, x.body) ?? stood.body, at: x.body.happenedAt ?? stood.at }), {
        body: was.body,
        at: was.happenedAt,
      });
  const changes = (e: Recorded): Told['changes'] => {
    const c = corrections.find((x) => x.id === e.id);
    const was = c && all.find((x) => x.id === c.body.corrects);
    if (!c || !was) return null;
    const stood = before(c, was);
    const lines = (body: Recorded['body'], at: string) => {
      const line = tell({ type: was.type, body }, reader);
      return [...(c.body.happenedAt === undefined ? [] : [`at ${when(at)}`]), line.title, ...line.details];
    };
    const put = c.body.body === null ? null : asCorrected(was, stood.body, c.body);
    const [old, fresh] = [lines(stood.body, stood.at), put ? lines(put, c.body.happenedAt ?? stood.at) : []];
    return {
      of: tell(was, reader).title,
      was: old.filter((d) => !fresh.includes(d)),
      is: put ? fresh.filter((d) => !old.includes(d)) : ['taken back'],
    };
  };
  const stages = stagesOf(own);
  return {
    told: own.map((e) => ({
      ...tell(e, reader),
      ...{ id: e.id, stage: stages.get(e.id) ?? null, at: e.happenedAt, actor: e.actor, identified: e.identified },
      since: touched.get(e.id) ?? null,
      fallen: fallen.has(e.id),
      changes: changes(e),
    })),
    unread: kept.length - all.length,
    others: Object.fromEntries(
      Object.keys(runEvents).map((id) => [id, all.filter((e) => e.stream === id && ofOthers(e, state.id)).length]),
    ),
  };
}

/** The body a correction leaves; null when it cannot be read. What the server had added stays, unless it was added anew. */
function asCorrected(
  was: Recorded,
  stood: Recorded['body'],
  c: { version: number; body: Record<string, unknown> | null; added?: Record<string, unknown> },
): Recorded['body'] | null {
  if (c.body === null || !isEventType(was.type)) return null;
  const put = proposed(was.type, c.version, c.body);
  return put && ({ ...stood, ...put, ...c.added } as Recorded['body']);
}

/** Decisions that no longer stand, since what they rested on was corrected after them. */
function fallenDecisions(events: readonly Stored[], state: WeldState): Set<string> {
  const told = readStream(events).events;
  return new Set(
    told.flatMap((e) => {
      if (e.type === 'verdict.given') return (told.find((l) => l.id === e.body.look)?.corrected?.seq ?? 0) > e.seq ? [e.id] : [];
      if (e.type === 'record.closed') return state.closed?.event === e.id ? [] : [e.id];
      return e.type === 'stage.skipped' && state.skipped[e.body.stage] === undefined ? [e.id] : [];
    }),
  );
}

const SAID_IN: Partial<Record<Recorded['type'], Stage>> = {
  'fitup.recorded': 'fitup',
  'gas.recorded': 'gas',
  'need.decided': 'gas',
  'setup.recorded': 'setup',
  'welded.recorded': 'weld',
  'purge.planned': 'purge',
  'run.started': 'purge',
  'picture.taken': 'look',
  'picture.read': 'look',
  'look.recorded': 'look',
  'verdict.given': 'look',
  'clean.recorded': 'clean',
  'dwell.begun': 'clean',
  'passivate.started': 'passivate',
  'passivate.ended': 'passivate',
  'test.ended': 'passivate',
  'deviation.settled': 'record',
  'record.closed': 'record',
};

/** In which stage each entry was said: a purge is the weld's own from its first arc, a correction belongs to what it corrects. */
function stagesOf(own: readonly Recorded[]): Map<string, Stage | null> {
  const stages = new Map<string, Stage | null>();
  let gas: Stage = 'purge';
  // What touches it before it is looked at belongs to the fit-up, later to cleaning.
  let touch: Stage = 'fitup';
  for (const e of own) {
    if (e.type === 'look.recorded') touch = 'clean';
    if (e.type === 'run.started') gas = 'purge';
    if (e.type === 'run.marked' && e.body.mark === 'arc-on') gas = 'weld';
    const of =
      e.type === 'weld.corrected' || e.type === 'run.corrected'
        ? (stages.get(e.body.corrects) ?? null)
        : e.type === 'dwell.marked' || e.type === 'dwell.rinsed'
          ? (stages.get(e.body.dwell) ?? null)
          : e.type === 'tool.touched'
            ? touch
            : e.type === 'stage.skipped'
              ? e.body.stage
              : (SAID_IN[e.type] ?? (e.type.startsWith('run.') ? gas : null));
    stages.set(e.id, of);
  }
  return stages;
}
