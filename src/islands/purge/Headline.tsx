/** What a welder reads first of a plan, and the moment the drawing shows. */
import { clockGate, type Plan } from '../../../core/models/purge';
import type { Setup } from '../../../core/models/setup';
import { clock, inSystem, show, timed } from '../../../core/basics/units';

/** The two times that matter, readable from two metres. */
export function Headline({
  plan,
  cost,
  computing,
  limit,
  system,
  again,
  setup,
  unread,
}: {
  plan: Plan | null;
  setup: Setup;
  cost: string;
  computing: string | null;
  limit: number;
  system: 'inch' | 'metric';
  again: boolean;
  /** fields that cannot be read: the plan is of what stood there before */
  unread: readonly string[];
}) {
  if (!plan)
    return (
      <p className="border-2 border-base-content p-3 text-lg font-semibold" data-testid="headline">
        {computing ? 'Computing.' : 'No plan yet.'}
      </p>
    );
  const [joint] = plan.figures;
  const byClock = clockGate(setup, plan);
  // Both ends missing: not computed yet, or reached by so few that neither end is a time.
  const settled = computing !== 'plan' && computing !== 'band';
  const span = (t: Plan['joint']): string => {
    if (t.value === null) return 'no time';
    if (t.low === null) return settled ? 'hardly ever gets there' : clock(t.value);
    return t.high === null ? `${clock(t.low)} or more` : `${clock(t.low)} to ${clock(t.high)}`;
  };
  const cell = (label: string, t: Plan['joint'], big: boolean, testid: string) => (
    <div>
      <p className="text-sm">{label}</p>
      <p className={`font-figure font-bold ${big ? 'text-3xl' : 'text-xl'}`} data-testid={testid}>
        {span(t)} <span className="text-base font-normal">{t.value === null || (t.low === null && settled) ? '' : 'min'}</span>
      </p>
    </div>
  );
  return (
    <div
      className={`border-2 p-3 ${unread.length ? 'border-error' : 'border-base-content'}`}
      data-testid="headline"
      data-computing={computing ?? 'done'}
    >
      {unread.length > 0 && (
        <p className="font-semibold text-error" role="alert">
          ■ Not the answer to what is typed: {unread.join(', ')} cannot be read. These are the times of what stood there before.
        </p>
      )}
      <div className={`flex flex-wrap items-end gap-x-8 gap-y-1 ${unread.length ? 'opacity-50' : ''}`}>
        {cell(`To ${show(limit, 'oxygen', system)} at the joint${again ? ', purging again' : ''}`, plan.joint, true, 'time-joint')}
        {cell('at the vent measured', plan.vent, false, 'time-vent')}
        {computing && (
          <p className="text-sm text-base-content/80">
            computing the {computing === 'plan' ? 'plan' : computing === 'band' ? 'band' : 'changes'}
          </p>
        )}
      </div>
      {settled && plan.joint.value !== null && (
        <p className="text-sm font-medium" data-testid="by-clock">
          By the clock{byClock.seconds === null ? '' : ` ${timed(byClock.seconds)}`}: {inSystem(byClock.why, system)}
        </p>
      )}
      {cost && <p className="text-sm">{cost}</p>}
      {joint?.caution && <p className="mt-1 text-sm font-medium">□ {inSystem(joint.caution, system)}</p>}
    </div>
  );
}

/** Where in time the drawing stands. */
export function Scrub({
  at,
  longest,
  limit,
  shown,
  onAt,
}: {
  at: number;
  longest: number;
  limit: number;
  shown: boolean;
  onAt: (s: number) => void;
}) {
  return (
    <div className={`flex items-center gap-3 text-sm ${shown ? '' : 'invisible'}`}>
      <label className="flex grow items-center gap-3">
        <span className="w-24 shrink-0">
          gas on <span className="font-figure">{clock(at)}</span>
        </span>
        <input
          type="range"
          className="range grow range-xs"
          min={0}
          max={Math.max(1, Math.round(longest))}
          step={0.5}
          value={Math.min(at, longest)}
          aria-label="Moment shown"
          aria-valuetext={clock(at)}
          onChange={(e) => onAt(Number(e.target.value))}
        />
      </label>
      <span className="flex items-center gap-1 text-xs">
        air
        <span className="oxygen-scale h-4 w-20 border border-base-content" />
        {limit} ppm
      </span>
    </div>
  );
}
