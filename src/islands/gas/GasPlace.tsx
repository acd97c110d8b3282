/** The gas side of the shop: what is left and how long it lasts, meters and monitors and their checks, prices, what is let out. */
import { useMemo, useState } from 'react';
import { gasNames, left, LEAST, meterFactor, meterNames, meterState, setPoint, type Gas } from '../../../core/gases';
import {
  cellFools,
  cellSchema,
  checksOf,
  itemsOf,
  pricesSchema,
  SHIFT,
  type Check,
  type CheckOf,
  type ItemOf,
  type NewCheck,
  type Prices,
  type RegisterItem,
} from '../../../core/registers';
import { parseQuantity, show, type System } from '../../../core/units';
import { checkMonitor } from '../../../core/devices';
import { LivePick } from '../kit/LiveField';
import { RefusalNote } from '../kit/notes';
import { useNow } from '../kit/useNow';
import { newId, request, type Refusal } from '../post';

export type MonitorCard = {
  id: string;
  name: string;
  place: string;
  cell: 'zirconia' | 'electrochemical' | 'optical';
  sampleFlow: number;
  calibratedOn: string | null;
  revoked: boolean;
};
export type Running = { id: string; numbers: string[]; flow: number; gas: Gas; cylinder: string | null; bay: string };

type Props = {
  registers: RegisterItem[];
  checks: Check[];
  monitors: MonitorCard[];
  prices: Prices | null;
  running: Running[];
  system: System;
  now: number;
};

export default function GasPlace({ registers, checks: first, monitors, prices, running, system, now: made }: Props) {
  const now = useNow(made);
  const [checks, setChecks] = useState(first);
  /** Sends a check; what is refused stays in its field. */
  const take = async (check: NewCheck): Promise<{ refusal: Refusal | null; note: string }> => {
    const sent = await request<{ note: string; when: number }>('POST', '/api/checks', check);
    if (!sent.ok) return { refusal: sent.refusal, note: '' };
    setChecks([...checks, { ...check, when: sent.value.when, by: null }]);
    return { refusal: null, note: sent.value.note };
  };
  const cylinders = itemsOf(registers, 'cylinder');
  const meters = itemsOf(registers, 'meter');
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-2">
      <section aria-labelledby="cylinders">
        <h2 id="cylinders" className="border-b-2 border-base-content text-lg font-semibold">
          Cylinders
        </h2>
        {cylinders.length === 0 && <Nothing what="cylinder" />}
        {cylinders.map((c) => (
          <CylinderCard
            key={c.id}
            item={c}
            checks={checksOf(checks, 'cylinder', c.id)}
            time={now}
            drawn={running.filter((r) => r.cylinder === c.id).reduce((s, r) => s + r.flow, 0)}
            system={system}
            onCheck={take}
          />
        ))}
        <Released running={running} system={system} />
        <PriceForm prices={prices} />
      </section>
      <section aria-labelledby="meters">
        <h2 id="meters" className="border-b-2 border-base-content text-lg font-semibold">
          Flow meters
        </h2>
        {meters.length === 0 && <Nothing what="flow meter" />}
        {meters.map((m) => (
          <MeterCard
            key={m.id}
            item={m}
            meters={meters}
            checks={checksOf(checks, 'meter', m.id)}
            now={now}
            system={system}
            onCheck={take}
          />
        ))}
        <h2 className="mt-6 border-b-2 border-base-content text-lg font-semibold">Oxygen monitors</h2>
        {monitors.map((m) => (
          <MonitorCardView key={m.id} card={m} checks={checksOf(checks, 'monitor', m.id)} now={now} system={system} onCheck={take} />
        ))}
      </section>
    </div>
  );
}

type OnCheck = (check: NewCheck) => Promise<{ refusal: Refusal | null; note: string }>;

const Nothing = ({ what }: { what: string }) => (
  <p className="py-3 text-sm">
    No {what} yet. Enter it under{' '}
    <a className="link" href="/registers">
      Lots and tools
    </a>
    .
  </p>
);

/** One typed quantity of a small form; wrong text is said when it is sent. */
function Typed({ label, value, onValue, hint }: { label: string; value: string; onValue: (v: string) => void; hint?: string }) {
  return (
    <label className="block text-sm font-medium">
      {label}
      <input className="input min-h-12 w-full font-figure" value={value} placeholder={hint} onChange={(e) => onValue(e.target.value)} />
    </label>
  );
}

function useCheck(onCheck: OnCheck) {
  const [said, setSaid] = useState<{ refusal: Refusal | null; note: string }>({ refusal: null, note: '' });
  const wrong = (error: string) => setSaid({ refusal: { error, reasons: [], status: 422 }, note: '' });
  const send = async (check: NewCheck): Promise<boolean> => {
    const answer = await onCheck(check);
    setSaid(answer);
    return answer.refusal === null;
  };
  const view = (
    <>
      <RefusalNote refusal={said.refusal} />
      {said.note && (
        <p role="status" className="text-sm font-medium">
          □ {said.note}
        </p>
      )}
    </>
  );
  return { wrong, send, view };
}

