/** Asks the heat worker about the torch in hand, and puts what it sees on the drawing; the newest question counts. */
import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { ferruleBeside } from '../../../core/models/setup';
import { passesUnderPurge } from '../../../core/models/heat';
import { cupKey, type Correction, type Window } from '../../../core/models/shield';
import { asTested, cupCorrection, overOf, ownedOf } from '../../../core/work/torch';
import type { HeatWorker, TorchAnswer, TorchQuestion } from '../../workers/heat.worker';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';

/** Width over height of the picture as it usually stands; the drawing says its own. */
const USUAL_SHAPE = 2.2;

/** How far the face of a ferrule is from the seam in hand, m, where the spool is known and has one near. */
export function useFerrule(): number | null {
  const { state } = useWeld();
  const { savedSetup } = useShop();
  const joint = savedSetup?.joints[state.id];
  return savedSetup && joint !== undefined ? ferruleBeside(savedSetup.setup, joint) : null;
}

export function useTorchSeen(): void {
  const { state } = useWeld();
  const { registers, checks, system } = useShop();
  const { desk, act } = useDesk();
  const { torch, moment = null, dragging = false, shape = USUAL_SHAPE } = desk.draft;
  const plan = torch?.plan ?? null;
  const ferrule = useFerrule();
  const worker = useRef<Comlink.Remote<HeatWorker> | null>(null);
  const job = useRef(0);
  const busy = useRef(false);
  const window = useRef<Window | null>(null);
  const last = useRef('');
  const found = useRef('');
  // Asked again where something changed while the last answer was on its way.
  const [late, setLate] = useState(0);
  useEffect(() => {
    const raw = new Worker(new URL('../../workers/heat.worker.ts', import.meta.url), { type: 'module', name: 'heat' });
    const api = Comlink.wrap<HeatWorker>(raw);
    worker.current = api;
    setLate((n) => n + 1);
    return () => {
      api[Comlink.releaseProxy]();
      raw.terminate();
      worker.current = null;
      job.current++;
      busy.current = false;
      last.current = '';
      found.current = '';
    };
  }, []);
  const { alloyA } = state.design;
  const correction = plan && cupCorrection(registers, checks, plan, alloyA);
  const tested = plan && asTested(registers, checks, plan, alloyA);
  /** what figures and ways out are found for; another moment of it changes neither */
  const what = JSON.stringify([tested, correction, ferrule, system]);
  const key = JSON.stringify([what, moment, dragging, shape]);
  useEffect(() => {
    const api = worker.current;
    if (!api || key === last.current) return;
    if (tested === null) {
      last.current = key;
      found.current = '';
      job.current++;
      return act({ do: 'see', hot: { seen: null, fault: null, advice: null, figures: [] } });
    }
    // While a hand drags, one question at a time: the next goes out when the last is answered.
    if (busy.current && dragging) return;
    last.current = key;
    const known = found.current === what;
    const mine = ++job.current;
    busy.current = true;
    const owned = ownedOf(registers);
    const corrections: Record<string, Correction> = {};
    for (const c of owned.cups) {
      const is = cupCorrection(registers, checks, c, alloyA);
      if (is) corrections[cupKey(c)] = is;
    }
    const over = overOf(state.design);
    const question: TorchQuestion = {
      ...{ plan: tested, over, owned, corrections, system, at: moment, dragging, known, shape },
      passes: passesUnderPurge(over.wall),
      ferrule,
      correction,
      window: dragging || moment !== null ? window.current : null,
    };
    const hear = (a: TorchAnswer) => {
      if (job.current !== mine) return;
      if (a.kind === 'unfit') act({ do: 'see', hot: { seen: null, fault: a.fault, advice: null, figures: [] } });
      else if (a.kind === 'seen') {
        window.current = a.window;
        act({ do: 'see', hot: { seen: a, fault: null } });
      } else {
        found.current = what;
        act({ do: 'see', hot: { advice: a.advice, figures: a.figures } });
      }
    };
    // A way out of what was before is none any more.
    if (!known) {
      found.current = '';
      act({ do: 'see', hot: { advice: null } });
    }
    api
      .ask(mine, question, Comlink.proxy(hear))
      .catch((e: unknown) => console.error('The heat model stopped:', e))
      .finally(() => {
        if (job.current !== mine) return;
        busy.current = false;
        if (dragging) setLate((n) => n + 1);
      });
  }, [late, key, registers, checks]);
}
