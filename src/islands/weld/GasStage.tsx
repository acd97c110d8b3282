/** Gas: whether a purge is needed, the lots, the cylinder and what it still holds, the meter, the monitor's check. */
import { gasNames, OFF, readsOff, supplyAdvice, type MeterState } from '../../../core/basics/gases';
import { alloys } from '../../../core/basics/materials';
import { clock, show } from '../../../core/basics/units';
import { backingNames, needOptions } from '../../../core/models/need';
import { courseOf, gasOf, NO_TIMES, readyBy } from '../../../core/models/purge';
import { totalFlow } from '../../../core/models/setup';
import { checkMonitor } from '../../../core/work/devices';
import {
  gasFaultsOf,
  gasForm,
  gasSaid,
  gasTyped,
  lotOf,
  monitorOf,
  needAcross,
  needForm,
  typedReading,
  type GasLot,
} from '../../../core/work/gas';
import { cellRefusal, gasCost, itemsOf, money, SHIFT } from '../../../core/work/registers';
import { torchDraws } from '../../../core/work/torch';
import { usePlanOnce } from '../purge/usePlanOnce';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { Missing } from '../kit/notes';
import { AsBefore, useAgain } from './AsBefore';
import { useShop, useWeld } from './context';
import { useMark, type Mark } from './desk';
import { firstSetup } from './firstSetup';
import { PaperNotes, paperRefusal } from './Papers';
import { GasDrawing, GasHead } from './GasDrawing';
import { useLooks } from './useLooks';
import type { StageView } from './stageView';

/** The course of this weld's purge: its plan's, or that of the plan its spool would get as it stands. Null while that is computed. */
function useCourse(lot: GasLot | null, monitored: boolean) {
  const { state, criterion } = useWeld();
  const shop = useShop();
  const ready = readyBy(criterion.purge, monitored);
  const setup = firstSetup(state, shop, lot);
  const forecast = usePlanOnce(state.plan ? null : setup, criterion.purge.startPpm, shop.system, ready);
  // A spool that cannot be purged as it stands has no time; the Purge step says why.
  const plan = state.plan?.plan ?? (forecast === 'none' ? NO_TIMES : forecast?.band ? forecast.plan : null);
  return { setup, course: plan && courseOf(setup, plan, ready), planned: state.plan !== null };
}

/** A meter as the drawing says it: by how much it is off leads, and what is to be set stands at the inlet. */
const meterMark = (label: string, { state, factor, text }: MeterState): Mark => ({
  label: Math.abs(factor - 1) > OFF ? `${label} ${readsOff(factor).toLowerCase()}` : label,
  text: state === 'off' ? 'What to set stands at the inlet, by its last check.' : text,
  wrong: state !== 'good',
  factor,
});

