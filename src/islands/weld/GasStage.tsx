/** Gas: whether a purge is needed, the lots, the cylinder and what it still holds, the meter, the monitor's check. */
import { useState } from 'react';
import { checkMonitor } from '../../../core/work/devices';
import { gasNames, left, meterState, supplyAdvice } from '../../../core/basics/gases';
import { alloys } from '../../../core/basics/materials';
import { gasPaperFaults } from '../../../core/models/papers';
import { backingNames, needOptions, type Backing } from '../../../core/models/need';
import { courseOf, gasOf, readyBy, type Times } from '../../../core/models/purge';
import { totalFlow } from '../../../core/models/setup';
import type { GasLot } from '../../../core/work/gas';
import { cellRefusal, checksOf, gasCost, itemsOf, money, SHIFT, type ItemOf } from '../../../core/work/registers';
import { clock, parseQuantity, show } from '../../../core/basics/units';
import { useForecast } from '../purge/useForecast';
import { PickField, QuantityField, required, siOrNull } from '../kit/fields';
import { Missing, RefusalNote } from '../kit/notes';
import { StageForm } from '../kit/StageForm';
import { serverTime, type Refusal } from '../post';
import { useWeld } from './context';
import { PaperNotes, paperRefusal } from './Papers';
import { firstSetup } from './firstSetup';

type Values = {
  purge: string;
  torch: string;
  cylinder: string;
  meter: string;
  monitor: string;
  air: string;
  bottle: string;
  /** the wrong paper is on the pipe all the same */
  so: boolean;
};

/** There is no more oxygen than this to be read, ppm: a monitor in air may show a little over its 20.9 %. */
const MOST_PPM = { value: 250_000, message: 'More than 25 %: air holds 20.9 %. Check the unit.' };

/** Torch flow until it is set, m³/s: a cup as most use it. */
const USUAL_TORCH = 7.5e-3 / 60;
/** Of a plan that is not there yet. */
const NO_TIME: Times = {
  joint: { value: null, low: null, high: null },
  vent: { value: null, low: null, high: null },
  figures: [],
};

const lotOf = (g: ItemOf<'gas'> | undefined): GasLot => ({
  id: g?.id ?? '',
  label: g?.label ?? '',
  gas: g?.body.gas ?? ('argon' as const),
  lot: g?.body.lot ?? '',
  supplyPpm: g?.body.supplyPpm ?? 0,
});

/** The course of this weld's purge: its plan's, or that of the plan its spool would get as it stands. Null while that is computed. */
function useCourse(lot: GasLot | null, monitored: boolean) {
  const weld = useWeld();
  const { state, criterion, system } = weld;
  const ready = readyBy(criterion.purge, monitored);
  const setup = firstSetup(weld, lot);
  const forecast = useForecast(state.plan ? null : setup, criterion.purge.startPpm, system, ready);
  // A spool that cannot be purged as it stands has no time; the Purge step says why.
  const plan = state.plan?.plan ?? (forecast === 'none' ? NO_TIME : forecast);
  return { setup, course: plan && courseOf(setup, plan, ready), planned: state.plan !== null };
}