const ago = (ms: number): string =>
  ms < 3_600_000
    ? `${Math.max(0, Math.round(ms / 60_000))} min ago`
    : ms < 2 * 86_400_000
      ? `${Math.round(ms / 3_600_000)} h ago`
      : `${Math.round(ms / 86_400_000)} days ago`;

function CylinderCard({
  item,
  checks,
  time,
  drawn,
  system,
  onCheck,
}: {
  item: ItemOf<'cylinder'>;
  checks: CheckOf<'cylinder'>[];
  time: number;
  drawn: number;
  system: System;
  onCheck: OnCheck;
}) {
  const c = item.body;
  const last = checks.at(-1);
  const at = Math.max(time, last?.when ?? 0);
  const [pressure, setPressure] = useState('');
  const [temperature, setTemperature] = useState(system === 'inch' ? '68 °F' : '20 °C');
  const [changed, setChanged] = useState(false);
  const { wrong, send, view } = useCheck(onCheck);
  const liquid = c.form === 'liquid';
  const have = left(c, last?.body ?? null);
  const full = left(c, { pascal: c.rated, celsius: 15, level: 1, changed: false }) ?? 0;
  // Since the last look the running purges went on drawing.
  const now = have === null || !last ? have : Math.max(0, have - drawn * Math.max(0, (at - last.when) / 1000));
  const lasts = now !== null && drawn > 0 ? now / drawn : null;
  const low = now !== null && full > 0 && now < 0.15 * full;
  const save = async () => {
    const t = parseQuantity(temperature, 'temperature', system);
    const p = parseQuantity(pressure, liquid ? 'fraction' : 'gauge', system);
    if (!p.ok) return wrong(p.error);
    if (!t.ok) return wrong(t.error);
    if (liquid && p.value > 1) return wrong('The level is a share: type 60 %.');
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
    <article className="border-b border-base-300 py-3" aria-label={item.label}>
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-semibold">
          {item.label}{' '}
          <span className="text-sm font-normal">
            {gasNames[c.gas]}
            {c.station ? `, ${c.station}` : ''}
          </span>
        </h3>
        <p className={`font-figure text-2xl font-bold ${low ? 'text-error' : ''}`}>
          {low && '■ '}
          {now === null ? '–' : show(now, 'volume', system)}
        </p>
      </div>
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
      <div className="mt-1 grid grid-cols-2 items-end gap-2 md:grid-cols-4">
        <Typed
          label={liquid ? 'Level' : 'Gauge reads'}
          value={pressure}
          onValue={setPressure}
          hint={liquid ? '60 %' : system === 'inch' ? '2200 psi' : '150 bar'}
        />
        <Typed label="Temperature" value={temperature} onValue={setTemperature} />
        <label className="flex min-h-12 items-center gap-2 text-sm">
          <input type="checkbox" className="checkbox" checked={changed} onChange={(e) => setChanged(e.target.checked)} />
          changed for another
        </label>
        <button type="button" className="btn min-h-12" onClick={() => void save()}>
          Keep the reading
        </button>
      </div>
      {view}
    </article>
  );
}