function GasStage() {
  const { state, criterion, record } = useWeld();
  const { registers, devices, weldsLeft, carried, system } = useShop();
  const looks = useLooks();
  const before = carried?.gas && looks.now - carried.gas.at < SHIFT ? carried.gas : null;
  const g = state.gas;
  const table = gasForm(
    registers,
    devices.filter((d) => d.kind === 'oxygen-monitor' && !d.revoked),
  );
  const same = useAgain(table);
  const again = g ? null : same;
  return (
    <div className="space-y-3">
      {again && <AsBefore again={again} />}
      <Need />
      <Form
        of={table}
        known={{ air: g?.air ?? null, bottle: g?.bottle ?? null }}
        typed={g ? gasTyped(g) : before ? before.picked : {}}
        system={system}
        label={g ? 'Record the gas again' : 'Record the gas'}
        {...(again?.ok && { look: 'px-6' })}
        onRecord={async (v, typed) => {
          const known = looks.known(v);
          return (
            paperRefusal(gasFaultsOf(v), v.so) ??
            (await record({ stream: state.id, type: 'gas.recorded', body: gasSaid(v, typed, known, system) }))
          );
        }}
      >
        {({ read, typed }) => {
          const { purge, torch, cylinder, meter } = read;
          const device = monitorOf(read.monitor);
          const monitored = !read.monitor || device !== null;
          const shift = device && looks.shift(device.id);
          const typing = typed['air'] !== '' || typed['bottle'] !== '';
          const check = checkMonitor(
            typing ? (read.air ?? null) : (shift?.air ?? null),
            typing ? (read.bottle ?? null) : (shift?.bottle ?? null),
            purge?.body.supplyPpm ?? 0,
            (typing ? typedReading(typed['bottle'], system)?.step : undefined) ?? device?.resolution ?? 1,
            criterion.purge.startPpm,
          );
          const fooled = device && purge ? cellRefusal(device.cell, purge.body.gas) : null;
          const meterIs = meter && looks.meter(meter.id);
          const bad = fooled !== null || (monitored && !check.ok);
          return (
            <>
              <Marked id="lot" mark={purge ? { label: 'Gas', text: `${gasNames[purge.body.gas]}, ${purge.label}.`, wrong: false } : null} />
              <Marked id="meter" mark={meter && meterIs ? meterMark(meter.label, meterIs) : null} />
              <Marked
                id="monitor"
                mark={
                  device
                    ? { label: device.name, text: fooled ?? check.text, wrong: bad }
                    : read.monitor === undefined
                      ? null
                      : { label: 'No monitor', text: 'Without a monitor the record says: by clock, oxygen not measured.', wrong: false }
                }
              />
              <Missing what={[itemsOf(registers, 'gas').length === 0 && 'gas lots']} />
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
                <Field name="purge" />
                <Field name="torch" />
                <Field
                  name="cylinder"
                  offer={(all) =>
                    all.map((o) => {
                      const holds = itemsOf(registers, 'cylinder').find((c) => c.id === o.value)?.body.gas;
                      return purge && holds && holds !== purge.body.gas
                        ? { ...o, label: `${o.label}, holds ${gasNames[holds].toLowerCase()}` }
                        : o;
                    })
                  }
                />
                <Field name="meter" />
                <Field name="monitor" />
                {monitored && (
                  <>
                    <Field name="air" hint={shift ? 'checked this shift' : 'Should be 20.9 %'} />
                    <Field name="bottle" hint={shift ? 'checked this shift' : ' '} />
                  </>
                )}
              </div>
              {cylinder && (
                <Supply
                  name={cylinder.label}
                  content={looks.content(cylinder)}
                  lot={purge ? lotOf(purge) : null}
                  torch={torch ? lotOf(torch) : null}
                  monitored={monitored}
                  welds={Math.max(1, weldsLeft.spool)}
                  job={Math.max(1, weldsLeft.job)}
                />
              )}
              <PaperNotes faults={gasFaultsOf(read)} />
            </>
          );
        }}
      </Form>
    </div>
  );
}

/** What the form says of a thing, at its place on the drawing. */
function Marked({ id, mark }: { id: string; mark: Mark | null }) {
  useMark(id, mark);
  return null;
}

/** Will it last? Said before the arc, not in the root. */
function Supply({
  name,
  content,
  lot,
  torch,
  monitored,
  welds,
  job,
}: {
  name: string;
  content: number | null;
  lot: GasLot | null;
  torch: GasLot | null;
  monitored: boolean;
  welds: number;
  job: number;
}) {
  const { state } = useWeld();
  const { system, prices } = useShop();
  const { setup, course, planned } = useCourse(lot, monitored);
  const purge = course && gasOf(course);
  const q = (m3: number) => show(m3, 'volume', system);
  if (!course || purge === null || !course.gas)
    return (
      <p className="text-sm" role="status" data-testid="supply">
        {course ? 'The plan gives no time here, so nobody can say what a weld takes.' : 'Computing what a weld takes.'}
      </p>
    );
  // A torch on the same lot draws from the same bottle; as it is set, or as the rules would set it.
  const same = torch !== null && torch.id === lot?.id;
  const drawn = same ? torchDraws(state.setup, state.design, course.weld, course.passes) : 0;
  const one = purge + drawn;
  const advice = supplyAdvice(content, one, welds, 0, system);
  const held = content === null ? 'Nobody looked what it holds' : `${q(content)} left`;
  const { fill, refills, weld, hold } = course.gas;
  const late = course.wait ? (course.wait.high ?? course.wait.value) : 0;
  return (
    <div className="text-sm" data-testid="supply">
      <Marked id="bottle" mark={{ label: name, text: `${held}; one weld takes about ${q(one)}.`, wrong: !advice.enough }} />
      <p className={advice.enough ? '' : 'font-semibold'} role="status">
        {advice.enough ? '✓ ' : '■ '}
        {advice.text}
      </p>
      <details>
        <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">
          One weld takes about {q(one)}, {money(gasCost(prices, setup.gas, one), prices?.currency)} ›
        </summary>
        <p>
          Until ready {q(fill)}, a look and its refill {q(refills)}, weld in {course.passes === 1 ? 'one pass' : `${course.passes} passes`}{' '}
          {q(weld)}, hold {q(hold)}
          {same ? `, torch from the same bottle ${q(drawn)}` : ''}. The {welds} {welds === 1 ? 'weld' : 'welds'} left on this spool take{' '}
          {q(one * welds)}, the {job} left of this job {q(one * job)} if they are alike. Ready after {clock(late)} at{' '}
          {show(totalFlow(setup), 'flow', system)}
          {planned ? ', as planned.' : ', by the plan as the spool stands.'}
        </p>
      </details>
    </div>
  );
}