export function GasStage() {
  const { state, criterion, registers, devices, checks, prices, weldsLeft, system, record } = useWeld();
  const gases = itemsOf(registers, 'gas');
  const cylinders = itemsOf(registers, 'cylinder');
  const meters = itemsOf(registers, 'meter');
  const g = state.gas;
  const option = (i: ItemOf<'gas'>) => ({ value: i.id, label: `${i.label}, ${gasNames[i.body.gas].toLowerCase()} ${i.body.grade}` });
  const checkOf = (monitor: string) => {
    const last = checksOf(checks, 'monitor', monitor).at(-1);
    return last && serverTime() - last.when < SHIFT ? last : undefined;
  };
  const contentOf = (id: string): number | null => {
    const c = cylinders.find((x) => x.id === id);
    return c ? left(c.body, checksOf(checks, 'cylinder', id).at(-1)?.body ?? null) : null;
  };
  const meterOf = (id: string) =>
    meterState(
      checksOf(checks, 'meter', id).map((c) => ({ ...c.body, when: c.when })),
      serverTime(),
    );
  const defaults: Values = {
    purge: g?.purge.id ?? '',
    torch: g?.torch.id ?? '',
    cylinder: g?.cylinder?.id ?? '',
    meter: g?.meter?.id ?? '',
    monitor: g ? (g.monitor?.id ?? 'none') : '',
    air: g?.air == null ? '' : (g.typed.air?.text ?? show(g.air, 'oxygen', system)),
    bottle: g?.bottle == null ? '' : (g.typed.bottle?.text ?? show(g.bottle, 'oxygen', system)),
    so: false,
  };
  const faultsOf = (v: Values) => {
    const purge = gases.find((x) => x.id === v.purge)?.body.gas;
    const [c, m] = [cylinders.find((x) => x.id === v.cylinder), meters.find((x) => x.id === v.meter)];
    return purge ? gasPaperFaults({ cylinder: c ? { gas: c.body.gas } : null, meter: m?.body ?? null }, purge) : [];
  };
  const save = (v: Values) => {
    const refused = paperRefusal(faultsOf(v), v.so);
    if (refused) return Promise.resolve(refused);
    const device = devices.find((d) => d.id === v.monitor);
    const cylinder = cylinders.find((c) => c.id === v.cylinder);
    const meter = meters.find((m) => m.id === v.meter);
    const [purge, torch] = [lotOf(gases.find((x) => x.id === v.purge)), lotOf(gases.find((x) => x.id === v.torch))];
    // A check done this shift is not asked again.
    const shift = device && !v.air.trim() && !v.bottle.trim() ? checkOf(device.id)?.body : undefined;
    const state = meter && meterOf(meter.id);
    return record({
      stream: stateId,
      type: 'gas.recorded',
      body: {
        purge,
        torch,
        monitor: device ? { id: device.id, label: device.name } : null,
        air: device ? (shift?.air ?? siOrNull(v.air, 'oxygen', system)) : null,
        bottle: device ? (shift?.bottle ?? siOrNull(v.bottle, 'oxygen', system)) : null,
        cylinder: cylinder ? { id: cylinder.id, label: cylinder.label, left: contentOf(cylinder.id) } : null,
        meter: meter && state ? { id: meter.id, label: meter.label, factor: state.factor, state: state.state } : null,
        typed: { air: device && !shift ? typedAs(v.air, '%') : null, bottle: device && !shift ? typedAs(v.bottle) : null },
        price: prices && { purge: prices.perM3[purge.gas] ?? null, torch: prices.perM3[torch.gas] ?? null, currency: prices.currency },
      },
    });
  };
  /** As it was typed, and in which steps it was read. */
  const typedAs = (text: string, bare?: string) => {
    const p = parseQuantity(text, 'oxygen', system, 0, bare);
    return p.ok ? { text: text.trim(), step: p.step } : null;
  };
  const stateId = state.id;
  return (
    <div className="space-y-3">
      <Need />
      <StageForm<Values> defaults={defaults} onRecord={save} label={g ? 'Record the gas again' : 'Record the gas'}>
        {(form) => {
          const v = form.watch();
          const value = (text: string, bare?: string) => {
            const p = parseQuantity(text, 'oxygen', system, 0, bare);
            return p.ok ? { ppm: p.value, step: p.step } : null;
          };
          const lot = gases.find((x) => x.id === v.purge);
          const device = devices.find((d) => d.id === v.monitor);
          const shift = device && checkOf(device.id);
          const typed = v.air.trim() !== '' || v.bottle.trim() !== '';
          const check = checkMonitor(
            typed ? (value(v.air, '%')?.ppm ?? null) : (shift?.body.air ?? null),
            typed ? (value(v.bottle)?.ppm ?? null) : (shift?.body.bottle ?? null),
            lot?.body.supplyPpm ?? 0,
            (typed ? value(v.bottle)?.step : undefined) ?? device?.resolution ?? 1,
            criterion.purge.startPpm,
          );
          const fooled = device && lot ? cellRefusal(device.cell, lot.body.gas) : null;
          return (
            <>
              <Missing what={[gases.length === 0 && 'gas lots']} />
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
                <PickField
                  name="purge"
                  label="Purge gas"
                  options={gases.filter((x) => x.body.use !== 'torch').map(option)}
                  empty="Pick the lot"
                  rules={required}
                />
                <PickField
                  name="torch"
                  label="Torch gas"
                  options={gases.filter((x) => x.body.use !== 'purge').map(option)}
                  empty="Pick the lot"
                  rules={required}
                />
                <PickField
                  name="cylinder"
                  label="Purge drawn from"
                  options={cylinders.map((c) => ({
                    value: c.id,
                    label: lot && c.body.gas !== lot.body.gas ? `${c.label}, holds ${gasNames[c.body.gas].toLowerCase()}` : c.label,
                  }))}
                  empty="not kept"
                />
                <PickField
                  name="meter"
                  label="Purge meter"
                  options={meters.map((m) => ({ value: m.id, label: m.label }))}
                  empty="not kept"
                />
                <PickField
                  name="monitor"
                  label="Oxygen monitor"
                  options={[
                    ...devices.filter((d) => d.kind === 'oxygen-monitor' && !d.revoked).map((d) => ({ value: d.id, label: d.name })),
                    { value: 'none', label: 'None: by the clock' },
                  ]}
                  empty="Pick"
                  rules={required}
                />
                {v.monitor !== 'none' && (
                  <>
                    <QuantityField
                      name="air"
                      label="Reads in air"
                      quantity="oxygen"
                      system={system}
                      bare="%"
                      max={MOST_PPM}
                      optional
                      hint={shift ? 'checked this shift' : 'Should be 20.9 %'}
                    />
                    <QuantityField
                      name="bottle"
                      label="Reads in bottle gas"
                      quantity="oxygen"
                      system={system}
                      max={MOST_PPM}
                      optional
                      hint={shift ? 'checked this shift' : ''}
                    />
                  </>
                )}
              </div>
              {v.cylinder && (
                <Supply
                  content={contentOf(v.cylinder)}
                  lot={lotOf(lot)}
                  torch={v.torch ? lotOf(gases.find((x) => x.id === v.torch)) : null}
                  monitored={v.monitor !== 'none'}
                  welds={Math.max(1, weldsLeft.spool)}
                  job={Math.max(1, weldsLeft.job)}
                />
              )}
              {v.meter && (
                <p className={`text-sm ${meterOf(v.meter).state === 'good' ? '' : 'font-semibold'}`} role="status">
                  {meterOf(v.meter).state === 'good' ? '✓ ' : '□ '}Meter: {meterOf(v.meter).text}
                </p>
              )}
              <PaperNotes faults={faultsOf(v)} />
              {fooled && <p className="text-sm font-semibold">■ {fooled}</p>}
              <p className="text-sm" role="status">
                {v.monitor === 'none' ? 'Without a monitor the record says: by clock, oxygen not measured.' : check.text}
              </p>
            </>
          );
        }}
      </StageForm>
    </div>
  );
}

