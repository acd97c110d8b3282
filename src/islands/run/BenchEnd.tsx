/** The end of a purge at the bench: what came out is counted there, and what comes next is said. */
import type { SpoolWeld } from '../../../core/work/jobs';
import type { RunState } from '../../../core/work/run';
import { waitsFor, type WeldState } from '../../../core/work/record';
import { HoldButton } from '../kit/HoldButton';

type CountProps = {
  run: RunState;
  text: string;
  onText: (t: string) => void;
  onEnd: () => void;
  onBack: () => void;
  children: React.ReactNode;
};

/** A number is pressed, not guessed: nothing stands there before it was counted. */
export function BenchCount({ run, text, onText, onEnd, onBack, children }: CountProps) {
  const { countIn } = run.started;
  const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];
  return (
    <div role="dialog" aria-label="Count what came out" className="flex grow flex-col gap-3 lg:flex-row" data-testid="count">
      <div className="flex grow flex-col justify-center gap-2">
        <p className="text-3xl font-bold">Count what comes out.</p>
        <p className="text-xl">
          <span className="font-figure font-bold">{countIn}</span> went in: dams, tape, diffusers.
        </p>
        <p className="font-figure text-[7rem] leading-none font-bold" aria-live="polite">
          {text === '' ? '–' : text}
          {text !== '' && Number(text) !== countIn && (
            <span className="ml-4 align-middle font-sans text-2xl text-error">■ not {countIn}</span>
          )}
        </p>
        {children}
      </div>
      <div className="grid grid-cols-5 gap-2 lg:w-[26rem] lg:grid-cols-3 lg:content-center">
        {keys.map((k) => (
          <button
            key={k}
            type="button"
            className="btn h-auto min-h-16 border-base-content text-3xl lg:min-h-20"
            onClick={() => onText(`${text}${k}`.slice(0, 3))}
          >
            {k}
          </button>
        ))}
        <button
          type="button"
          className="btn col-span-2 h-auto min-h-16 border-base-content text-xl lg:min-h-20"
          disabled={text === ''}
          onClick={() => onText('')}
        >
          Clear
        </button>
        <HoldButton className="col-span-3 h-auto min-h-16 btn-primary text-xl lg:min-h-20" onHeld={onEnd}>
          {text === '' ? 'End, count later: hold' : 'End the purge, hold to press'}
        </HoldButton>
        <button type="button" className="btn col-span-2 h-auto min-h-16 text-lg lg:col-span-3" onClick={onBack}>
          Not yet
        </button>
      </div>
    </div>
  );
}

type NextProps = { state: WeldState; spoolWelds: readonly SpoolWeld[]; ended: boolean };

export function BenchNext({ state, spoolWelds, ended }: NextProps) {
  const next = spoolWelds.find((w) => w.id !== state.id && (w.due === 'purge' || w.due === 'fitup'));
  return (
    <div className="grid grow place-items-center text-center">
      <div className="space-y-4">
        <p className="text-4xl font-bold">{ended ? 'The purge has ended.' : 'No purge runs on this weld'}</p>
        <p className="text-2xl">
          {state.number}: {waitsFor(state)}
        </p>
        <p className="flex flex-wrap justify-center gap-3">
          <a className="btn h-auto min-h-20 btn-primary px-8 text-2xl" href={`/welds/${state.id}`}>
            {ended ? `Go on with ${state.number}` : 'Start it on the weld’s page'}
          </a>
          {next && (
            <a className="btn h-auto min-h-20 border-base-content px-6 text-xl" href={`/welds/${next.id}`}>
              Next weld {next.number}
            </a>
          )}
          <a className="btn h-auto min-h-20 border-base-content px-6 text-xl" href="/">
            Board
          </a>
        </p>
      </div>
    </div>
  );
}
