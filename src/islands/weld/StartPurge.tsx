/** The start of a purge: where the oxygen is read, what goes in, whom it serves, what listens; recorded with the plan it goes by. */
import { useRef, useState } from 'react';
import { checkMonitor } from '../../../core/work/devices';
import { issuesOf } from '../../../core/work/event';
import { setupSchema, totalFlow } from '../../../core/models/setup';
import { clockGate, jointLag, readyBy, type ClockGate, type Plan } from '../../../core/models/purge';
import { rulesFor } from '../../../core/work/run';
import { clock, show, timed } from '../../../core/basics/units';
import { RefusalNote } from '../kit/notes';
import { newId, type Refusal } from '../post';
import type { Planner } from '../purge/usePlanner';
import { useWeld } from './context';

type Props = {
  planner: Planner;
  /** what keeps this from being a purge */
  faults: readonly { text: string }[];
  /** fields of the set-up that cannot be read */
  unread: readonly string[];
  /** the vent that is measured, where there are several */
  monitor: string | undefined;
  onMonitor: (vent: string | undefined) => void;
};

export function StartPurge({ planner, faults, unread, monitor, onMonitor }: Props) {
  const { spoolWelds, state, criterion, system, devices, record } = useWeld();
  const { setup, seen } = planner;
  const { gas } = state;
  const limit = criterion.purge.startPpm;
  const device = gas?.monitor && devices.find((d) => d.id === gas.monitor?.id);
  const waits = readyBy(criterion.purge, Boolean(device));
  // As the card of the monitor says where it measures.
  const [place, setPlace] = useState<'vent' | 'joint' | 'inlet'>(
    device?.place === 'joint' || device?.place === 'inlet' ? device.place : 'vent',
  );
  const [count, setCount] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  /** why the clock waits less than the trade's rule; empty: it does not */
  const [because, setBecause] = useState('');
  const bay = device?.station ?? '';
  // What stands in the same bay listens, unless it is taken off; what stands elsewhere can be put on.
  const others = devices.filter((d) => d.kind !== 'oxygen-monitor' && !d.revoked && !d.busy);
  const [listening, setListening] = useState<Record<string, boolean>>({});
  const listens = others.filter((d) => listening[d.id] ?? (bay !== '' && d.station === bay));
  // The other welds of the spool that have come to their purge can have it in turn.
  const alsoReady = spoolWelds.filter((w) => w.id !== state.id && w.due === 'purge');
  const [also, setAlso] = useState<string[]>([]);
  const checked = gas
    ? checkMonitor(gas.air, gas.bottle, gas.purge.supplyPpm, gas.typed.bottle?.step ?? device?.resolution, limit).ok
    : false;
  const countIn = /^\d{1,3}$/.test(count.trim()) ? Number(count) : null;

  /** the plan with its band, for this very set-up */
  const ready = seen.plan?.setup === setup ? seen.full : null;
  const latest = useRef(ready);
  latest.current = ready;
  /** A press that comes before the band is there waits for it. */
  const planned = async (): Promise<Plan | null> => {
    for (let i = 0; i < 100 && !latest.current; i++) await new Promise((r) => setTimeout(r, 100));
    return latest.current;
  };

  const start = async () => {
    setBusy(true);
    setRefusal(await begin());
    setBusy(false);
  };
  const begin = async (): Promise<Refusal | null> => {
    const refuse = (error: string, reasons: string[] = []): Refusal => ({ error, reasons, status: 422 });
    const valid = setupSchema.safeParse(setup);
    if (!valid.success) return refuse('The set-up is out of range.', issuesOf(valid.error));
    if (unread.length) return refuse(`${unread[0] ?? ''} cannot be read: the plan is of what stood there before. Set it right first.`);
    if (faults.length)
      return refuse(
        'The purge cannot be planned like this.',
        faults.map((f) => f.text),
      );
    if (countIn === null) return refuse('Count the dams, tape and diffusers that go in, and say how many: the same must come out.');
    const asked = await planned();
    if (!asked) return refuse('The plan could not be computed in time. Nothing was started; press again.');
    const gate = clockGate(setup, asked);
    const less = waits.by === 'clock' && because.trim() !== '' && gate.model !== null && gate.seconds !== null && gate.model < gate.seconds;
    if (less && because.trim().length < 3) return refuse("Say why the clock waits less than the trade's rule: the record keeps it.");
    return (
      (await record({ stream: state.id, type: 'purge.planned', body: { setup, plan: asked } })) ??
      (await record({
        stream: newId(),
        type: 'run.started',
        body: {
          spool: state.spool,
          welds: [state.id, ...spoolWelds.map((w) => w.id).filter((id) => also.includes(id))],
          setup,
          rules: rulesFor(criterion.purge, Boolean(device)),
          planned: less ? gate.model : gate.seconds,
          jointLag: place === 'vent' ? jointLag(asked) : 0,
          shorter: less ? because.trim() : null,
          device: device
            ? { id: device.id, label: device.name, declared: { resolution: device.resolution, noise: device.noise, top: device.top } }
            : null,
          band:
            asked.joint.low !== null && asked.joint.value !== null && asked.joint.high !== null
              ? { low: asked.joint.low, value: asked.joint.value, high: asked.joint.high }
              : null,
          listens: listens.map((d) => ({ id: d.id, label: d.name, kind: d.kind })),
          cylinder: state.gas?.cylinder ? { id: state.gas.cylinder.id, label: state.gas.cylinder.label } : null,
          station: bay,
          place,
          monitorChecked: checked,
          countIn,
          backing: 'purge',
        },
      }))
    );
  };

  return (
    <>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2 border-t border-base-300 pt-2 md:grid-cols-4">
        <label className="block text-sm font-medium">
          Oxygen measured at
          <select
            className="select min-h-12 w-full"
            aria-label="Oxygen measured at"
            value={place === 'vent' ? (monitor ?? 'vent') : place}
            onChange={(e) => {
              const v = e.target.value;
              setPlace(v === 'joint' || v === 'inlet' ? v : 'vent');
              onMonitor(/^v\d/.test(v) ? v : undefined);
            }}
          >
            {setup.vents.length > 1 ? (
              setup.vents.map((v) => <option key={v.id} value={v.id}>{`vent ${v.id.slice(1)}`}</option>)
            ) : (
              <option value="vent">the vent</option>
            )}
            <option value="joint">the joint</option>
            <option value="inlet">the inlet</option>
          </select>
        </label>
        <label className="block text-sm font-medium">
          Dams and tape in, count
          <input
            className="input min-h-12 w-full font-figure"
            inputMode="numeric"
            value={count}
            placeholder={`${setup.dams.length} drawn`}
            onChange={(e) => setCount(e.target.value)}
            aria-invalid={count !== '' && countIn === null}
          />
        </label>
        <button
          type="button"
          className="btn min-h-12 px-2 text-sm whitespace-nowrap"
          aria-pressed={count === String(setup.dams.length)}
          onClick={() => setCount(String(setup.dams.length))}
        >
          Counted: {setup.dams.length}, as drawn
        </button>
        {(alsoReady.length > 0 || others.length > 0) && (
          <div className="col-span-2 flex flex-wrap gap-x-5 md:col-span-4">
            {alsoReady.map((w) => (
              <label key={w.id} className="flex min-h-11 items-center gap-2 text-sm font-medium">
                <input
                  type="checkbox"
                  className="checkbox"
                  checked={also.includes(w.id)}
                  onChange={(e) => setAlso(e.target.checked ? [...also, w.id] : also.filter((x) => x !== w.id))}
                />
                Also serves {w.number}, in turn
              </label>
            ))}
            {others.map((d) => (
              <label key={d.id} className="flex min-h-11 items-center gap-2 text-sm font-medium">
                <input
                  type="checkbox"
                  className="checkbox"
                  checked={listens.includes(d)}
                  onChange={(e) => setListening({ ...listening, [d.id]: e.target.checked })}
                />
                Listens to {d.name}
              </label>
            ))}
          </div>
        )}
        {waits.by === 'clock' && ready && faults.length === 0 && (
          <ShorterWait gate={clockGate(setup, ready)} because={because} onBecause={setBecause} />
        )}
        <button type="button" className="btn col-span-2 min-h-14 btn-success text-lg" disabled={busy} onClick={() => void start()}>
          Start the purge
        </button>
      </div>
      <p className="text-sm" role="status">
        {device
          ? `${device.sampleFlow > 0.8 * totalFlow(setup) ? `The pump of ${device.name} draws ${show(device.sampleFlow, 'flow', system)}, nearly all or more than the vent passes: it would suck air in. ` : ''}${device.name}${checked ? ', checked this shift' : ', not checked this shift: the record will say so'}.`
          : criterion.purge.clockAllowed
            ? 'No monitor: by the clock. The record will say oxygen not measured.'
            : 'No monitor, and this criterion asks for one. The record will say oxygen not measured.'}
      </p>
      <RefusalNote refusal={refusal} />
    </>
  );
}

/** By the clock, less than the trade's own rule: only down to what the model says must be waited for, and with a reason on the record. */
function ShorterWait({ gate, because, onBecause }: { gate: ClockGate; because: string; onBecause: (why: string) => void }) {
  const { seconds, model } = gate;
  if (seconds === null || model === null || model >= seconds) return null;
  return (
    <label className="col-span-2 block text-sm font-medium md:col-span-4">
      Waits {timed(seconds)}. To wait {clock(model)} instead, less than the trade’s rule, say why
      <input
        className="input min-h-12 w-full"
        value={because}
        maxLength={200}
        placeholder="Left empty: the trade’s rule"
        onChange={(e) => onBecause(e.target.value)}
      />
    </label>
  );
}
