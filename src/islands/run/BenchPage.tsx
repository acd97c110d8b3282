/** The bench: the whole screen for the hand that wears a glove. One figure, one thing to do, four targets at most. */
import { useEffect, useRef, useState } from 'react';
import type { SpoolWeld, WeldPlace } from '../../../core/work/jobs';
import { openClocks, stageCautions, type WeldState } from '../../../core/work/record';
import type { Seam } from '../../../core/basics/seam';
import type { System } from '../../../core/basics/units';
import {
  alarmNames,
  footWaits,
  remainsWords,
  targets,
  type BoardCylinder,
  type Cue,
  type RunState,
  type ShopPriors,
  type Target,
} from '../../../core/work/run';
import { HoldButton } from '../kit/HoldButton';
import { CautionStrip } from '../kit/CautionStrip';
import { RefusalNote } from '../kit/notes';
import { useAwake, useFoot } from './useFoot';
import { BenchTiles } from './BenchTiles';
import { keepOffline } from '../offline';
import type { KeptRecord } from '../queue';
import { seamIn } from '../weld/context';
import { useRecord, type RecordInHand } from '../weld/useRecord';
import { Alarms, useAlarmSound } from './Alarms';
import { TurnPick } from './Arcs';
import { BenchCount, BenchNext } from './BenchEnd';
import { BenchDwells } from './BenchDwells';
import { BenchFigure } from './BenchFigure';
import { BenchSide, BenchStrip } from './BenchSide';
import { play } from './cues';
import { Unsaved } from './Unsaved';
import { readAtOf, useRun } from './useRun';
import { useTrouble } from '../Trouble';
import { listening } from '../kit/listening';

type Props = {
  record: KeptRecord;
  place: WeldPlace;
  supplies: BoardCylinder[];
  spoolWelds: SpoolWeld[];
  system: System;
  priors: ShopPriors;
  now: number;
};

export default listening(BenchPage);

function BenchPage({ record: first, place, supplies, spoolWelds, system, priors, now }: Props) {
  const hand = useRecord(first, place.id, now);
  const { state, live } = hand;
  const [mounted, setMounted] = useState(false);
  useEffect(() => {
    setMounted(true);
    keepOffline();
  }, []);
  const numberOf = (id: string) => spoolWelds.find((w) => w.id === id)?.number ?? place.number;
  const running = state?.runs.find((r) => r.endedAt === null);
  const [ended, setEnded] = useState(false);
  return (
    <div className="flex h-[100dvh] flex-col overflow-hidden bg-base-100">
      {mounted && state && running ? (
        <Bench
          run={running}
          hand={hand}
          state={state}
          supplies={supplies}
          numberOf={numberOf}
          seamOf={seamIn(spoolWelds)}
          system={system}
          priors={priors}
          madeAt={now}
          leave={`/welds/${place.id}`}
          onEnded={() => setEnded(true)}
        />
      ) : (
        <>
          <header className="flex items-center justify-between gap-3 p-3">
            <p className="font-figure text-2xl font-bold whitespace-nowrap">{place.number}</p>
            <a className="btn min-h-12" href={`/welds/${place.id}`}>
              Leave the bench
            </a>
          </header>
          {state && mounted && openClocks(state).length > 0 ? (
            <BenchDwells state={state} madeAt={now} record={hand.record} />
          ) : state && mounted ? (
            <BenchNext state={state} spoolWelds={spoolWelds} ended={ended} />
          ) : (
            <p className="grid grow place-items-center text-3xl font-bold">One moment</p>
          )}
          <Unsaved list={hand.unsaved} live={live} />
        </>
      )}
    </div>
  );
}

/** Another press sooner than this is the same foot or finger. */
const BOUNCE_MS = 350;

