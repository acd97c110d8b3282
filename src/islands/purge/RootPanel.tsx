/** Root push: the pressure inside against what the puddle carries, now and as the last of the gap is shut. */
import { useMemo, useState } from 'react';
import { atHour, sector } from '../../../core/models/drawing';
import { CLOSING_STEPS, closingOf, closingWords, marginWords, rootPush, schoolNames, type School } from '../../../core/models/closing';
import { withVentsOf, type Setup } from '../../../core/models/setup';
import { quantity } from '../../../core/basics/fields';
import { format, show, type System } from '../../../core/basics/units';
import { LiveField, LivePick } from '../kit/LiveField';

type Props = {
  setup: Setup;
  system: System;
  /** widest gap of the fit-up, m; null until it is known */
  gap: number | null;
  onChange: (s: Setup) => void;
};

const word = (push: number): string => (push > 1 ? 'concave' : push < -1 ? 'convex' : 'flat');

/** A draught that nobody notices, m/s. Judgement, no source. */
const STILL_BAY = 0.5;
const draught = quantity('wind', 'Draught in the bay', { most: { value: 30, says: 'No shop has such a wind. Check the unit.' } });

export default function RootPanel({ gap, ...props }: Props) {
  return gap === null ? (
    <p className="text-sm">No gap yet: record the fit-up, then see what the root carries.</p>
  ) : (
    <Push gap={gap} {...props} />
  );
}

