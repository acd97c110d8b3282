/** What change gains most, each computed; and what more flow buys here. */
import { flowSchools } from '../../../core/models/purge';
import type { Setup } from '../../../core/models/setup';
import { inSystem, show, type System } from '../../../core/basics/units';
import type { Planner } from './usePlanner';

type Props = { planner: Planner; setup: Setup; system: System; onChange: (s: Setup) => void; onPick: (id: string) => void };

export default function GainPanel({ planner, setup, system, onChange, onPick }: Props) {
  const { seen } = planner;
  const time = (s: number) => show(s, 'time', system);
  const schools = flowSchools(setup, system);
  return (
    <div className="space-y-3">
      <div aria-live="polite">
        {seen.advice === null ? (
          <p className="text-sm">
            {seen.computing ? 'Computing what each change would gain.' : 'Nothing computed: see what is wrong above.'}
          </p>
        ) : seen.advice.length === 0 ? (
          <p className="text-sm">No single change that was tried gains more than a few seconds.</p>
        ) : (
          <ol className="space-y-1" aria-label="What gains most">
            {seen.advice.slice(0, 6).map((c) => (
              <li key={c.id} className="flex items-center gap-3 border-b border-base-300 py-1">
                <span className="min-w-0 grow text-sm">
                  <span className="font-medium">{inSystem(c.text, system)}.</span>{' '}
                  {c.frees && c.gain === null && 'Gives a time where there is none now. '}
                  {c.frees && c.gain !== null && 'Clears a place that would not clear. '}
                  {c.gain !== null &&
                    Math.abs(c.gain) >= 0.5 &&
                    `${time(Math.abs(c.gain))} ${c.gain > 0 ? 'sooner' : 'later'} at the joint. `}
                  {c.gainLast !== null &&
                    Math.abs(c.gainLast) > Math.abs(c.gain ?? 0) + 5 &&
                    `Last place ${time(Math.abs(c.gainLast))} ${c.gainLast > 0 ? 'sooner' : 'later'}. `}
                  {c.gas !== null &&
                    Math.abs(c.gas) > 1e-4 &&
                    `${show(Math.abs(c.gas), 'volume', system)} ${c.gas > 0 ? 'less' : 'more'} gas.`}
                </span>
                <button
                  type="button"
                  className="btn min-h-12"
                  onClick={() => {
                    onChange(c.setup);
                    onPick(c.at);
                  }}
                  aria-label={`Do it: ${inSystem(c.text, system)}`}
                >
                  Do it
                </button>
              </li>
            ))}
          </ol>
        )}
      </div>
      {seen.flows && (
        <table className="w-full max-w-md text-sm">
          <caption className="text-left font-medium">What more flow buys here</caption>
          <thead>
            <tr className="border-b-2 border-base-content text-left">
              <th scope="col">Flow</th>
              <th scope="col">To the limit at the joint</th>
              <th scope="col">Gas</th>
            </tr>
          </thead>
          <tbody className="font-figure">
            {seen.flows.map((r) => (
              <tr key={r.flow} className="border-b border-base-300">
                <td>{show(r.flow, 'flow', system)}</td>
                <td>{r.time === null ? 'not reached' : time(r.time)}</td>
                <td>{r.gas === null ? '' : show(r.gas, 'volume', system)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {seen.flows && schools !== null && <p className="max-w-prose text-sm">{inSystem(schools, system)}</p>}
    </div>
  );
}