/** Will it last? Said before the arc, not in the root. */
function Supply({
  content,
  lot,
  torch,
  monitored,
  welds,
  job,
}: {
  content: number | null;
  lot: GasLot;
  torch: GasLot | null;
  monitored: boolean;
  welds: number;
  job: number;
}) {
  const { state, system, prices } = useWeld();
  const { setup, course, planned } = useCourse(lot, monitored);
  const purge = course && gasOf(course);
  const q = (m3: number) => show(m3, 'volume', system);
  if (!course || purge === null || !course.gas)
    return (
      <p className="text-sm" role="status" data-testid="supply">
        {course ? 'The plan gives no time here, so nobody can say what a weld takes.' : 'Computing what a weld takes.'}
      </p>
    );
  // A torch on the same lot draws from the same bottle; its flow is as set, or as it usually is.
  const flow = state.setup?.flow ?? USUAL_TORCH;
  const same = torch !== null && torch.id === lot.id;
  const drawn = same ? flow * (course.weld + course.passes * (state.setup?.postFlow ?? 8)) : 0;
  const one = purge + drawn;
  const advice = supplyAdvice(content, one, welds, 0, system);
  const { fill, refills, weld, hold } = course.gas;
  const late = course.wait ? (course.wait.high ?? course.wait.value) : 0;
  return (
    <p className={`text-sm ${advice.enough ? '' : 'font-semibold'}`} role="status" data-testid="supply">
      {advice.enough ? '✓ ' : '■ '}
      {advice.text} One weld takes about {q(one)} (until ready {q(fill)}, a look and its refill {q(refills)}, weld in{' '}
      {course.passes === 1 ? 'one pass' : `${course.passes} passes`} {q(weld)}, hold {q(hold)}
      {same ? `, torch from the same bottle ${q(drawn)}` : ''}), {money(gasCost(prices, lot.gas, one), prices?.currency)}. The {welds}{' '}
      {welds === 1 ? 'weld' : 'welds'} left on this spool take {q(one * welds)}, the {job} left of this job {q(one * job)} if they are
      alike. Ready after {clock(late)} at {show(totalFlow(setup), 'flow', system)}
      {planned ? ', as planned.' : ', by the plan as the spool stands.'}
    </p>
  );
}