function Push({ setup, system, gap, onChange }: Props & { gap: number }) {
  const [school, setSchool] = useState<School>('least');
  const [wind, setWind] = useState(STILL_BAY);
  const [step, setStep] = useState(0);
  const joint = setup.parts.find((p) => p.id === setup.joint);
  const c = useMemo(() => closingOf(setup, gap, school, wind), [setup, gap, school, wind]);
  if (!joint || !c) return <p className="text-sm">No vent, no flow or no joint: see what is wrong above.</p>;
  const q = (p: number) => show(p, 'pressure', system);
  const len = (m: number) => show(m, 'length', system);
  const at = c.steps[step] ?? c.steps[0];
  const last = c.steps.at(-1);
  if (!at || !last) return null;
  const inside = format(at.pascal, 'pressure', system);
  const warning = closingWords(c, system);
  const margin = marginWords(c);
  const root = { od: joint.size.od, wall: joint.size.wall, gap };
  const apply = () => c.ventWanted !== null && onChange(withVentsOf(setup, c.ventWanted));
  const highest = Math.max(...c.steps.map((s) => s.pascal), c.window.most) * 1.1;
  return (
    <div className="space-y-2">
      {warning && (
        <div role="alert" className="flex items-center gap-3 border-l-8 border-error bg-base-200 p-3">
          <p className="grow font-semibold">
            <span className="text-error">■ </span>
            {warning}
          </p>
          {c.ventWanted !== null && (
            <button type="button" className="btn min-h-12" onClick={apply}>
              Set the vent
            </button>
          )}
        </div>
      )}
      {margin && <p className="border-l-8 border-base-content bg-base-200 p-3">□ {margin}</p>}
      <div className="grid grid-cols-[11rem_1fr] gap-4">
        <svg
          viewBox="0 0 160 160"
          className="w-44"
          role="img"
          aria-label={`End view. ${Math.round((1 - at.open) * 100)} % of the gap is shut; ${q(at.pascal)} inside; at ${c.window.at} o'clock ${word(at.push)}.`}
        >
          <circle cx="80" cy="80" r="56" fill="none" strokeWidth="12" className="stroke-base-300" />
          {at.open < 1 && (
            <path d={sector(80, 80, 50, 62, 12, ((1 - at.open) * 12 + 12 - 1e-6) % 12 || 12)} className="fill-base-content" />
          )}
          {[12, 3, 6, 9].map((h) => {
            const p = atHour(80, 80, 72, h);
            return (
              <text key={h} x={p.x} y={p.y + 4} textAnchor="middle" fontSize="11" className="fill-base-content">
                {h}
              </text>
            );
          })}
          <text
            x="80"
            y="78"
            textAnchor="middle"
            fontSize="24"
            fontWeight="700"
            className={at.pascal > c.window.most ? 'fill-error' : 'fill-base-content'}
            fontFamily="B612"
          >
            {inside.number}
          </text>
          <text x="80" y="92" textAnchor="middle" fontSize="10" className="fill-base-content">
            {inside.unit}
          </text>
          <text x="80" y="108" textAnchor="middle" fontSize="11" className="fill-base-content">
            {Math.round((1 - at.open) * 100)} % shut
          </text>
        </svg>
        <div>
          <label className="block text-sm font-medium">
            The gap is shut step by step
            <input
              type="range"
              className="range w-full range-xs"
              min={0}
              max={CLOSING_STEPS.length - 1}
              value={step}
              aria-label="Share of the gap shut"
              aria-valuetext={`${Math.round((1 - at.open) * 100)} % shut, ${q(at.pascal)}`}
              onChange={(e) => setStep(Number(e.target.value))}
            />
          </label>
          <svg
            viewBox="0 0 320 96"
            className="w-full max-w-md"
            role="img"
            aria-label={`Pressure rises from ${q(c.steps[0]?.pascal ?? 0)} to ${q(last.pascal)}; the root carries ${q(c.window.most)}.`}
          >
            {c.steps.map((s, i) => {
              const h = Math.max(1, (78 * s.pascal) / highest);
              const x = 6 + i * 39;
              return (
                <rect
                  key={s.open}
                  x={x}
                  y={84 - h}
                  width="26"
                  height={h}
                  className={s.pascal > c.window.most ? 'fill-error' : i === step ? 'fill-base-content' : 'fill-base-content/50'}
                />
              );
            })}
            <line
              x1="0"
              x2="320"
              y1={84 - (78 * c.window.most) / highest}
              y2={84 - (78 * c.window.most) / highest}
              strokeDasharray="5 3"
              strokeWidth="1.5"
              className="stroke-base-content"
            />
            <text x="2" y={Math.max(9, 80 - (78 * c.window.most) / highest)} textAnchor="start" fontSize="9" className="fill-base-content">
              root carries {q(c.window.most)}
            </text>
            <line x1="0" x2="320" y1="84" y2="84" className="stroke-base-content" />
            {c.steps.map((s, i) => (
              <text key={s.open} x={19 + i * 39} y="94" textAnchor="middle" fontSize="8" className="fill-base-content">
                {Math.round((1 - s.open) * 100)} %
              </text>
            ))}
          </svg>
        </div>
      </div>
      <p className="text-sm" role="status">
        Shut: {q(last.pascal)} inside. Root push{' '}
        {[12, 3, 6].map((h) => `${rootPush(last.pascal, root, h).toFixed(1)} at ${h} o'clock`).join(', ')}: {word(last.push)} at{' '}
        {c.window.at}. Above 1 the root is concave by more than a tenth of what is molten, below -1 convex. At {c.window.at} it carries{' '}
        {q(c.window.range.low)} to {q(c.window.range.high)}; {q(c.window.least)} keeps air out; aim at {q(c.window.aim)}
        {c.ventWanted === null ? '' : `, which one vent of ${len(c.ventWanted)} holds at this flow`}.
      </p>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-3">
        <LivePick<School>
          label="Pressure inside"
          value={school}
          options={(['least', 'shape'] as const).map((s) => ({ value: s, label: schoolNames[s] }))}
          onValue={setSchool}
        />
        <LiveField of={draught} value={wind} system={system} onValue={setWind} />
        <p className="self-end text-xs text-base-content/80">
          Gap {len(Math.max(gap, 1e-4))} from the fit-up. Model estimate, unproved: a film of liquid steel, derived; limits of a tenth of
          what is molten from memory of hygienic practice.
        </p>
      </div>
      <p className="caution bg-base-200 p-3 pl-6 text-sm">
        Never shut the vent: a blocked vent turns a bung into a shot. Stay out of its line.
      </p>
    </div>
  );
}
