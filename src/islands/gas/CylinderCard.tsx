/** A cylinder or liquid vessel: what is left, how long it lasts, and the next look at its gauge. */
import { useState } from 'react';
import { gasNames, left, leftNow, LEAST } from '../../../core/basics/gases';
import type { CheckOf, ItemOf } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import type { BoardCylinder } from '../../../core/work/run';
import { newId } from '../post';
import { ago, Card, NOT_KEPT, readMeasured, TakeBack, TypedQuantity, useCheck, type OnCheck } from './check';

export function CylinderCard({
  item,
  checks,
  time,
  supply,
  system,
  onCheck,
  onBack,
}: {
  item: ItemOf<'cylinder'>;
  checks: CheckOf<'cylinder'>[];
  time: number;
  /** what has drawn from it; none when it is new */
  supply: BoardCylinder | undefined;
  system: System;
  onCheck: OnCheck;
  onBack: (id: string) => void;
}) {
  const c = item.body;
  const last = checks.at(-1);
  const at = Math.max(time, last?.when ?? 0);
  const [pressure, setPressure] = useState('');
  const [temperature, setTemperature] = useState(system === 'inch' ? '68 °F' : '20 °C');
  const [changed, setChanged] = useState(false);
  const { wrong, send, view } = useCheck(onCheck);
  const liquid = c.form === 'liquid';
  const full = left(c, { pascal: c.rated, celsius: 15, level: 1, changed: false }) ?? 0;
  // Since the last look purges went on drawing, and liquid went on boiling.
  const changedSince = supply?.changed === true && last !== undefined && supply.look?.at === last.when;
  const is = last ? leftNow(c, { reading: last.body, at: last.when }, supply?.draws ?? [], at, changedSince) : null;
  const now = is?.left ?? null;
  const lasts = is?.dryIn ?? null;
  const low = now !== null && full > 0 && now < 0.15 * full;
  const gauge = liquid
    ? ({ quantity: 'fraction', system, bare: '%', range: { least: 0, most: 1, say: 'The level is a share: from 0 to 100 %.' } } as const)
    : ({ quantity: 'gauge', system } as const);
  const warmth = {
    quantity: 'temperature',
    system,
    range: { least: -40, most: 65, say: 'No cylinder stands so warm or cold. Check the unit.' },
  } as const;
  const save = async () => {
    const t = readMeasured({ value: temperature, ...warmth });
    const p = readMeasured({ value: pressure, ...gauge });
    if (!p.ok || !t.ok) return wrong(NOT_KEPT);
    if (
      await send({
        id: newId(),
        item: item.id,
        kind: 'cylinder',
        body: { pascal: liquid ? 0 : p.value, celsius: t.value, level: liquid ? p.value : null, changed },
      })
    ) {
      setPressure('');
      setChanged(false);
    }
  };
  return (
    <Card
      label={item.label}
      about={`${gasNames[c.gas]}${c.station ? `, ${c.station}` : ''}`}
      glance={<span className="font-figure text-2xl font-bold">{now === null ? '–' : show(now, 'volume', system)}</span>}
      bad={low}
    >
      <svg
        viewBox="0 0 100 4"
        preserveAspectRatio="none"
        className="my-1 h-3 w-full border border-base-content"
        role="img"
        aria-label={now === null ? 'content not known' : `${Math.round((100 * now) / (full || 1))} % left`}
      >
        <rect
          width={now === null ? 0 : Math.min(100, (100 * now) / (full || 1))}
          height="4"
          className={low ? 'fill-error' : 'fill-base-content'}
        />
      </svg>
      <p className="text-sm">
        {now === null
          ? 'Never read. Read the gauge.'
          : `${low ? 'Nearly empty: change it between two welds. ' : ''}${last ? `Read ${ago(at - last.when)}${liquid ? '' : `, ${show(last.body.pascal, 'gauge', system)}`}.` : ''} ${lasts === null ? 'Nothing draws from it now.' : `At what is drawn now it lasts ${show(lasts, 'time', system)}.`}`}
        {!liquid && ` Usable down to ${show(LEAST, 'gauge', system)}.`}
      </p>
      <div className="mt-1 grid grid-cols-2 items-start gap-2 md:grid-cols-4">
        <TypedQuantity
          {...gauge}
          label={liquid ? 'Level' : 'Gauge reads'}
          value={pressure}
          onValue={setPressure}
          hint={liquid ? '60 %' : system === 'inch' ? '2200 psi' : '150 bar'}
        />
        <TypedQuantity {...warmth} label="Temperature" value={temperature} onValue={setTemperature} />
        <label className="mt-5 flex min-h-12 items-center gap-2 text-sm">
          <input type="checkbox" className="checkbox" checked={changed} onChange={(e) => setChanged(e.target.checked)} />
          changed for another
        </label>
        <button type="button" className="btn mt-5 min-h-12" onClick={() => void save()}>
          Keep the reading
        </button>
      </div>
      {view}
      {last && <TakeBack key={last.id} id={last.id} what="The last reading" onBack={onBack} />}
    </Card>
  );
}
