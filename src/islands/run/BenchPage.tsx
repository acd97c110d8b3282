/** The bench: the whole screen for the hand that wears a glove. One figure, one thing to do, four targets at most. */
import { useEffect, useRef, useState } from 'react';
import type { WeldPlace } from '../../../core/jobs';
import { clock, format, type System } from '../../../core/units';
import { markNames, type Cue, type RunState, type WeldState } from '../../../core/weld';
import { HoldButton } from '../kit/HoldButton';
import { RefusalNote } from '../kit/notes';
import type { Refusal, Said } from '../post';
import { useRecord, type KeptRecord } from '../weld/useRecord';
import { play, wakeSound } from './cues';
import { useRun } from './useRun';

type Props = { record: KeptRecord; place: WeldPlace; system: System; now: number };

export default function BenchPage({ record: first, place, system, now }: Props) {
  const { state, live, record } = useRecord(first, place.id, now);
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const running = state?.runs.find((r) => r.endedAt === null);
  return (
    <div className="flex min-h-[100dvh] flex-col bg-base-100 p-3">
      <header className="flex items-center justify-between gap-3">
        <p className="font-figure text-2xl font-bold">{place.number}</p>
        {!live && <p className="border-l-8 border-base-content bg-base-200 px-3 py-1 font-semibold">□ Not live: what you see may be old</p>}
        <a className="btn min-h-12" href={`/welds/${place.id}`}>
          Leave the bench
        </a>
      </header>
      {mounted && state && running ? (
        <Bench run={running} state={state} record={record} system={system} madeAt={now} />
      ) : (
        <div className="grid grow place-items-center text-center">
          <div>
            <p className="text-3xl font-bold">{state && mounted ? 'No purge runs on this weld' : 'One moment'}</p>
            <p className="mt-2 text-lg">Start it on the weld’s page, then come back.</p>
          </div>
        </div>
      )}
    </div>
  );
}

/** Keys of a foot switch or a clicker: whatever they send, it is the first target. */
const SWITCH = new Set([' ', 'Enter', 'PageDown', 'PageUp', 'ArrowRight', 'ArrowDown', 'b', 'B', 'F5']);
/** Shorter presses are arc starts, not feet. */
const LEAST_PRESS_MS = 30;

function Bench({
  run,
  state,
  record,
  system,
  madeAt,
}: {
  run: RunState;
  state: WeldState;
  record: (e: Said) => Promise<Refusal | null>;
  system: System;
  madeAt: number;
}) {
  const { view, gate, now, mark, undo, end, refusal, countOut, setCountOut } = useRun(run, { state, record, madeAt });
  const [busy, setBusy] = useState(false);
  const first = view.targets[0];
  const press = useRef<() => void>(() => undefined);
  press.current = () => {
    if (!first || busy) return;
    setBusy(true);
    void mark(first).finally(() => setBusy(false));
  };

  useEffect(() => {
    let down: { key: string; at: number } | null = null;
    const typing = (t: EventTarget | null) =>
      t instanceof HTMLInputElement || t instanceof HTMLButtonElement || t instanceof HTMLAnchorElement;
    const onDown = (e: KeyboardEvent) => {
      if (!SWITCH.has(e.key) || typing(e.target)) return;
      e.preventDefault();
      if (!e.repeat) down = { key: e.key, at: e.timeStamp };
    };
    const onUp = (e: KeyboardEvent) => {
      if (down?.key === e.key && e.timeStamp - down.at >= LEAST_PRESS_MS) press.current();
      down = null;
    };
    addEventListener('keydown', onDown);
    addEventListener('keyup', onUp);
    addEventListener('pointerdown', wakeSound);
    addEventListener('keydown', wakeSound, { once: true });
    return () => {
      removeEventListener('keydown', onDown);
      removeEventListener('keyup', onUp);
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
    if (view.cue && view.cue !== before.current) play(view.cue);
    before.current = view.cue;
  }, [view.cue]);

  const oxygen = view.big.kind === 'oxygen' ? format(view.big.ppm, 'oxygen', system) : null;
  const [big, unit] = view.big.kind === 'time' ? [view.big.text, 'min'] : oxygen ? [oxygen.number, oxygen.unit] : ['–', ''];
  const edge = view.tone === 'stop' ? 'border-error' : view.tone === 'go' ? 'border-success' : 'border-base-content';
  const ink = view.tone === 'stop' ? 'text-error' : view.tone === 'go' ? 'text-success' : '';
  const ending = run.phase === 'holding' && view.holdLeft === 0;
  return (
    <div className="flex grow flex-col gap-3" data-phase={run.phase} data-ready={gate.ready} data-cue={view.cue ?? ''}>
      <section className={`mt-2 flex grow flex-col justify-center border-8 px-5 py-2 ${edge}`} role="status" aria-live="polite">
        <p className={`text-[clamp(2rem,6vw,4rem)] leading-tight font-bold ${ink}`}>
          <span aria-hidden>{view.tone === 'stop' ? '■ ' : view.tone === 'go' ? '▲ ' : '○ '}</span>
          {view.word}
        </p>
        <p className="font-figure text-[clamp(6rem,min(34vw,30vh),17rem)] leading-[0.95] font-bold" aria-live="off">
          <span data-testid="big">{big}</span>
          <span className="ml-3 text-[clamp(1.5rem,5vw,3rem)] font-normal">{unit}</span>
        </p>
        <p className="flex flex-wrap gap-x-6 text-xl">
          <span>{view.under}</span>
          <span className="font-figure">{run.fillingSince === null ? 'dam open' : `gas on ${clock((now - run.fillingSince) / 1000)}`}</span>
          {gate.left !== null && gate.left > 0 && gate.by === 'monitor' && run.phase === 'filling' && (
            <span className="font-figure">{clock(gate.left)} to hold</span>
          )}
        </p>
        <p className="mt-1 text-[clamp(1.3rem,3.2vw,2.2rem)] leading-snug font-semibold" data-testid="next">
          {view.line}
        </p>
      </section>
      <RefusalNote refusal={refusal} />
      <div className="grid grid-cols-2 gap-3">
        {view.targets.map((m, i) => (
          <button
            key={m}
            type="button"
            disabled={busy}
            className={`btn h-auto min-h-24 text-2xl ${i === 0 ? 'btn-primary' : ''} ${view.targets.length % 2 === 1 && i === 0 ? 'col-span-2' : ''}`}
            onClick={() => void mark(m)}
          >
            {markNames[m]}
            {i === 0 && <span className="hidden text-sm font-normal md:inline">space, foot switch</span>}
          </button>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <button type="button" className="btn min-h-16 grow text-lg" disabled={run.lastTold === null} onClick={() => void undo()}>
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
        <HoldButton className="btn-primary" onHeld={() => void end('done')}>
          Done, hold to press
        </HoldButton>
      </div>
    </div>
  );
}
