/** The start of a purge: where the oxygen is read, what goes in, whom it serves, what listens; recorded with the plan it goes by. */
import { useEffect, useRef } from 'react';
import type { Plan } from '../../../core/models/purge';
import { measures, setupSchema, totalFlow } from '../../../core/models/setup';
import { clock, timed } from '../../../core/basics/units';
import { checkMonitor } from '../../../core/work/devices';
import { issuesOf } from '../../../core/work/event';
import { stageNames, type Stage } from '../../../core/work/stages';
import { begun, pumpWords, shorterWait, startForm, type Place } from '../../../core/work/run';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { LiveField } from '../kit/LiveField';
import { WrongFields } from '../kit/wrong';
import { useWords } from '../kit/reader';
import { newId, type Refusal } from '../post';
import { useShop, useWeld } from './context';
import { usePlanning } from './planning';

/** What a weld has to have behind it before a purge can serve it. */
const beforePurge: ReadonlySet<string> = new Set<Stage>(['fitup', 'gas', 'setup']);

const refuse = (error: string, reasons: string[] = []): Refusal => ({ error, reasons, status: 422 });

export function StartPurge() {
  const { state, criterion, record } = useWeld();
  const { spoolWelds, devices, system } = useShop();
  const words = useWords();
  const { setup, planner, faults, wrong, device, waits, limit, setMonitor } = usePlanning();
  const { gas } = state;
  // What stands in the same bay listens, unless it is taken off; what stands elsewhere can be put on.
  // A second monitor listens beside the first, where its card says where it measures.
  const second = (d: (typeof devices)[number]) => d.id !== device?.id && (d.place === 'vent' || d.place === 'joint');
  const others = devices.filter((d) => (d.kind !== 'oxygen-monitor' || (device !== null && second(d))) && !d.revoked && !d.busy);
  const bay = device?.station ?? '';
  // The other welds of the spool that have come to their purge can have it in turn.
  const alsoReady = spoolWelds.filter((w) => w.id !== state.id && w.due === 'purge');
  const notYet = spoolWelds.filter((w) => w.id !== state.id && beforePurge.has(w.due));
  const checked = gas
    ? checkMonitor(gas.air, gas.bottle, gas.purge.supplyPpm, gas.typed.bottle?.step ?? device?.resolution, limit).ok
    : false;

  /** the plan with its band, for this very set-up */
  const ready = planner.seen.plan?.setup === setup ? planner.seen.full : null;
  const latest = useRef(ready);
  latest.current = ready;
  /** A press that comes before the band is there waits for it. */
  const planned = async (): Promise<Plan | null> => {
    for (let i = 0; i < 100 && !latest.current; i++) await new Promise((r) => setTimeout(r, 100));
    return latest.current;
  };
  /** Why no purge can begin with this set-up; null when one can. */
  const hindered = (): Refusal | null => {
    const valid = setupSchema.safeParse(setup);
    const [unread] = Object.values(wrong);
    if (!valid.success) return refuse('The set-up is out of range.', issuesOf(valid.error));
    if (unread !== undefined) return refuse(`${unread} cannot be read: the plan is of what stood there before. Set it right first.`);
    return faults.length
      ? refuse(
          'The purge cannot be planned like this.',
          faults.map((f) => f.text),
        )
      : null;
  };
  const shorter = ready && faults.length === 0 ? shorterWait(setup, ready, waits) : null;
  const drawn = String(setup.dams.length);
  const pump = device && pumpWords(device, totalFlow(setup));
  return (
    <>
      <Form
        of={startForm(setup.vents, alsoReady, others)}
        // As the card of the monitor says where it measures.
        typed={device?.place === 'joint' || device?.place === 'inlet' ? { place: device.place } : {}}
        known={{ listens: others.filter((d) => d.kind !== 'oxygen-monitor' && bay !== '' && d.station === bay).map((d) => d.id) }}
        system={system}
        label="Start the purge"
        look="w-full btn-primary"
        onRecord={async ({ place: at, countIn, also, listens, because }) => {
          const no = hindered();
          if (no) return no;
          const plan = await planned();
          if (!plan) return refuse('The plan could not be computed in time. Nothing was started; press again.');
          if (because !== '' && because.length < 3 && shorterWait(setup, plan, waits))
            return refuse("Say why the clock waits less than the trade's rule: the record keeps it.");
          const place: Place = at === 'joint' || at === 'inlet' ? at : 'vent';
          const welds = [state.id, ...alsoReady.map((w) => w.id).filter((id) => also.includes(id))];
          const body = begun({
            ...{ spool: state.spool, welds, setup, plan, criterion, waits, device, place, checked, countIn, because },
            listens: others.filter((d) => listens.includes(d.id)),
            cylinder: gas?.cylinder ?? null,
          });
          return (
            (await record({ stream: state.id, type: 'purge.planned', body: { setup, plan } })) ??
            (await record({ stream: newId(), type: 'run.started', body }))
          );
        }}
      >
        {({ typed, set }) => (
          <div className="grid grid-cols-2 items-start gap-x-3 gap-y-2">
            <h3 className="col-span-2 text-lg font-bold">Before gas on</h3>
            <Flows />
            <Measured at={String(typed['place'])} onVent={setMonitor} />
            <Field name="place" className="col-span-2" />
            <Field name="countIn" hint={`${drawn} drawn`} />
            <button
              type="button"
              className="btn mt-5 h-auto min-h-12 px-2 text-sm leading-tight"
              aria-pressed={typed['countIn'] === drawn}
              onClick={() => set('countIn', drawn)}
            >
              Counted: {drawn}, as drawn
            </button>
            {alsoReady.length > 0 && <Field name="also" className="col-span-2" />}
            {notYet.length > 0 && (
              <p className="col-span-2 text-sm">
                Cannot share it yet: {notYet.map((w) => `${w.number} waits for its ${stageNames[w.due as Stage].toLowerCase()}`).join(', ')}
                .
              </p>
            )}
            {others.length > 0 && <Field name="listens" className="col-span-2" />}
            <p className="col-span-2 text-sm" role="status">
              {device
                ? `${pump === null ? '' : `${words(pump)} `}${device.name}${checked ? ', checked this shift' : ', not checked this shift: the record will say so'}.`
                : criterion.purge.clockAllowed
                  ? 'No monitor: by the clock. The record will say oxygen not measured.'
                  : 'No monitor, and this criterion asks for one. The record will say oxygen not measured.'}
            </p>
            {shorter && (
              <Field
                name="because"
                className="col-span-2"
                label={`Waits ${timed(shorter.rule)}. To wait ${clock(shorter.model)} instead, less than the trade’s rule, say why`}
                hint="Left empty: the trade’s rule"
              />
            )}
          </div>
        )}
      </Form>
    </>
  );
}

/** The flow at the purge meter, line by line: what is turned last before gas on. */
function Flows() {
  const { system } = useShop();
  const { setup, planner, tellWrong } = usePlanning();
  return (
    <WrongFields value={tellWrong}>
      {setup.lines.map((l, i) => (
        <LiveField
          key={l.id}
          of={measures.flow}
          {...(setup.lines.length > 1 && { label: `Flow, line ${i + 1}` })}
          value={l.flow}
          system={system}
          className={setup.lines.length > 1 ? '' : 'col-span-2'}
          onValue={(flow) => planner.change({ ...setup, lines: setup.lines.map((x) => (x.id === l.id ? { ...x, flow } : x)) })}
        />
      ))}
    </WrongFields>
  );
}

/** Tells the planner which of several vents is measured. */
function Measured({ at, onVent }: { at: string; onVent: (vent: string | undefined) => void }) {
  useEffect(() => onVent(/^v\d/.test(at) ? at : undefined), [at, onVent]);
  return null;
}