/** Is a purge needed? The three ways beside each other; recorded with who took it. */
function Need() {
  const { state, criterion, record } = useWeld();
  const { system, prices, people } = useShop();
  const lot = state.gas?.purge ?? null;
  const { setup, course } = useCourse(lot, state.gas?.monitor !== null);
  const options = needOptions({
    criterion,
    family: alloys[state.design.alloyA].family,
    flow: totalFlow(setup),
    course: course ?? courseOf(setup, NO_TIMES, { by: 'monitor', hold: 0 }),
    price: prices?.perM3[setup.gas] ?? null,
  });
  const taken = state.need;
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
      <div className="space-y-2 p-2">
        <Form
          of={needForm}
          across={needAcross}
          known={{ choice: taken?.choice ?? 'purge', reason: taken?.reason ?? '' }}
          system={system}
          label="Record the decision"
          look="px-6"
          onRecord={(v) => record({ stream: state.id, type: 'need.decided', body: { ...v, options } })}
        >
          {({ typed, read, set }) => {
            const given = options.find((o) => o.choice === read.choice)?.given ?? [];
            return (
              <>
                <table className="w-full text-[13px] leading-snug">
                  <thead>
                    <tr className="border-b-2 border-base-content text-left align-bottom">
                      <th scope="col">Way</th>
                      <th scope="col">What to expect inside</th>
                      <th scope="col">Takes</th>
                    </tr>
                  </thead>
                  <tbody>
                    {options.map((o) => (
                      <tr key={o.choice} className="border-b border-base-300 align-top">
                        <th scope="row" className="py-1 pr-2 text-left leading-tight">
                          <label className="flex min-h-11 items-center gap-2">
                            <input
                              type="radio"
                              name="backing"
                              className="radio"
                              checked={typed['choice'] === o.choice}
                              onChange={() => set('choice', o.choice)}
                            />
                            {backingNames[o.choice]}
                          </label>
                        </th>
                        <td className="py-1 pr-2">
                          {o.result}
                          {o.speaks === 'against' && <strong> Speaks against it here.</strong>}
                        </td>
                        <td className="py-1 font-figure text-xs leading-relaxed">
                          <span className="block">{o.gas === null ? 'gas –' : show(o.gas, 'volume', system)}</span>
                          <span className="block">{o.seconds === null ? 'time –' : show(o.seconds, 'time', system)}</span>
                          <span className="block">{money(o.money, prices?.currency)}</span>
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
                {given.length > 0 && (
                  <ul className="text-sm font-medium">
                    {given.map((x) => (
                      <li key={x}>□ {x}</li>
                    ))}
                  </ul>
                )}
                <Field name="reason" />
              </>
            );
          }}
        </Form>
        <p className="text-xs text-base-content/80">Expected results are common practice, no source.</p>
      </div>
    </details>
  );
}

export const gas: StageView = { view: 'side', Head: GasHead, Drawing: GasDrawing, Form: GasStage };
