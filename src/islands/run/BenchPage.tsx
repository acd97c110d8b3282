/** The bench: the whole screen for the hand that wears a glove. One figure, one thing to do, four targets at most. */
import { useEffect, useRef, useState } from 'react';
import type { WeldPlace } from '../../../core/work/jobs';
import { stageCautions } from '../../../core/work/record';
import { clock, format, type System } from '../../../core/basics/units';
import { alarmNames, type BoardCylinder, type Cue, type RunState, type Target } from '../../../core/work/run';
import { HoldButton } from '../kit/HoldButton';
import { Cautions, RefusalNote } from '../kit/notes';
import { keepOffline } from '../offline';
import type { KeptRecord } from '../queue';
import { useRecord, type RecordInHand } from '../weld/useRecord';
import { Alarms, useAlarmSound } from './Alarms';
import { TurnPick } from './Arcs';
import { play, wakeSound } from './cues';
import { Unsaved } from './Unsaved';
import { readAtOf, useRun } from './useRun';
import { useTrouble } from '../Trouble';
import { listening } from '../kit/listening';

type Props = {
  record: KeptRecord;
  place: WeldPlace;
  supplies: BoardCylinder[];
  spoolWelds: { id: string; number: string }[];
  system: System;
  now: number;
};

export default listening(BenchPage);

function BenchPage({ record: first, place, supplies, spoolWelds, system, now }: Props) {
  const hand = useRecord(first, place.id, now);
  const { state, live } = hand;
  const [mounted, setMounted] = useState(false);
  useEffect(() => {
    setMounted(true);
    keepOffline();
  }, []);
  const numberOf = (id: string) => spoolWelds.find((w) => w.id === id)?.number ?? place.number;
  const running = state?.runs.find((r) => r.endedAt === null);
  const step = running && ['welding', 'between', 'holding'].includes(running.phase) ? 'weld' : 'purge';
  return (
    <div className="flex h-[100dvh] flex-col gap-2 bg-base-100 p-3">
      <header className="flex items-center justify-between gap-3">
        <p className="font-figure text-2xl font-bold whitespace-nowrap">{running ? numberOf(running.at) : place.number}</p>
        <details key={step} className="relative ml-auto">
          <summary className="btn min-h-12 list-none btn-ghost">Cautions of this step</summary>
          <div className="absolute right-0 z-10 w-[min(28rem,90vw)] border-2 border-base-content bg-base-100">
            <Cautions texts={stageCautions[step] ?? []} />
          </div>
        </details>
        <a className="btn min-h-12" href={`/welds/${place.id}`}>
          Leave the bench
        </a>
      </header>
      {mounted && state && running ? (
        <Bench run={running} hand={hand} supplies={supplies} numberOf={numberOf} system={system} madeAt={now} />
      ) : (
        <div className="grid grow place-items-center text-center">
          <div>
            <p className="text-3xl font-bold">{state && mounted ? 'No purge runs on this weld' : 'One moment'}</p>
            <p className="mt-2 text-lg">Start it on the weld’s page, then come back.</p>
            <Unsaved list={hand.unsaved} live={live} />
          </div>
        </div>
      )}
    </div>
  );
}

/** Keys of a foot switch or a clicker: whatever they send, it is the first target. */
const SWITCH = new Set([' ', 'Enter', 'PageDown', 'PageUp', 'ArrowRight', 'ArrowDown', 'b', 'B', 'F5']);
/** Another press sooner than this is the same foot or finger. */
const BOUNCE_MS = 350;
/** Shorter presses are arc starts, not feet. */
const LEAST_PRESS_MS = 30;

