/** A flow meter: what its checks say, its trend, the set point, and what gas, pressure and altitude do to it. */
import { useCallback, useState } from 'react';
import { gasNames, meterFactor, meterNames, meterState, meterVerdict, setPoint, type Gas, type Meter } from '../../../core/basics/gases';
import { meterCheckForm, setPointForm, usualPurge, type CheckOf, type ItemOf } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import { LiveField, LivePick } from '../kit/LiveField';
import { WrongFields } from '../kit/wrong';
import { newId } from '../post';
import { Card, CheckForm, TakeBack, type OnCheck } from './check';

export function MeterCard({
  item,
  meters,
  checks,
  now,
  system,
  onCheck,
  onBack,
}: {
  item: ItemOf<'meter'>;
  meters: ItemOf<'meter'>[];
  checks: CheckOf<'meter'>[];
  now: number;
  system: System;
  onCheck: OnCheck;
  onBack: (id: string) => void;
}) {
  const state = meterState(
    checks.map((c) => ({ ...c.body, when: c.when })),
    Math.max(now, checks.at(-1)?.when ?? 0),
  );
  const m = item.body;
  const usual = usualPurge(system);
  const points = checks.slice(-8).map((c) => c.body.checkReading / c.body.reading);
  return (
    <Card
      id={item.id}
      label={item.label}
      about={`${m.station ? `${m.station}, ` : ''}${meterNames[m.meterKind]}`}
      glance={meterVerdict(state, usual, system)}
      bad={state.state !== 'good'}
    >
      {(state.state === 'drifting' || state.state === 'unchecked') && (
        <div className="flex items-center gap-4">
          <p className="grow text-sm">{state.text}</p>
          {points.length > 1 && <Trend points={points} />}
        </div>
      )}
      <CheckForm
        ask="Check it"
        caution="Torch output off, or the gas-test button, before a check meter goes over the torch."
        of={meterCheckForm(meters.filter((x) => x.id !== item.id))}
        known={{ at: 'hose end' }}
        system={system}
        label="Keep the check"
        check={({ by, ...v }) => ({ id: newId(), item: item.id, kind: 'meter', body: { ...v, checkMeter: by?.id ?? null } })}
        onCheck={onCheck}
      >
        {checks.length > 0 && (
          <TakeBack key={checks.at(-1)?.id} id={checks.at(-1)?.id ?? ''} what="the last check" system={system} onBack={onBack} />
        )}
      </CheckForm>
      <SetPoint meter={m} factor={state.factor} usual={usual} system={system} />
    </Card>
  );
}

const priced = Object.entries(gasNames) as [Gas, string][];
const SEA_LEVEL = 101_325;

/** What to set for a wanted flow: by its last check, and by formula for gas and pressures. */
function SetPoint({ meter: m, factor: checked, usual, system }: { meter: Meter; factor: number; usual: number; system: System }) {
  const fields = setPointForm(m.meterKind === 'orifice', system);
  const [v, set] = useState({ wanted: usual, pressure: 0, air: SEA_LEVEL });
  const [gas, setGas] = useState<Gas>('argon');
  const [wrong, setWrong] = useState<readonly string[]>([]);
  const tell = useCallback(
    (id: string, label: string | null) => setWrong((all) => (label === null ? all.filter((x) => x !== id) : [...new Set([...all, id])])),
    [],
  );
  const factor = meterFactor(m, gas, v.air + v.pressure);
  const flow = (x: number) => show(x, 'flow', system);
  const part = (name: keyof typeof v) => (
    <LiveField of={fields[name]} value={v[name]} system={system} onValue={(x) => set((all) => ({ ...all, [name]: x }))} />
  );
  return (
    <details className="mt-1 text-sm">
      <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Another flow, gas or pressure ›</summary>
      <WrongFields value={tell}>
        <div className="grid grid-cols-2 items-start gap-2 md:grid-cols-4">
          {part('wanted')}
          <LivePick label="Gas in it" value={gas} options={priced.map(([value, label]) => ({ value, label }))} onValue={setGas} />
          {part('pressure')}
          {part('air')}
        </div>
      </WrongFields>
      <p className="py-2" role="status">
        {wrong.length > 0
          ? 'By formula: no answer while a field above cannot be read. '
          : `By its last check set ${flow(setPoint(v.wanted, checked))} for ${flow(v.wanted)} true. By formula its scale is true times ${factor.toFixed(2)} for this gas and pressure: set ${flow(setPoint(v.wanted, factor))}.`}
        {m.meterKind === 'electronic' && ' An electronic meter corrects pressure by itself: set the gas on it.'} Source: square root of
        density and pressure, any flow-measurement text.
        {m.meterKind === 'float' && ' Read a float tube only when it stands plumb.'}
      </p>
    </details>
  );
}

/** True over read by the last checks. */
function Trend({ points }: { points: number[] }) {
  const x = (i: number) => 4 + (92 * i) / (points.length - 1);
  const y = (f: number) => 15 - Math.max(-12, Math.min(12, (f - 1) * 60));
  return (
    <svg
      viewBox="0 0 100 30"
      className="h-8 w-28 shrink-0"
      role="img"
      aria-label={`True over read by the last checks: ${points.map((p) => p.toFixed(2)).join(', ')}`}
    >
      <line x1="0" x2="100" y1="15" y2="15" className="stroke-base-300" strokeWidth="1" />
      <polyline points={points.map((p, i) => `${x(i)},${y(p)}`).join(' ')} fill="none" className="stroke-base-content" strokeWidth="1.5" />
      {points.map((p, i) => (
        <circle key={i} cx={x(i)} cy={y(p)} r="2" className="fill-base-content" />
      ))}
    </svg>
  );
}
