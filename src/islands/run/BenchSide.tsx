/** What a glance needs beside the figure: the joint with its tape and what is welded, and a few numbers of the set-up. */
import { dwellNow } from '../../../core/work/dwell';
import { openClocks, type WeldState } from '../../../core/work/record';
import { doesNotFall, readyIn, spanWords, type Remains, type RunState } from '../../../core/work/run';
import { clock, show, type System } from '../../../core/basics/units';
import { totalFlow } from '../../../core/models/setup';
import { filmsOf } from '../../../core/models/tint';
import { SeamView } from '../../draw/SeamView';
import { coolingOf } from '../../../core/work/torch';
import { arcOut, legOf } from './Cooling';
import type { RunInHand } from './useRun';

type Props = { run: RunState; state: WeldState; hand: RunInHand; remains: Remains | null; system: System };

/** By name and figure, what matters now first. */
export function glance({ run, state, hand, remains, system }: Props): [string, string][] {
  const { gate, view, now, supply, holdSeconds } = hand;
  const { rules, backing, setup } = run.started;
  const ready = remains && readyIn(remains, now);
  const arc = run.arcs.at(-1);
  const welding = run.phase === 'welding';
  const gas = backing === 'purge';
  const leg = legOf(run, state, system);
  // Once the arc is out its clocks stand here; before, what the torch was set to.
  const cooling = coolingOf(state.setup, arcOut(run, state.id), now)
    .filter((c) => c.id === 'crater' || c.id === 'ring')
    .map((c): [string, string] => [c.id === 'crater' ? 'torch stays' : 'ring cools', c.most === 0 ? 'over' : clock(c.most)]);
  // A product that is on the same weld while gas runs: its clock is not forgotten.
  const on = openClocks(state).map((c): [string, string] => {
    const { call, figure } = dwellNow(c, now);
    const due = { wet: 'wet it', again: 'dried', overdue: 'off now', due: 'may come off', rinse: 'rinse' };
    return [c.does === 'passivates' ? 'passivating' : `${c.side === 'both' ? 'product' : c.side}, on`, call ? due[call] : figure];
  });
  const rows: [string, string | null][] = [
    ...on,
    ['limit', gas ? show(welding ? rules.weldPpm : rules.startPpm, 'oxygen', system) : null],
    [
      'ready in',
      run.phase !== 'filling' || gate.ready || !gas
        ? null
        : gate.left !== null && gate.left > 0
          ? clock(gate.left)
          : remains?.answer.state === 'rising'
            ? doesNotFall(remains.answer)
              ? 'does not fall'
              : 'rises'
            : remains?.answer.wont
              ? 'will not reach'
              : ready
                ? spanWords(ready)
                : null,
    ],
    ['arc', arc ? clock(((arc.off ?? now) - arc.on) / 1000) : null],
    leg
      ? [leg.text, leg.amps === null ? 'by the WPS' : `${Math.round(leg.amps)} A`]
      : ['amps set', state.setup ? `${Math.round(state.setup.amps)} A` : null],
    ['purge', gas ? show(totalFlow(setup), 'flow', system) : null],
    ['bottle', supply && gas ? show(supply.left, 'volume', system) : null],
    ...cooling,
    ['after arc', state.setup && cooling.length === 0 ? `${Math.round(state.setup.postFlow)} s` : null],
    ['hold inside', gas ? clock(run.phase === 'holding' && view.holdLeft !== null ? view.holdLeft : holdSeconds) : null],
    ['tacked', run.tacks > 0 && !welding ? String(run.tacks) : null],
  ];
  return rows.filter((r): r is [string, string] => r[1] !== null);
}

export function BenchSide(p: Props) {
  const { run, state } = p;
  const f = state.fitup;
  return (
    <aside className="hidden w-[19rem] shrink-0 flex-col border-l-2 border-base-300 pl-4 lg:flex short:hidden" aria-label="At a glance">
      <p className="flex justify-between text-sm">
        <span>{state.design.looking.replace(/^from /, '')}</span>
        <span>{run.tacks > 0 ? `${run.tacks} tacked` : ''}</span>
      </p>
      <div className="min-h-24 grow basis-0">
        <SeamView
          {...{ seam: state.design.seam, system: p.system, od: state.design.size.od }}
          film={filmsOf(state.design.alloyA)}
          gap={f ? { narrowAt: f.gapNarrow.at, wideAt: f.gapWide.at } : null}
          peeled={run.tape[run.at] ?? null}
          tacks={run.tacks}
          looking={state.design.looking}
          className="mx-auto h-full max-h-64"
        />
      </div>
      <dl>
        {glance(p).map(([name, text]) => (
          <div key={name} className="flex items-baseline justify-between gap-3 border-b border-base-300 py-0.5">
            <dt className="text-base">{name}</dt>
            <dd className="font-figure text-2xl leading-tight font-bold whitespace-nowrap">{text}</dd>
          </div>
        ))}
      </dl>
    </aside>
  );
}

/** The same where there is no room beside: the first few in a row. */
export function BenchStrip(p: Props) {
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1 lg:hidden short:hidden">
      {glance(p)
        .slice(0, 5)
        .map(([name, text]) => (
          <div key={name}>
            <dt className="text-sm leading-none">{name}</dt>
            <dd className="font-figure text-xl leading-tight font-bold">{text}</dd>
          </div>
        ))}
    </dl>
  );
}