function Bench({
  run,
  hand,
  supplies,
  numberOf,
  system,
  madeAt,
}: {
  run: RunState;
  hand: RecordInHand;
  supplies: BoardCylinder[];
  numberOf: (weld: string) => string;
  system: System;
  madeAt: number;
}) {
  const { record, unsay, unsaved, live } = hand;
  const inHand = useRun(run, {
    record,
    unsay,
    madeAt,
    supplies,
  });
  const { view, gate, mark, undo, end, answer, sensor, refusal, countOut, setCountOut } = inHand;
  // Under the hood nobody reads, and nothing can be done about a reading that is missing: it is said at arc off, with what to do.
  const hooded = run.phase === 'welding';
  const alarms = hooded ? inHand.alarms.filter((a) => a.kind !== 'lost') : inHand.alarms;
  useAlarmSound(alarms);
  const trouble = useTrouble([]).filter((t) => t.on);
  // What the alarm says already is not said twice.
  const readAt = alarms.some((a) => a.kind === 'lost' && a.on) ? null : readAtOf(inHand, run);
  const first = view.targets[0];
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
  const press = useRef<() => void>(() => undefined);
  press.current = () => first && take(first);

  useEffect(() => {
    let down: { key: string; at: number } | null = null;
    // What is typed in, and what someone came to by the Tab key, keeps its keys.
    const owned = (t: EventTarget | null) => t instanceof Element && t.matches('input, select, textarea, button, a, summary');
    // A button pressed by finger must not take the focus: the next press of the foot would press it again.
    const onPress = (e: MouseEvent) => {
      if (e.target instanceof Element && e.target.closest('button, summary')) e.preventDefault();
    };
    const onDown = (e: KeyboardEvent) => {
      if (!SWITCH.has(e.key) || owned(e.target)) return;
      e.preventDefault();
      if (!e.repeat) down = { key: e.key, at: e.timeStamp };
    };
    const onUp = (e: KeyboardEvent) => {
      if (down?.key === e.key && e.timeStamp - down.at >= LEAST_PRESS_MS) press.current();
      down = null;
    };
    addEventListener('keydown', onDown);
    addEventListener('keyup', onUp);
    addEventListener('mousedown', onPress);
    addEventListener('pointerdown', wakeSound);
    addEventListener('keydown', wakeSound, { once: true });
    return () => {
      removeEventListener('keydown', onDown);
      removeEventListener('keyup', onUp);
      removeEventListener('mousedown', onPress);
      removeEventListener('pointerdown', wakeSound);
      removeEventListener('keydown', wakeSound);
    };
  }, []);

  // The screen stays awake as long as the bench is open; after a look elsewhere it is asked for again.
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const keep = () => {
      if (document.visibilityState === 'visible')
        void navigator.wakeLock?.request('screen').then(
          (l) => (lock = l),
          () => undefined,
        );
    };
    keep();
    document.addEventListener('visibilitychange', keep);
    return () => {
      document.removeEventListener('visibilitychange', keep);
      void lock?.release();
    };
  }, []);

  const before = useRef<Cue>(view.cue);
  useEffect(() => {
    // What is wrong is called by the alarms, until someone answers.
    if (view.cue && view.cue !== before.current && view.cue !== 'over' && view.cue !== 'lost') play(view.cue);
    before.current = view.cue;
  }, [view.cue]);

  const oxygen = view.big.kind === 'oxygen' ? format(view.big.ppm, 'oxygen', system) : null;
  const [big, unit] =
    view.big.kind === 'time'
      ? [view.big.text, view.big.text.split(':').length > 2 ? 'h' : 'min']
      : oxygen
        ? [oxygen.number, oxygen.unit]
        : ['–', ''];
  // What calls is the word that is read from across the bay.
  const called = alarms[0];
  const tone = called ? 'stop' : view.tone;
  const edge = tone === 'stop' ? 'border-error' : tone === 'go' ? 'border-success' : 'border-base-content';
  const ink = tone === 'stop' ? 'text-error' : tone === 'go' ? 'text-success' : '';
  const note = sensor.state === 'steady' || sensor.state === 'drifting' ? sensor.text : null;
  const ending = run.phase === 'holding' && view.holdLeft === 0;
  return (
    <div className="flex grow flex-col gap-3 short:flex-row" data-phase={run.phase} data-ready={gate.ready} data-cue={view.cue ?? ''}>
      <div className="flex grow flex-col gap-3 short:basis-1/2">
        {/* The frame takes the room that is left, and what stands in it is measured by the frame: nobody scrolls with gloves on. */}
        <section
          className={`flex ${note ? 'min-h-72' : 'min-h-56 md:min-h-64'} grow flex-col justify-center overflow-hidden border-8 px-5 py-2 [container-type:size] ${edge}`}
          role="status"
          aria-live="polite"
        >
          <p className={`text-[clamp(1.75rem,min(9vw,15cqh),5rem)] leading-tight font-bold ${ink}`}>
            <span aria-hidden>{tone === 'stop' ? '■ ' : tone === 'go' ? '▲ ' : '○ '}</span>
            {called ? alarmNames[called.kind] : view.word}
          </p>
          <p
            className="font-figure leading-[0.95] font-bold"
            // As large as its digits let it; one, two and three of them alike, so that it does not jump about when it matters.
            style={{ fontSize: `min(${Math.floor(140 / (Math.max(3, big.length) + 1))}cqw, 50cqh, 24rem)` }}
            aria-live="off"
          >
            <span data-testid="big">{big}</span>
            <span className="ml-3 text-[clamp(1.25rem,5cqw,3rem)] font-normal">{unit}</span>
          </p>
          <p className="flex flex-wrap gap-x-6 text-[clamp(1rem,5cqh,1.25rem)]">
            <span>{view.under}</span>
            {view.gasOn && <span className="font-figure">{view.gasOn}</span>}
            {run.tacks > 0 && <span className="font-figure">{run.tacks} tacked</span>}
            {gate.left !== null && gate.left > 0 && gate.by === 'monitor' && run.phase === 'filling' && (
              <span className="font-figure">{clock(gate.left)} to hold</span>
            )}
          </p>
          <p className="mt-1 text-[clamp(1.1rem,min(3.6cqw,8cqh),2.2rem)] leading-snug font-semibold" data-testid="next">
            {view.line}
          </p>
          {note && <p className="text-base">□ {note}</p>}
        </section>
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
      <div className="flex flex-col gap-3 short:basis-1/2">
        <div className="grid grid-cols-2 gap-3">
          {view.targets.map((t, i) => (
            <button
              key={t.label}
              type="button"
              aria-disabled={busy}
              className={`btn h-auto min-h-20 text-2xl md:min-h-24 ${i === 0 ? 'btn-primary' : ''} ${view.targets.length % 2 === 1 && i === 0 ? 'col-span-2' : ''}`}
              onClick={() => take(t)}
            >
              {t.mark === 'move' && t.weld ? `Next weld ${numberOf(t.weld)}` : t.label}
              {i === 0 && <span className="hidden text-sm font-normal md:inline short:hidden">space, foot switch</span>}
            </button>
          ))}
        </div>
        <div className="flex flex-wrap items-end gap-3">
          <button
            type="button"
            className="btn min-h-16 grow text-lg"
            disabled={run.lastTold === null}
            onClick={() => {
              // Whoever takes a mark back may make the right one at once.
              quiet(0);
              void undo();
            }}
          >
            Undo last mark
          </button>
          {ending && (
            <label className="text-sm font-medium">
              Dams and tape out ({run.started.countIn} in)
              <input
                className="input min-h-16 w-40 font-figure text-2xl"
                inputMode="numeric"
                value={countOut}
                onChange={(e) => setCountOut(e.target.value)}
              />
            </label>
          )}
          <HoldButton className={`min-h-16 text-lg ${ending ? 'btn-primary' : ''}`} onHeld={() => void end('done')}>
            Done, hold to press
          </HoldButton>
        </div>
      </div>
    </div>
  );
}