function MeterCard({
  item,
  meters,
  checks,
  now,
  system,
  onCheck,
}: {
  item: ItemOf<'meter'>;
  meters: ItemOf<'meter'>[];
  checks: CheckOf<'meter'>[];
  now: number;
  system: System;
  onCheck: OnCheck;
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
  const [pressure, setPressure] = useState('0 bar');
  const [air, setAir] = useState('101 kPa');
  const { wrong, send, view } = useCheck(onCheck);
  const m = item.body;
  const w = parseQuantity(wanted, 'flow', system);
  const [back, ambient] = [parseQuantity(pressure, 'gauge', system), parseQuantity(air, 'gauge', 'metric')];
  const factor = back.ok && ambient.ok && ambient.value > 0 ? meterFactor(m, gas, ambient.value + back.value) : null;
  const save = async () => {
    const [r, c] = [parseQuantity(reading, 'flow', system), parseQuantity(check, 'flow', system)];
    if (!r.ok) return wrong(r.error);
    if (!c.ok) return wrong(c.error);
    if (r.value <= 0 || c.value <= 0) return wrong('Both readings must be above zero.');
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
    <article className="border-b border-base-300 py-3" aria-label={item.label}>
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-semibold">
          {item.label}{' '}
          <span className="text-sm font-normal">
            {meterNames[m.meterKind]}
            {m.station ? `, ${m.station}` : ''}
          </span>
        </h3>
        <p className={`font-semibold ${wrongState ? 'text-error' : ''}`} data-testid="meter-state">
          {wrongState ? '■ ' : '✓ '}
          {state.state}
        </p>
      </div>
      <div className="flex items-center gap-4">
        <p className="grow text-sm">{state.text}</p>
        {points.length > 1 && <Trend points={points} />}
      </div>
      <div className="mt-1 grid grid-cols-2 items-end gap-2 md:grid-cols-4">
        <Typed label="Meter reads" value={reading} onValue={setReading} />
        <Typed label="Check meter reads" value={check} onValue={setCheck} />
        <LivePick
          label="Check meter"
          value={by}
          options={[
            { value: '', label: 'not registered' },
            ...meters.filter((x) => x.id !== item.id).map((x) => ({ value: x.id, label: x.label })),
          ]}
          onValue={setBy}
        />
        <button type="button" className="btn min-h-12" onClick={() => void save()}>
          Keep the check
        </button>
      </div>
      {view}
      <details className="mt-1 text-sm">
        <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Set point and corrections ›</summary>
        <div className="grid grid-cols-2 items-end gap-2 md:grid-cols-4">
          <Typed label="Wanted" value={wanted} onValue={setWanted} />
          <LivePick
            label="Gas in it"
            value={gas}
            options={(['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2'] as const).map((g) => ({ value: g, label: gasNames[g] }))}
            onValue={setGas}
          />
          <Typed
            label={m.meterKind === 'orifice' ? 'Pressure before it' : 'Back pressure in the tube'}
            value={pressure}
            onValue={setPressure}
          />
          <Typed label="Air pressure here" value={air} onValue={setAir} />
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
          {factor !== null &&
            `By formula its scale is true times ${factor.toFixed(2)} for this gas and pressure${w.ok ? `: set ${show(setPoint(w.value, factor), 'flow', system)}` : ''}.`}
          {m.meterKind === 'electronic' && ' An electronic meter corrects pressure by itself: set the gas on it.'} Source: square root of
          density and pressure, any flow-measurement text.
          {m.meterKind === 'float' && ' Read a float tube only when it stands plumb.'}
        </p>
      </details>
    </article>
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

function MonitorCardView({
  card,
  checks,
  now,
  system,
  onCheck,
}: {
  card: MonitorCard;
  checks: CheckOf<'monitor'>[];
  now: number;
  system: System;
  onCheck: OnCheck;
}) {
  const last = checks.at(-1);
  const at = Math.max(now, last?.when ?? 0);
  const fresh = last !== undefined && at - last.when < SHIFT;
  const verdict = last && checkMonitor(last.body.air, last.body.bottle, 10);
  const [air, setAir] = useState('');
  const [bottle, setBottle] = useState('');
  const [cell, setCell] = useState(card.cell);
  const [calibrated, setCalibrated] = useState(card.calibratedOn ?? '');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const { wrong, send, view } = useCheck(onCheck);
  const save = async () => {
    const [a, b] = [parseQuantity(air, 'oxygen', system), parseQuantity(bottle, 'oxygen', system)];
    if (!a.ok) return wrong(a.error);
    if (!b.ok) return wrong(b.error);
    if (await send({ id: newId(), item: card.id, kind: 'monitor', body: { air: a.value, bottle: b.value } })) {
      setAir('');
      setBottle('');
    }
  };
  const keepCard = async (change: { cell?: MonitorCard['cell']; calibratedOn?: string | null }) => {
    const sent = await request('PUT', `/api/devices/${card.id}`, { cell, calibratedOn: calibrated || null, ...change });
    setRefusal(sent.ok ? null : sent.refusal);
  };
  const days = calibrated ? Math.round((at - Date.parse(calibrated)) / 86_400_000) : null;
  return (
    <article className="border-b border-base-300 py-3" aria-label={card.name}>
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-semibold">
          {card.name} <span className="text-sm font-normal">at the {card.place}</span>
        </h3>
        <p className={`font-semibold ${fresh && verdict?.ok ? '' : 'text-error'}`}>
          {fresh ? (verdict?.ok ? '✓ checked this shift' : '■ off') : '■ not checked this shift'}
        </p>
      </div>
      <p className="text-sm">
        {last
          ? `${verdict?.text ?? ''} ${show(last.body.air, 'oxygen', system)} in air, ${show(last.body.bottle, 'oxygen', system)} in bottle gas, ${ago(at - last.when)}.`
          : 'Never checked.'}{' '}
        {cellFools[cell]} Its pump draws about {show(card.sampleFlow, 'flow', system)}: the vent must pass more.{' '}
        {days === null ? 'Calibration date not known.' : days > 365 ? `Calibrated ${days} days ago: due.` : `Calibrated ${days} days ago.`}{' '}
        It is not a personal oxygen alarm.
      </p>
      <div className="mt-1 grid grid-cols-2 items-end gap-2 md:grid-cols-5">
        <Typed label="Reads in air" value={air} onValue={setAir} hint="20.9 %" />
        <Typed label="In bottle gas" value={bottle} onValue={setBottle} hint="4 ppm" />
        <button type="button" className="btn min-h-12" onClick={() => void save()}>
          Keep the check
        </button>
        <LivePick
          label="Cell"
          value={cell}
          options={cellSchema.options.map((c) => ({ value: c, label: c }))}
          onValue={(c) => {
            setCell(c);
            void keepCard({ cell: c });
          }}
        />
        <label className="block text-sm font-medium">
          Calibrated on
          <input
            type="date"
            className="input min-h-12 w-full"
            value={calibrated}
            onChange={(e) => {
              setCalibrated(e.target.value);
              void keepCard({ calibratedOn: e.target.value || null });
            }}
          />
        </label>
      </div>
      <RefusalNote refusal={refusal} />
      {view}
    </article>
  );
}

/** What the running purges let out into the bay. */
function Released({ running, system }: { running: Running[]; system: System }) {
  const bays = [...new Set(running.map((r) => r.bay))].map((b): [string, Running[]] => [b, running.filter((r) => r.bay === b)]);
  const hour = useMemo(() => running.reduce((s, r) => s + r.flow * 3600, 0), [running]);
  return (
    <div className="mt-4">
      <h2 className="border-b-2 border-base-content text-lg font-semibold">Gas let out now</h2>
      <p className="py-1">
        <span className="font-figure text-2xl font-bold">{show(hour, 'volume', system)}</span> an hour from {running.length}{' '}
        {running.length === 1 ? 'purge' : 'purges'}
      </p>
      <ul className="text-sm">
        {bays.map(([bay, some]) => (
          <li key={bay}>
            <strong>{bay}:</strong>{' '}
            {show(
              some.reduce((x, r) => x + r.flow * 3600, 0),
              'volume',
              system,
            )}{' '}
            an hour (
            {some.map((r) => `${r.numbers.join(', ')} ${show(r.flow, 'flow', system)} ${gasNames[r.gas].toLowerCase()}`).join('; ')})
          </li>
        ))}
      </ul>
      <p className="caution mt-1 bg-base-200 p-3 pl-6 text-sm">
        Argon and nitrogen displace air without warning and lie in pits and low bays; helium gathers under the roof. Ventilate, wear an
        oxygen alarm, never rely on the purge monitor. How much air this room needs is for a qualified person to say.
      </p>
    </div>
  );
}

const priced = ['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2'] as const;

function PriceForm({ prices }: { prices: Prices | null }) {
  const [currency, setCurrency] = useState(prices?.currency ?? 'EUR');
  const [perM3, setPerM3] = useState<Record<string, string>>(
    Object.fromEntries(priced.map((g) => [g, prices?.perM3[g] === undefined ? '' : String(prices.perM3[g])])),
  );
  const [said, setSaid] = useState<{ refusal: Refusal | null; kept: boolean }>({ refusal: null, kept: false });
  const save = async () => {
    const numbers = Object.entries(perM3).filter(([, t]) => t.trim() !== '');
    const body = { currency, perM3: Object.fromEntries(numbers.map(([g, t]) => [g, Number(t.replace(',', '.'))])) };
    const read = pricesSchema.safeParse(body);
    if (!read.success) {
      setSaid({
        refusal: {
          error: 'A price is a plain number, such as 9.50. Nothing was kept.',
          reasons: read.error.issues.map((i) => `${i.path.join(' ')}: ${i.message}`),
          status: 422,
        },
        kept: false,
      });
      return;
    }
    const sent = await request('PUT', '/api/prices', read.data);
    setSaid({ refusal: sent.ok ? null : sent.refusal, kept: sent.ok });
  };
  return (
    <div className="mt-4">
      <h2 className="border-b-2 border-base-content text-lg font-semibold">Prices</h2>
      <div className="mt-1 grid grid-cols-3 items-end gap-2">
        <Typed label="Money" value={currency} onValue={setCurrency} />
        {priced.map((g) => (
          <Typed key={g} label={`${gasNames[g]}, a m³`} value={perM3[g] ?? ''} onValue={(v) => setPerM3({ ...perM3, [g]: v })} />
        ))}
        <button type="button" className="btn min-h-12" onClick={() => void save()}>
          Keep the prices
        </button>
      </div>
      <p className="text-sm text-base-content/80">
        For a m³ at 15 °C and 1 bar. Every plan and every record then says what its gas costs. {said.kept && <strong>Kept.</strong>}
      </p>
      <RefusalNote refusal={said.refusal} />
    </div>
  );
}
