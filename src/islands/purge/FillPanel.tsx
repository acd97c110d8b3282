/** The curves beside the drawing, what the clock school says, and what an opened dam costs. */
import { lazy, Suspense, useState } from 'react';
import { airLetIn, FULL_PURGE_AFTER, type Facing } from '../../../core/models/network';
import { plainBody, thumbWords } from '../../../core/models/purge';
import { type Setup } from '../../../core/models/setup';
import { bore } from '../../../core/basics/sizes';
import { clock, inSystem, parseQuantity, show, type System } from '../../../core/basics/units';
import { useWrong } from '../kit/wrong';
import type { Planner } from './usePlanner';

const FillChart = lazy(() => import('./FillChart'));

type Props = { planner: Planner; setup: Setup; system: System; limit: number; longest: number; now: number; mounted: boolean };

export function FillPanel({ planner, setup, system, limit, longest, now, mounted }: Props) {
  const { seen } = planner;
  const plan = seen.plan;
  if (!plan) return <p className="text-sm">No curves: see what is wrong above.</p>;
  const floor = plan.plan.figures.find((f) => f.label.startsWith('Floor'))?.value ?? null;
  return (
    <div className="space-y-2">
      {mounted ? (
        <Suspense fallback={<div className="h-52 bg-base-200" />}>
          <FillChart
            joint={plan.joint}
            vent={plan.vent}
            band={seen.band?.curves.joint ?? null}
            plug={plan.plug}
            supply={plan.supply}
            limit={limit}
            floor={floor}
            thumbs={plan.thumbs}
            longest={longest}
            now={now}
          />
        </Suspense>
      ) : (
        <div className="h-52 bg-base-200" />
      )}
      <p className="text-xs text-base-content/80">
        Grey: eight of ten runs at the joint. Thick: joint, without bypass and leak. Dashed: vent. Dotted: a fully mixed space.
      </p>
      <ol className="text-sm" aria-label="Rules of thumb beside the model">
        {plan.thumbs.map((t, i) => (
          <li key={t.rule} className="grid grid-cols-[4rem_1fr_auto] gap-2 border-b border-base-300 py-1">
            <span className="font-semibold">Rule {i + 1}</span>
            <span>
              {inSystem(t.rule, system)}. <span className="text-xs text-base-content/80">{inSystem(t.source, system)}.</span>
            </span>
            <span>
              <span className="font-figure">{clock(t.seconds)}</span>: model says {show(t.ppm, 'oxygen', system)} at the joint,{' '}
              {thumbWords(t)}
            </span>
          </li>
        ))}
      </ol>
      <Again planner={planner} setup={setup} system={system} />
    </div>
  );
}

type Again = 'full' | 'opened' | 'ground' | 'bottle';

/** Purging again: after a dam stood open, after grinding, after a changed bottle. */
function Again({ planner, setup, system }: { planner: Planner; setup: Setup; system: System }) {
  const [what, setWhat] = useState<Again>('full');
  const [seconds, setSeconds] = useState('10 s');
  const [facing, setFacing] = useState<Facing>('side');
  const volume = planner.seen.plan?.plan.figures.find((f) => f.label.startsWith('Volume'))?.value ?? 0;
  const joint = setup.parts.find((p) => p.id === setup.joint);
  const d = joint ? bore(joint.size) : 0.05;
  const open = parseQuantity(seconds, 'time', system);
  const from = (w: Again, s: number, f: Facing): number | undefined => {
    if (w === 'full' || w === 'ground') return undefined;
    // A changed bottle brings the air of the regulator and the hose: taken as half a litre.
    const share = w === 'bottle' ? Math.min(1, 5e-4 / Math.max(volume, 1e-6)) : airLetIn(setup.gas, volume, d, f, s);
    return Math.max(1, 209_500 * share);
  };
  useWrong('How long it stood open', what === 'opened' && !open.ok ? open.error : '');
  const say = (w: Again, s: number, f: Facing) => planner.setStart(from(w, s, f));
  const share = open.ok && what === 'opened' ? airLetIn(setup.gas, volume, d, facing, open.value) : null;
  const single = plainBody(setup, planner.spaces) !== null;
  return (
    <div className="flex flex-wrap items-end gap-2 border-t border-base-300 pt-2">
      <label className="block text-sm font-medium">
        Purging
        <select
          className="select min-h-12"
          aria-label="Purging from"
          value={what}
          onChange={(e) => {
            const w = e.target.value as Again;
            setWhat(w);
            say(w, open.ok ? open.value : 0, facing);
          }}
        >
          <option value="full">from air</option>
          <option value="opened">again, a dam stood open</option>
          <option value="ground">again, after grinding</option>
          <option value="bottle">again, the bottle was changed</option>
        </select>
      </label>
      {what === 'opened' && (
        <>
          <label className="block text-sm font-medium">
            It stood open
            <input
              className="input min-h-12 w-24 font-figure"
              value={seconds}
              onChange={(e) => {
                setSeconds(e.target.value);
                const p = parseQuantity(e.target.value, 'time', system);
                if (p.ok) say(what, p.value, facing);
              }}
            />
          </label>
          <label className="block text-sm font-medium">
            The opening faces
            <select
              className="select min-h-12"
              aria-label="The opening faces"
              value={facing}
              onChange={(e) => {
                setFacing(e.target.value as Facing);
                say(what, open.ok ? open.value : 0, e.target.value as Facing);
              }}
            >
              <option value="side">sideways</option>
              <option value="down">down</option>
              <option value="up">up</option>
            </select>
          </label>
        </>
      )}
      <p className="basis-full text-sm" role="status">
        {what === 'opened' &&
          (!open.ok
            ? open.error
            : `About ${Math.round((share ?? 0) * 100)} % of the space is air again.${open.value > FULL_PURGE_AFTER && facing === 'side' ? ' Take it as a full purge.' : ''}${single ? '' : ' Reckoned as one body: fittings are not counted here.'}`)}
        {what === 'ground' && 'Grinding lets air in all round: a full purge.'}
        {what === 'bottle' &&
          `A changed bottle sends a slug of air through the hose, taken as ${show(5e-4, 'volume', system)}: the purge goes back to filling.`}
      </p>
    </div>
  );
}
