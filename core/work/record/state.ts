/**
 * The state of a weld: its events, lifted and corrected, and the purges it used. Facts fold in the order of their time, those of one
 * moment in the order of the record; decisions fold in the order of the record, each while what it rests on still stands.
 */
import { afterCleaning, type Criterion, type Outcome } from '../../models/criteria';
import { clock, timed } from '../../basics/units';
import { asWelded } from '../look';
import { shownIn } from '../pictures';
import { leftBehind, type RunState } from '../run';
import type { Dams } from '../release';
import {
  brushedSides,
  cleanedRightly,
  passivatedRightly,
  takeBath,
  takeCleaning,
  takeFitup,
  takeGas,
  takeTest,
  takeTouch,
} from './deviations';
import { openDwells, takeBathRinse, takeBegun, takeDwellMark, takeDwellRinse } from './dwells';
import type { Stage } from '../stages';
import { takeWps } from './wps';
import type { BodyOf, EventType, Recorded } from './events';
import type { Said, WeldState } from './weldState';

export type { WeldState } from './weldState';

const at = (e: Recorded): number => Date.parse(e.happenedAt);
const said = <T extends EventType>(e: Recorded<T>): Said<T> => ({
  ...(e.body as BodyOf<T>),
  event: e.id,
  at: at(e as Recorded),
  by: e.actor,
});
const byTime = (a: Recorded, b: Recorded): number => at(a) - at(b) || a.seq - b.seq;

/** Was this decision made before the event, or what it said, was changed? Then it has to be made again. */
const changedSince = (e: Recorded | undefined, decision: Recorded): boolean => e === undefined || (e.corrected?.seq ?? 0) > decision.seq;

/**
 * @param events of one weld, lifted and corrected, in sequence
 * @param corrections numbers of the corrections in its stream
 * @param runs state of every purge that served this weld
 * @param criterion the one the weld was designed to; decides whether cleaning and passivation are due
 * @returns null when the events hold no beginning
 */
