/** The curves beside the drawing, what the clock school says, and what an opened dam costs. */
import { lazy, Suspense, useState } from 'react';
import { AIR_OXYGEN_PPM } from '../../../core/basics/gases';
import { quantity } from '../../../core/basics/fields';
import { airLetIn, BOTTLE_SLUG, FULL_PURGE_AFTER, slugShare, type Facing } from '../../../core/models/network';
import { plainBody, thumbWords } from '../../../core/models/purge';
import { type Setup } from '../../../core/models/setup';
import { bore } from '../../../core/basics/sizes';
import { clock, inSystem, show, type System } from '../../../core/basics/units';
import { LiveField, LivePick } from '../kit/LiveField';
import type { Planner } from './usePlanner';

const FillChart = lazy(() => import('./FillChart'));

type Props = { planner: Planner; setup: Setup; system: System; limit: number; longest: number; now: number };

export default function FillPanel({ planner, setup, system, limit, longest, now }: Props) {
  const { seen } = planner;
  const plan = seen.plan;
  if (!plan) return <p className="text-sm">No curves: see what is wrong above.</p>;
  const floor = plan.plan.figures.find((f) => f.label.startsWith('Floor'))?.value ?? null;
  return (
    <div className="space-y-2">
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
const againNames: readonly { value: Again; label: string }[] = [
  { value: 'full', label: 'from air' },
  { value: 'opened', label: 'again, a dam stood open' },
  { value: 'ground', label: 'again, after grinding' },
  { value: 'bottle', label: 'again, the bottle was changed' },
];
const facings: readonly { value: Facing; label: string }[] = [
  { value: 'side', label: 'sideways' },
  { value: 'down', label: 'down' },
  { value: 'up', label: 'up' },
];
const stoodOpen = quantity('time', 'It stood open', { most: 86_400 });

/** Purging again: after a dam stood open, after grinding, after a changed bottle. */
function Again({ planner, setup, system }: { planner: Planner; setup: Setup; system: System }) {
  const [what, setWhat] = useState<Again>('full');
  const [seconds, setSeconds] = useState(10);
  const [facing, setFacing] = useState<Facing>('side');
  const volume = planner.seen.plan?.plan.figures.find((f) => f.label.startsWith('Volume'))?.value ?? null;
  const joint = setup.parts.find((p) => p.id === setup.joint);
  if (!joint || volume === null) return null;
  /** what is air again; all of it where the purge begins anew */
  const air = (w: Again, s: number, f: Facing): number | null =>
    w === 'bottle' ? slugShare(volume) : w === 'opened' ? airLetIn(setup.gas, volume, bore(joint.size), f, s) : null;
  const begin = (w: Again, s: number, f: Facing) => {
    const share = air(w, s, f);
    setWhat(w);
    setSeconds(s);
    setFacing(f);
    planner.setStart(share === null ? undefined : Math.max(1, AIR_OXYGEN_PPM * share));
  };
  const share = air(what, seconds, facing);
  const single = plainBody(setup, planner.spaces) !== null;
  return (
    <div className="flex flex-wrap items-end gap-2 border-t border-base-300 pt-2">
      <LivePick label="Purging from" value={what} options={againNames} onValue={(w) => begin(w, seconds, facing)} />
      {what === 'opened' && (
        <>
          <LiveField of={stoodOpen} value={seconds} system={system} onValue={(s) => begin(what, s, facing)} className="w-36" />
          <LivePick label="The opening faces" value={facing} options={facings} onValue={(f) => begin(what, seconds, f)} />
        </>
      )}
      <p className="basis-full text-sm" role="status">
        {what === 'opened' &&
          `About ${Math.round((share ?? 0) * 100)} % of the space is air again.${seconds > FULL_PURGE_AFTER && facing === 'side' ? ' Take it as a full purge.' : ''}${single ? '' : ' Reckoned as one body: fittings are not counted here.'}`}
        {what === 'ground' && 'Grinding lets air in all round: a full purge.'}
        {what === 'bottle' &&
          `A changed bottle sends a slug of air through the hose, taken as ${show(BOTTLE_SLUG, 'volume', system)}: the purge goes back to filling.`}
      </p>
    </div>
  );
}
