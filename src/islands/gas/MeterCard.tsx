/** A flow meter: what its checks say, its trend, the set point, and what gas, pressure and altitude do to it. */
import { useState } from 'react';
import { gasNames, meterFactor, meterNames, meterState, readsOff, setPoint, type Gas } from '../../../core/basics/gases';
import type { CheckOf, ItemOf } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import { LivePick } from '../kit/LiveField';
import { newId } from '../post';
import { Card, NOT_KEPT, readMeasured, TakeBack, TypedQuantity, useCheck, type OnCheck } from './check';

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
  const [reading, setReading] = useState('');
  const [check, setCheck] = useState('');
  const [by, setBy] = useState('');
  const [at, setAt] = useState<'hose end' | 'torch'>('hose end');
  const [wanted, setWanted] = useState(system === 'inch' ? '17 CFH' : '8 L/min');
  const [gas, setGas] = useState<Gas>('argon');
  const [pressure, setPressure] = useState(system === 'inch' ? '0 psi' : '0 bar');
  const [air, setAir] = useState(system === 'inch' ? '14.7 psi' : '101 kPa');
  const { wrong, send, view } = useCheck(onCheck);
  const m = item.body;
  /** a purge flow as most use it */
  const usual = system === 'inch' ? (17 * 0.3048 ** 3) / 3600 : 8e-3 / 60;
  const flow = {
    quantity: 'flow',
    system,
    range: { least: 1e-9, most: 5e-3, say: `Above zero, and no more than ${show(5e-3, 'flow', system)}.` },
  } as const;
  const w = readMeasured({ value: wanted, ...flow });
  const over = { quantity: 'gauge', system, range: { least: 0, most: 5e7, say: 'No gauge shows so much. Check the unit.' } } as const;
  const airs = {
    quantity: 'gauge',
    system,
    bare: system === 'inch' ? 'psi' : 'kPa',
    range: {
      least: 4e4,
      most: 1.1e5,
      say: `Air is between ${system === 'inch' ? '5.8 and 16 psi' : '40 and 110 kPa'} on this earth. Check the unit.`,
    },
  } as const;
  const [back, ambient] = [readMeasured({ value: pressure, ...over }), readMeasured({ value: air, ...airs })];
  const factor = back.ok && ambient.ok && ambient.value > 0 ? meterFactor(m, gas, ambient.value + back.value) : null;
  const save = async () => {
    const [r, c] = [readMeasured({ value: reading, ...flow }), readMeasured({ value: check, ...flow })];
    if (!r.ok || !c.ok) return wrong(NOT_KEPT);
    if (
      await send({
        id: newId(),
        item: item.id,
        kind: 'meter',
        body: { reading: r.value, checkReading: c.value, checkMeter: by || null, at },
      })
    ) {
      setReading('');
      setCheck('');
    }
  };
  const points = checks.slice(-8).map((c) => c.body.checkReading / c.body.reading);
  const wrongState = state.state !== 'good';
  return (
    <Card
      label={item.label}
      about={`${meterNames[m.meterKind]}${m.station ? `, ${m.station}` : ''}`}
      glance={
        state.state === 'good'
          ? '✓ good'
          : state.state === 'off' || (state.state === 'drifting' && Math.abs(state.factor - 1) > 0.1)
            ? `${readsOff(state.factor).toLowerCase()}; set ${show(setPoint(usual, state.factor), 'flow', system)} for ${show(usual, 'flow', system)}`
            : state.state
      }
      bad={wrongState}
    >
      <div className="flex items-center gap-4">
        <p className="grow text-sm">{state.text}</p>
        {points.length > 1 && <Trend points={points} />}
      </div>
      <div className="mt-1 grid grid-cols-2 items-start gap-2 md:grid-cols-4">
        <TypedQuantity {...flow} label="Meter reads" value={reading} onValue={setReading} />
        <TypedQuantity {...flow} label="Check meter reads" value={check} onValue={setCheck} />
        <LivePick
          label="Check meter"
          value={by}
          options={[
            { value: '', label: 'not registered' },
            ...meters.filter((x) => x.id !== item.id).map((x) => ({ value: x.id, label: x.label })),
          ]}
          onValue={setBy}
        />
        <button type="button" className="btn mt-5 min-h-12" onClick={() => void save()}>
          Keep the check
        </button>
      </div>
      {view}
      {checks.length > 0 && <TakeBack key={checks.at(-1)?.id} id={checks.at(-1)?.id ?? ''} what="The last check" onBack={onBack} />}
      <details className="mt-1 text-sm">
        <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Set point and corrections ›</summary>
        <div className="grid grid-cols-2 items-start gap-2 md:grid-cols-4">
          <TypedQuantity {...flow} label="Wanted" value={wanted} onValue={setWanted} />
          <LivePick
            label="Gas in it"
            value={gas}
            options={(['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2'] as const).map((g) => ({ value: g, label: gasNames[g] }))}
            onValue={setGas}
          />
          <TypedQuantity
            {...over}
            label={m.meterKind === 'orifice' ? 'Pressure before it' : 'Back pressure in the tube'}
            value={pressure}
            onValue={setPressure}
          />
          <TypedQuantity {...airs} label="Air pressure here" value={air} onValue={setAir} />
          <LivePick
            label="Checked at"
            value={at}
            options={[
              { value: 'hose end', label: 'hose end' },
              { value: 'torch', label: 'torch' },
            ]}
            onValue={setAt}
          />
        </div>
        <p className="py-2" role="status">
          {w.ok
            ? `By its last check set ${show(setPoint(w.value, state.factor), 'flow', system)} for ${show(w.value, 'flow', system)} true.`
            : w.error}{' '}
          {factor === null && 'By formula: no answer while a field above cannot be read. '}
          {factor !== null &&
            `By formula its scale is true times ${factor.toFixed(2)} for this gas and pressure${w.ok ? `: set ${show(setPoint(w.value, factor), 'flow', system)}` : ''}.`}
          {m.meterKind === 'electronic' && ' An electronic meter corrects pressure by itself: set the gas on it.'} Source: square root of
          density and pressure, any flow-measurement text.
          {m.meterKind === 'float' && ' Read a float tube only when it stands plumb.'}
        </p>
      </details>
    </Card>
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