export function foldWeld(
  events: readonly Recorded[],
  {
    version,
    corrections,
    runs,
    criterion,
  }: { version: number; corrections: readonly number[]; runs: readonly RunState[]; criterion: Criterion },
): WeldState | null {
  const first = events.find((e) => e.type === 'weld.created');
  if (!first) return null;
  const s: WeldState = {
    id: first.stream,
    version,
    spool: first.body.spool,
    number: first.body.number,
    design: first.body.design,
    fitup: null,
    gas: null,
    need: null,
    setup: null,
    plan: null,
    welded: null,
    runs: [...runs].sort((a, b) => a.startedAt - b.startedAt),
    arcs: [],
    spans: [],
    look: null,
    looks: [],
    pictures: [],
    verdict: null,
    rewelds: 0,
    dwells: [],
    touches: [],
    cleans: [],
    bath: null,
    bathMarks: [],
    baths: [],
    rinse: null,
    deviations: [],
    skipped: {},
    closed: null,
    done: {} as WeldState['done'],
    due: null,
    out: false,
    contradictions: [],
  };
  const byId = new Map(events.map((e) => [e.id, e]));
  /** verdicts whose look is still as it was when they were given */
  const verdicts = events.filter((e) => e.type === 'verdict.given').filter((v) => !changedSince(byId.get(v.body.look), v));
  const rewelds = verdicts.filter((v) => v.body.outcome === 'reweld');
  const lastReweld = rewelds.at(-1);
  const again = lastReweld ? Math.max(...rewelds.map(at)) : -Infinity; // only arcs after it count
  s.rewelds = rewelds.length;

  const facts = events.filter((e) => !decisions.has(e.type));
  for (const e of [...facts, ...rewelds].sort(byTime)) {
    switch (e.type) {
      case 'fitup.recorded':
        takeFitup(s, said(e));
        break;
      case 'gas.recorded':
        takeGas(s, said(e));
        break;
      case 'setup.recorded':
        s.setup = said(e);
        break;
      case 'welded.recorded':
        s.welded = said(e);
        break;
      case 'purge.planned':
        s.plan = said(e);
        break;
      case 'look.recorded':
        takeLook(s, said(e));
        break;
      case 'verdict.given':
        // Welded again: what was seen and done on the weld before is history.
        s.look = s.welded = null;
        s.looks = [];
        s.pictures = [];
        s.cleans = [];
        s.deviations = s.deviations.filter((d) => d.step === 'fitup' || d.step === 'gas' || d.step === 'touch');
        s.bath = s.rinse = null;
        s.bathMarks = [];
        s.baths = [];
        s.dwells = [];
        break;
      case 'picture.taken': {
        const shows = shownIn(e.body.stage, brushedSides(s)[e.body.side]);
        if (shows !== e.body.stage)
          s.contradictions.push(`The picture ${e.body.name} was taken after its side was cleaned: it is not as welded.`);
        s.pictures.push({ ...said(e), shows, read: null });
        break;
      }
      case 'picture.read': {
        const of = s.pictures.find((p) => p.file === e.body.picture);
        if (of) of.read = said(e);
        break;
      }
      case 'tool.touched':
        takeTouch(s, said(e));
        break;
      case 'clean.recorded':
        takeCleaning(s, said(e), criterion);
        break;
      case 'dwell.begun':
        takeBegun(s, said(e), criterion);
        break;
      case 'dwell.marked':
        takeDwellMark(s, said(e));
        break;
      case 'dwell.rinsed':
        takeDwellRinse(s, said(e));
        break;
      case 'passivate.started':
        takeBath(s, said(e), criterion);
        break;
      case 'passivate.ended':
        if (!s.bath) s.contradictions.push('A rinse was recorded without a bath.');
        else if (s.bath.wetWithin === undefined) {
          // Begun before it had a clock with marks: only how long it was until the rinse is known.
          const dwelt = (at(e) - s.bath.at) / 1000;
          if (dwelt < s.bath.dwell) s.contradictions.push(`Rinsed before the dwell was up: ${clock(dwelt)} of ${timed(s.bath.dwell)}.`);
        }
        takeBathRinse(s, said(e), criterion);
        break;
      case 'test.ended':
        takeTest(s, said(e), criterion);
        break;
    }
  }
  decide(s, events, verdicts, lastReweld?.seq ?? 0, Math.max(0, ...corrections));
  for (const run of s.runs) {
    s.spans.push(...run.turns.filter((t) => t.weld === s.id).map(({ from, to }) => ({ run: run.id, from, to })));
    s.arcs.push(...run.arcs.filter((a) => a.weld === s.id && a.on > again));
    s.contradictions.push(...run.contradictions);
  }
  if (s.arcs.length && !s.fitup) s.contradictions.push('Welded before the fit-up was recorded.');
  if (s.welded && !s.arcs.length) s.contradictions.push('How it was welded was said before there was an arc.');
  for (const arc of s.arcs) {
    const r = arc.atArc?.reading;
    if (arc.atArc && !arc.atArc.ready)
      s.contradictions.push(`Arc struck before ready${r ? `, ${Math.round(r.ppm)} ppm` : ', oxygen not measured'}.`);
  }
  settle(s, criterion, again);
  return s;
}

/** A look comes in: what had been brushed before it is no colour as welded. */
function takeLook(s: WeldState, look: Said<'look.recorded'>): void {
  s.look = { ...look, tints: asWelded(look.tints, brushedSides(s), s.look?.tints ?? []) };
  s.looks = [...s.looks.filter((l) => l.by !== look.by), s.look];
}

const decisions = new Set<EventType>([
  'need.decided',
  'verdict.given',
  'stage.skipped',
  'deviation.settled',
  'record.closed',
  'weld.corrected',
]);