function Bench({
  run,
  hand,
  state,
  supplies,
  numberOf,
  seamOf,
  system,
  priors,
  madeAt,
  leave,
  onEnded,
}: {
  run: RunState;
  hand: RecordInHand;
  state: WeldState;
  supplies: BoardCylinder[];
  numberOf: (weld: string) => string;
  seamOf: (weld: string | null) => Seam;
  system: System;
  priors: ShopPriors;
  madeAt: number;
  leave: string;
  onEnded: () => void;
}) {
  const { record, unsay, unsaved, live } = hand;
  const inHand = useRun(run, {
    record,
    unsay,
    madeAt,
    supplies,
    seamOf,
    priors,
  });
  const { view, gate, mark, undo, end, answer, sensor, refusal, countOut, setCountOut, readings } = inHand;
  // Under the hood nobody reads, and nothing can be done about a reading that is missing: it is said at arc off, with what to do.
  const hooded = run.phase === 'welding';
  const alarms = hooded ? inHand.alarms.filter((a) => a.kind !== 'lost') : inHand.alarms;
  useAlarmSound(alarms);
  const trouble = useTrouble([]).filter((t) => t.on);
  // What the alarm says already is not said twice.
  const readAt = alarms.some((a) => a.kind === 'lost' && a.on) ? null : readAtOf(inHand, run);
  const { foot, footHeld } = view;
  const [sheet, setSheet] = useState<'none' | 'count' | 'marks'>('none');
  const [busy, setBusy] = useState(false);
  const bounce = useRef<ReturnType<typeof setTimeout>>(undefined);
  const quiet = (ms: number) => {
    clearTimeout(bounce.current);
    setBusy(ms > 0);
    bounce.current = setTimeout(() => setBusy(false), ms);
  };
  // One press, one mark: a bounce of foot or glove is not a second one. Saving is no reason to wait: the mark is on this device at once.
  const take = (t: Target) => {
    if (busy) return;
    quiet(BOUNCE_MS);
    void mark(t);
  };
  const ending = run.phase === 'holding' && view.holdLeft === 0;
  // A foot kept down: the hold after the last arc; once it was long enough, the count. Nothing ends by foot alone.
  useFoot(
    () => sheet === 'none' && foot && take(foot),
    () => {
      if (sheet !== 'none') return false;
      if (footHeld) take(footHeld);
      else if (ending) setSheet('count');
      else return false;
      return true;
    },
  );
  useAwake();

  const before = useRef<Cue>(view.cue);
  useEffect(() => {
    // What is wrong is called by the alarms, until someone answers.
    if (view.cue && view.cue !== before.current && view.cue !== 'over' && view.cue !== 'lost') play(view.cue);
    before.current = view.cue;
  }, [view.cue]);

  // What calls is the word that is read from across the bay.
  const called = alarms[0];
  const tone = called ? 'stop' : view.tone;
  const ink = tone === 'stop' ? 'text-error' : tone === 'go' ? 'text-success' : '';
  const note = sensor.state === 'steady' || sensor.state === 'drifting' ? sensor.text : null;
  const { rules, place, backing } = run.started;
  const limit = run.phase === 'welding' ? rules.weldPpm : rules.startPpm;
  const remains = run.phase === 'filling' && !gate.ready ? inHand.remains : null;
  const remain = remains ? remainsWords(remains, inHand.now, system) : '';
  const gasOnly = new Set(['look', 'bottle', 'dam-out', 'grind', 'hold', 'refill']);
  const others = targets(run, seamOf(run.at)).filter(
    (t) => !(t.mark === foot?.mark && t.weld === foot.weld) && (backing === 'purge' || !gasOnly.has(t.mark)),
  );
  // While the gas is held an arc is struck again by hand, from the sheet: nothing beside the foot starts one.
  // Without a purge nothing is held: it can be done as soon as the arc is off.
  const endable = run.phase === 'holding' || (backing !== 'purge' && run.phase === 'between');
  const beside = endable ? [] : others.slice(0, 2);
  const more = others.filter((t) => !beside.includes(t));
  const nameOf = (t: Target) => (t.mark === 'move' && t.weld ? `Next weld ${numberOf(t.weld)}` : t.label);
  const glances = { run, state, hand: inHand, remains, system };
  const finish = async (how: 'done' | 'abandoned') => {
    await end(how);
    onEnded();
  };
  const step = ['welding', 'between', 'holding'].includes(run.phase) ? 'weld' : 'purge';
  const cautions =
    backing === 'purge'
      ? [...(stageCautions.purge ?? []), ...(step === 'weld' ? (stageCautions.weld ?? []) : [])]
      : (stageCautions.weld ?? []);
  return (
    <div className="flex min-h-0 grow flex-col" data-phase={run.phase} data-ready={gate.ready} data-cue={view.cue ?? ''}>
      <div className={`h-2.5 shrink-0 ${tone === 'stop' ? 'bg-error' : tone === 'go' ? 'bg-success' : 'bg-base-300'}`} />
      <header className="flex shrink-0 flex-wrap items-center gap-x-4 px-4 pt-2" role="status" aria-live="polite">
        <p className={`flex items-center gap-3 text-3xl leading-tight font-bold md:text-[40px] ${ink}`}>
          <Shape tone={tone} phase={run.phase} />
          {called ? alarmNames[called.kind] : view.word}
        </p>
        <p className="flex items-baseline gap-3">
          <span className="font-figure text-xl font-bold whitespace-nowrap">{numberOf(run.at)}</span>
          {view.gasOn && <span className="font-figure text-lg">{view.gasOn}</span>}
        </p>
        <a className="btn ml-auto min-h-12 border-base-content" href={leave}>
          Leave the bench
        </a>
      </header>
      {sheet === 'count' ? (
        <div className="flex grow p-4">
          <BenchCount run={run} text={countOut} onText={setCountOut} onEnd={() => void finish('done')} onBack={() => setSheet('none')}>
            <RefusalNote refusal={refusal} />
          </BenchCount>
        </div>
      ) : (
        <>
          <div className="flex min-h-0 grow gap-4 px-4 py-1">
            <BenchFigure {...{ view, place, readings, limit, system }} ppm={inHand.ppm} now={Math.ceil(inHand.now / 1000) * 1000} />
            <BenchSide {...glances} />
          </div>
          <div className="shrink-0 space-y-1 px-4">
            <p className="text-lg leading-tight font-semibold">
              {view.under}
              {note && `. □ ${note}`}
            </p>
            <BenchStrip {...glances} />
            {!hooded && (
              <>
                <Unsaved list={unsaved} live={live} readAt={readAt} madeAt={madeAt} />
                {trouble.length > 0 && (
                  <p role="status" className="border-l-8 border-base-content bg-base-200 p-3">
                    □ {trouble.map((t) => t.text).join(' ')}
                  </p>
                )}
              </>
            )}
            <Alarms alarms={alarms} onAnswer={(a) => void answer(a)} />
            <TurnPick run={run} weld={run.at} numberOf={numberOf} onMark={(t) => void mark(t)} />
            <RefusalNote refusal={refusal} />
          </div>
          <p className="mt-1 flex shrink-0 items-center gap-3 bg-base-200 px-4 py-2 text-[clamp(1.25rem,3.2cqw,2.2rem)] leading-tight font-bold">
            <svg viewBox="0 0 36 36" className="w-8 shrink-0 fill-base-content" aria-hidden>
              <path d="M0 2h18l18 16l-18 16h-18l16 -16z" />
            </svg>
            <span data-testid="next">{remain ? `${remain} ${view.line.replace(/^Filling\. /, '')}` : view.line}</span>
          </p>
          {sheet === 'marks' && (
            <div role="group" aria-label="Other marks" className="grid shrink-0 grid-cols-2 gap-2 px-4 pt-2 md:grid-cols-4">
              {more.map((t) => (
                <button
                  key={t.label}
                  type="button"
                  aria-disabled={busy}
                  className="btn h-auto min-h-16 border-base-content text-xl"
                  onClick={() => {
                    setSheet('none');
                    take(t);
                  }}
                >
                  {nameOf(t)}
                </button>
              ))}
              <HoldButton className="h-auto min-h-16 text-lg" onHeld={() => void finish('abandoned')}>
                Abandon, hold to press
              </HoldButton>
            </div>
          )}
          <BenchTiles
            {...{ run, view, beside, busy, endable, ending, nameOf }}
            waits={footWaits(run, gate.text)}
            onTake={take}
            onCount={() => setSheet('count')}
            marks={sheet === 'marks'}
            onMarks={() => setSheet(sheet === 'marks' ? 'none' : 'marks')}
            onUndo={() => {
              // Whoever takes a mark back may make the right one at once.
              quiet(0);
              void undo();
            }}
          />
          <CautionStrip key={step} texts={cautions} tight />
        </>
      )}
    </div>
  );
}

/** State by shape, as well as by word and hue. */
function Shape({ tone, phase }: { tone: 'go' | 'stop' | 'plain'; phase: string }) {
  return (
    <svg viewBox="0 0 30 30" className="h-8 w-8 shrink-0 fill-current" aria-hidden>
      {tone === 'stop' ? (
        <path d="M9 0h12l9 9v12l-9 9h-12l-9-9v-12z" />
      ) : phase === 'welding' ? (
        <path fillRule="evenodd" d="M15 0a15 15 0 1 0 .01 0zM15 8a7 7 0 1 1 -.01 0z" />
      ) : phase === 'holding' ? (
        <path d="M3 0h9v30h-9zM18 0h9v30h-9z" />
      ) : phase === 'open' ? (
        <path fillRule="evenodd" d="M0 0h30v30h-30zM5 5v20h20v-20z" />
      ) : (
        <path d="M2 0l28 15l-28 15z" />
      )}
    </svg>
  );
}