/** Is a purge needed? The three ways beside each other; recorded with who took it. */
function Need() {
  const { state, criterion, system, prices, people, record } = useWeld();
  const lot = state.gas?.purge ?? null;
  const { setup, course } = useCourse(lot, state.gas?.monitor !== null);
  const options = needOptions({
    criterion,
    family: alloys[state.design.alloyA].family,
    flow: totalFlow(setup),
    course: course ?? courseOf(setup, NO_TIME, { by: 'monitor', hold: 0 }),
    price: prices?.perM3[setup.gas] ?? null,
  });
  const [choice, setChoice] = useState<Backing>(state.need?.choice ?? 'purge');
  const [reason, setReason] = useState(state.need?.reason ?? '');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const taken = state.need;
  const chosen = options.find((o) => o.choice === choice);
  const save = async () => {
    if (choice !== 'purge' && reason.trim().length < 3) {
      setRefusal({ error: 'Say why in a few words: the record keeps it.', reasons: [], status: 422 });
      return;
    }
    setRefusal(await record({ stream: state.id, type: 'need.decided', body: { choice, reason: reason.trim(), options } }));
  };
  return (
    <details className="border border-base-300">
      <summary className="min-h-11 cursor-pointer list-none px-3 py-2 font-medium">
        Is a purge needed?{' '}
        <span className="text-sm font-normal">
          {taken
            ? `${backingNames[taken.choice]}, taken by ${people.find((p) => p.id === taken.by)?.name ?? 'somebody'}${taken.reason ? `: ${taken.reason}` : ''}`
            : 'Full purge, unless it is decided otherwise'}{' '}
          ›
        </span>
      </summary>
      <div className="space-y-2 p-3">
        <table className="w-full text-sm">
          <thead>
            <tr className="border-b-2 border-base-content text-left align-bottom">
              <th scope="col">Way</th>
              <th scope="col">What to expect inside</th>
              <th scope="col">Gas</th>
              <th scope="col">Time</th>
              <th scope="col">Money</th>
            </tr>
          </thead>
          <tbody>
            {options.map((o) => (
              <tr key={o.choice} className="border-b border-base-300 align-top">
                <th scope="row" className="py-1 pr-2 text-left">
                  <label className="flex min-h-11 items-center gap-2">
                    <input
                      type="radio"
                      name="backing"
                      className="radio"
                      checked={choice === o.choice}
                      onChange={() => setChoice(o.choice)}
                    />
                    {backingNames[o.choice]}
                  </label>
                </th>
                <td className="py-1 pr-2">
                  {o.result}
                  {o.speaks === 'against' && <strong> Speaks against it here.</strong>}
                </td>
                <td className="py-1 pr-2 font-figure">{o.gas === null ? '–' : show(o.gas, 'volume', system)}</td>
                <td className="py-1 pr-2 font-figure">{o.seconds === null ? '–' : show(o.seconds, 'time', system)}</td>
                <td className="py-1 font-figure">{money(o.money, prices?.currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {chosen && chosen.given.length > 0 && (
          <ul className="text-sm font-medium">
            {chosen.given.map((x) => (
              <li key={x}>□ {x}</li>
            ))}
          </ul>
        )}
        <div className="flex items-end gap-2">
          <label className="block grow text-sm font-medium">
            Why
            <input className="input min-h-12 w-full" value={reason} onChange={(e) => setReason(e.target.value)} />
          </label>
          <button type="button" className="btn min-h-12" onClick={() => void save()}>
            Record the decision
          </button>
        </div>
        <p className="text-xs text-base-content/80">Expected results are common practice, no source.</p>
        <RefusalNote refusal={refusal} />
      </div>
    </details>
  );
}