/** What was decided, in the order of the record, as far as it still stands. */
function decide(
  s: WeldState,
  events: readonly Recorded[],
  verdicts: readonly Recorded<'verdict.given'>[],
  reweld: number,
  corrected: number,
): void {
  for (const e of events) if (e.type === 'need.decided') s.need = said(e);
  // Against the WPS lies what it is now: with the gas, the filler and the backing as they stand.
  takeWps(s);
  for (const e of events) {
    if (e.type === 'deviation.settled') {
      const d = s.deviations.find((x) => x.entry === e.body.entry && x.id === e.body.id);
      if (d) d.settled = `Referred: ${e.body.reason}`;
    }
  }
  // The verdict on the look that is the newest now; a re-weld stands until the new weld is looked at.
  const verdict = verdicts.findLast((v) => v.seq >= reweld && (v.seq === reweld ? s.look === null : v.body.look === s.look?.event));
  s.verdict = verdict ? said(verdict) : null;
  for (const e of events) {
    if (e.type === 'stage.skipped' && e.seq > reweld && verdict && e.seq > verdict.seq && !changedSince(verdict, e)) {
      // What was done after it was left out counts more than the leaving out.
      const done: EventType[] = e.body.stage === 'clean' ? ['clean.recorded', 'dwell.begun'] : ['passivate.started'];
      if (!events.some((f) => done.includes(f.type) && f.seq > e.seq)) s.skipped[e.body.stage] = e.body.reason;
    }
    // A record that was closed over something that was corrected since is open again.
    const runsSince = s.runs.some((r) => r.correctedAt !== null && r.correctedAt > Date.parse(e.receivedAt));
    if (e.type === 'record.closed' && e.seq > reweld && e.seq > corrected && !runsSince) s.closed = said(e);
  }
}

function settle(s: WeldState, criterion: Criterion, again: number): void {
  const outcome: Outcome | null = s.verdict?.outcome ?? null;
  const judged = outcome !== null && outcome !== 'reweld';
  s.out = outcome === 'cut-out';
  const runsNow = s.runs.filter((r) => r.startedAt > again || r.arcs.some((a) => a.on > again));
  const welded = s.arcs.length > 0 && s.arcs.every((a) => a.off !== null);
  const held = runsNow.length > 0 && runsNow.every((r) => leftBehind(r, s.id));
  const cleanDue = criterion.cleaning === 'always' || (criterion.cleaning === 'when-tinted' && outcome === 'clean') || outcome === 'clean';
  const cleaned = cleanedRightly(s, criterion) && !isLeft(s, criterion);
  const passivateDue = criterion.passivation === 'always' || (criterion.passivation === 'when-cleaned' && s.cleans.length > 0);
  s.done = {
    fitup: s.fitup !== null,
    gas: s.gas !== null,
    setup: s.setup !== null,
    purge: s.arcs.length > 0,
    weld: welded && held,
    look: judged && outcome !== 'refer',
    clean: judged && openDwells(s).length === 0 && (cleaned || s.skipped.clean !== undefined || !cleanDue),
    passivate: judged && (passivatedRightly(s) || s.skipped.passivate !== undefined || !passivateDue),
    record: s.closed !== null,
  };
  const order: Stage[] = ['fitup', 'gas', 'setup', 'purge', 'weld', 'look', 'clean', 'passivate', 'record'];
  s.due = s.out ? (s.done.record ? null : 'record') : (order.find((stage) => !s.done[stage]) ?? null);
}

/** Colour that was still seen after the newest cleaning. */
const isLeft = (s: WeldState, c: Criterion): boolean =>
  s.look !== null &&
  s.look.at > (s.cleans.at(-1)?.at ?? Infinity) &&
  s.look.after.some((t) => t.grade.by === 'band' && afterCleaning(c, t.zone, t.grade.band) !== 'accept');

/** Dams, tape and diffusers of the runs: what went in, what came out, and whether that is known and equal. */
export function dams(s: WeldState): Dams {
  const counted = s.runs.filter((r) => r.ended);
  const into = s.runs.reduce((n, r) => n + r.started.countIn, 0);
  const known = counted.length === s.runs.length && counted.every((r) => r.ended?.countOut != null);
  const out = known ? counted.reduce((n, r) => n + (r.ended?.countOut ?? 0), 0) : null;
  return { in: into, out, agree: out === into };
}
