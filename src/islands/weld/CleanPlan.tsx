/** The ladder of this weld: what to start with on each stretch, how to come down to the finish, and what is a guess of it. */
import { arcText, WHOLE, type Arc } from '../../../core/basics/seam';
import { show } from '../../../core/basics/units';
import { wordFor } from '../../../core/models/criteria';
import { manners, type Rise, type Step } from '../../../core/models/ladder';
import { cleanPlan } from '../../../core/work/clean';
import { cleanedStretches } from '../../../core/work/record';
import { rangeWords } from '../purge/PurgeScene';
import { useShop, useWeld } from './context';

const does: Record<Step['does'], string> = { takes: 'takes it off', blends: 'blends', finishes: 'last pass, by hand' };

type Place = { side: 'inside' | 'outside'; arc: Arc };
type Take = (tool: string, method: 'brush' | 'abrasive', place: Place) => void;

/** Does this tool stand in the form, for this place? */
type Taken = (tool: string, place: Place) => boolean;

const sameArc = (a: Arc, b: Arc): boolean => a.from === b.from && a.to === b.to;

/** Stretches of one side that go the same way stand together. */
function together(rises: readonly Rise[]): Rise[][] {
  const key = (r: Rise) => JSON.stringify([r.dirt.side, r.steps.map((s) => [s.tool.id, s.does, s.by, s.warm]), r.no, r.says]);
  const groups = new Map<string, Rise[]>();
  for (const r of rises) groups.set(key(r), [...(groups.get(key(r)) ?? []), r]);
  return [...groups.values()];
}

/** @param onTake puts a step of the plan into the form @param taken what stands in it */
export function CleanPlan({ onTake, taken }: { onTake: Take; taken: Taken }) {
  const { state, criterion } = useWeld();
  const { registers, system } = useShop();
  if (!state.look) return null;
  const rises = cleanPlan(state.look, state.design, criterion, registers, state.cleans.findLast((c) => c.wall)?.wall ?? null);
  if (rises.length === 0) return null;
  const guess = rises.some((r) => r.steps.some((s) => s.by === 'guess'));
  return (
    <section aria-label="Where to start" data-testid="ladder" className="mb-3 space-y-3 border-b border-base-300 pb-3">
      {together(rises).map((all) => (
        <RiseOf key={all.map((r) => `${r.dirt.side} ${r.dirt.arc.from}`).join()} all={all} onTake={onTake} taken={taken} />
      ))}
      {guess && <p className="text-sm">□ No trial strip speaks for what is marked a guess: try it on a piece, the finest first.</p>}
      <details className="text-sm">
        <summary className="min-h-11 cursor-pointer list-none py-2">Before the first disc ›</summary>
        <ul className="list-disc space-y-1 pl-5">
          {manners(state.design.seam.kind === 'round').map((m) => (
            <li key={m}>{m}</li>
          ))}
          {criterion.finish?.ra && (
            <li>The finish that is wanted: Ra {show(criterion.finish.ra, 'roughness', system)} at most, measured.</li>
          )}
        </ul>
      </details>
    </section>
  );
}

function RiseOf({ all, onTake, taken }: { all: readonly Rise[]; onTake: Take; taken: Taken }) {
  const { state, criterion } = useWeld();
  const { system } = useShop();
  const [first] = all;
  if (!first) return null;
  const { side } = first.dirt;
  const { steps, no, says, passed } = first;
  const stretch = ({ dirt: { arc, tint, strike } }: Rise) => {
    const colour = tint === null ? 'tint by number' : tint === 'bright' ? '' : wordFor(criterion, tint).toLowerCase();
    return `${arcText(arc, state.design.seam, system)}, ${[colour, strike && 'arc strike'].filter(Boolean).join(', ')}`;
  };
  // Several stretches that go the same way are taken together.
  const place = { side, arc: all.length === 1 ? first.dirt.arc : WHOLE };
  const clean = cleanedStretches(state).filter((c) => c.side === side);
  const done = ({ dirt: { arc } }: Rise) => clean.some((c) => sameArc(c.arc, arc));
  const sideName = side === 'inside' ? 'Inside' : 'Outside';
  return (
    <div data-side={side}>
      <p className="font-semibold">{sideName}</p>
      {all.map((r) => (
        <p key={r.dirt.arc.from} className="text-sm">
          {done(r) && <span className="text-success">✓ </span>}
          {stretch(r)}
          {done(r) && ': cleaned, none left'}
        </p>
      ))}
      {no.map((n) => (
        <p key={n} className="text-sm">
          <span className="text-error">■</span> {n}
        </p>
      ))}
      <ol className="mt-1 space-y-1">
        {steps.map((s, i) => (
          <li key={s.tool.id + s.does} className="flex items-center gap-2">
            <span className="w-5 font-figure text-lg">{i + 1}</span>
            <span className="min-w-0 grow leading-tight">
              <span className={i === 0 ? 'text-lg font-bold' : 'font-semibold'}>{s.tool.label}</span>
              {s.tool.grit !== null && `, grit ${s.tool.grit}`}
              <span className="block text-sm">
                {does[s.does]}
                {s.warm && ', warm'}
                {s.ra && `; Ra ${rangeWords(s.ra.low, s.ra.high, 'roughness', system)}`}
                {i === 0 && (s.by === 'guess' ? '; a guess' : `; by ${s.strip}`)}
              </span>
            </span>
            <button
              type="button"
              className="btn min-h-12"
              aria-label={`Take ${s.tool.label}, ${side}`}
              aria-pressed={taken(s.tool.id, place)}
              onClick={() =>
                onTake(s.tool.id, s.tool.kind === 'hand-brush' || s.tool.kind === 'powered-brush' ? 'brush' : 'abrasive', place)
              }
            >
              {taken(s.tool.id, place) ? '✓ Taken' : 'Take'}
            </button>
          </li>
        ))}
      </ol>
      {says.map((t) => (
        <p key={t} className="text-sm">
          □ {t}
        </p>
      ))}
      {passed.length > 0 && <p className="text-sm">Passed over: {passed.map((p) => `${p.tool.label} (${p.why})`).join(', ')}.</p>}
    </div>
  );
}
