/** Purge: the body between two dams set on the Side view or by typing; its plan; the start of the run. */
import { useEffect, useMemo, useState } from 'react';
import { checkMonitor } from '../../../core/devices';
import { settles } from '../../../core/gases';
import { bodySchema, damSchema, planStraight, rulesFor, startingBody, type Body } from '../../../core/purge';
import { parseQuantity, show } from '../../../core/units';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { RefusalNote, Rules } from '../kit/notes';
import { newId, type Refusal } from '../post';
import { useWeld } from './context';
import { RunPanel } from './RunPanel';

/** A small field that writes into the body as soon as what is typed makes sense; what does not stays, with its reason. */
function BodyField({
  label,
  value,
  quantity,
  onValue,
  max,
}: {
  label: string;
  value: number;
  quantity: 'length' | 'flow' | 'oxygen';
  onValue: (si: number) => void;
  max: number;
}) {
  const { system } = useWeld();
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? show(value, quantity, system);
  const p = parseQuantity(shown, quantity, system);
  const error =
    text === null
      ? ''
      : !p.ok
        ? p.error
        : p.value <= 0 && quantity !== 'oxygen'
          ? 'Must be more than zero.'
          : p.value > max
            ? 'Too large. Check the unit.'
            : '';
  return (
    <div>
      <label className="block text-sm font-medium">
        {label}
        <input
          className="input min-h-12 w-full font-figure aria-invalid:border-error"
          aria-invalid={error !== ''}
          value={shown}
          onChange={(e) => {
            setText(e.target.value);
            const q = parseQuantity(e.target.value, quantity, system);
            if (q.ok && (q.value > 0 || quantity === 'oxygen') && q.value <= max) onValue(q.value);
          }}
          onBlur={() => error === '' && setText(null)}
        />
      </label>
      {error && (
        <span role="alert" className="text-sm font-semibold text-error">
          ■ {error}
        </span>
      )}
    </div>
  );
}

export function PurgeStage() {
  const { state, criterion, system, devices, draft, setDraft, record } = useWeld();
  const running = state.runs.find((r) => r.endedAt === null);
  const size = state.design.size;
  const gas = state.gas;
  const [body, setBody] = useState<Body>(
    () =>
      state.plan?.body ?? {
        ...startingBody(size),
        ...(gas && { gas: gas.purge.gas, supplyPpm: gas.purge.supplyPpm }),
        ...(gas &&
          settles(gas.purge.gas) === 'up' && {
            inlet: { ...startingBody(size).inlet, height: 'high' as const },
            vent: { ...startingBody(size).vent, height: 'low' as const },
          }),
      },
  );
  const shown = draft.body ?? body;
  const plan = useMemo(() => planStraight(size, shown, criterion.purge.startPpm, system), [size, shown, criterion, system]);
  const [place, setPlace] = useState<'vent' | 'joint' | 'inlet'>('vent');
  const [count, setCount] = useState('2');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);

  useEffect(() => {
    if (!draft.body) setDraft({ body });
  }, [draft.body, body, setDraft]);
  useEffect(() => setDraft({ rules: plan.rules }), [plan, setDraft]);

  const change = (b: Body) => {
    setBody(b);
    setDraft({ body: b });
  };
  const device = gas?.monitor && devices.find((d) => d.id === gas.monitor?.id);
  const checked = gas ? checkMonitor(gas.air, gas.bottle, gas.purge.supplyPpm).ok : false;
  const countIn = /^\d{1,3}$/.test(count.trim()) ? Number(count) : null;

  const start = async () => {
    setBusy(true);
    const valid = bodySchema.safeParse(shown);
    const no =
      (valid.success
        ? null
        : {
            error: 'The set-up is out of range.',
            reasons: valid.error.issues.map((i) => `${i.path.join(' ')}: ${i.message}`),
            status: 422,
          }) ??
      (countIn === null
        ? { error: 'Count the dams, tape and diffusers that go in: the same must come out.', reasons: [], status: 422 }
        : null) ??
      (await record({ stream: state.id, type: 'purge.planned', body: { body: shown, plan } })) ??
      (await record({
        stream: newId(),
        type: 'run.started',
        body: {
          spool: state.spool,
          welds: [state.id],
          body: shown,
          rules: rulesFor(criterion.purge, Boolean(device)),
          planned: plan.figures[1]?.high ?? null,
          device: device ? { id: device.id, label: device.name } : null,
          place,
          monitorChecked: checked,
          countIn: countIn ?? 0,
        },
      }));
    setRefusal(no);
    setBusy(false);
  };

  if (running) return <RunPanel run={running} />;
  const opening = (which: 'inlet' | 'vent', label: string) => (
    <>
      <BodyField
        label={`${label} bore`}
        value={shown[which].bore}
        quantity="length"
        max={0.1}
        onValue={(bore) => change({ ...shown, [which]: { ...shown[which], bore } })}
      />
      <label className="block text-sm font-medium">
        {label} at
        <select
          className="select min-h-12 w-full"
          aria-label={`${label} at`}
          value={`${shown[which].side}-${shown[which].height}`}
          onChange={(e) => {
            const [side, height] = e.target.value.split('-') as ['A' | 'B', 'low' | 'middle' | 'high'];
            change({ ...shown, [which]: { ...shown[which], side, height } });
          }}
        >
          {(['A', 'B'] as const).flatMap((s) =>
            (['low', 'middle', 'high'] as const).map((h) => <option key={s + h} value={`${s}-${h}`}>{`end ${s}, ${h}`}</option>),
          )}
        </select>
      </label>
    </>
  );
  const dam = (end: 'damA' | 'damB') => (
    <>
      <BodyField
        label={`Dam ${end.slice(-1)} from the joint`}
        value={shown[end].distance}
        quantity="length"
        max={30}
        onValue={(distance) => change({ ...shown, [end]: { ...shown[end], distance } })}
      />
      <label className="block text-sm font-medium">
        Dam {end.slice(-1)} is
        <select
          className="select min-h-12 w-full"
          aria-label={`Dam ${end.slice(-1)} is`}
          value={shown[end].kind}
          onChange={(e) => change({ ...shown, [end]: { ...shown[end], kind: damSchema.parse(e.target.value) } })}
        >
          {damSchema.options.map((k) => (
            <option key={k}>{k}</option>
          ))}
        </select>
      </label>
    </>
  );
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 md:grid-cols-4">
        {dam('damA')}
        {dam('damB')}
        {opening('inlet', 'Inlet')}
        {opening('vent', 'Vent')}
        <BodyField label="Flow" value={shown.flow} quantity="flow" max={5e-3} onValue={(flow) => change({ ...shown, flow })} />
        <label className="block text-sm font-medium">
          Attitude
          <select
            className="select min-h-12 w-full"
            aria-label={'Attitude'}
            value={String(shown.tilt)}
            onChange={(e) => change({ ...shown, tilt: Number(e.target.value) })}
          >
            {![0, 15, -15, 45, -45, 90, -90].includes(shown.tilt) && <option value={String(shown.tilt)}>{shown.tilt}°</option>}
            <option value="0">level</option>
            <option value="15">B low, 15°</option>
            <option value="-15">A low, 15°</option>
            <option value="45">B low, 45°</option>
            <option value="-45">A low, 45°</option>
            <option value="90">on end, B down</option>
            <option value="-90">on end, A down</option>
          </select>
        </label>
        <label className="flex min-h-12 items-end gap-2 pb-3 text-sm">
          <input
            type="checkbox"
            className="checkbox"
            checked={shown.inlet.diffuser}
            onChange={(e) => change({ ...shown, inlet: { ...shown.inlet, diffuser: e.target.checked } })}
          />
          broad diffuser
        </label>
      </div>
      <Rules rules={plan.rules} />
      <Beside>
        <Figures figures={plan.figures} system={system} big={1} />
      </Beside>
      <div className="grid grid-cols-2 gap-x-3 md:grid-cols-4">
        <label className="block text-sm font-medium">
          Oxygen measured at
          <select
            className="select min-h-12 w-full"
            aria-label={'Oxygen measured at'}
            value={place}
            onChange={(e) => setPlace(e.target.value as 'vent')}
          >
            <option value="vent">the vent</option>
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
            onChange={(e) => setCount(e.target.value)}
            aria-invalid={countIn === null}
          />
        </label>
      </div>
      <p className="text-sm" role="status">
        {device
          ? `${device.name}${checked ? ', checked this shift' : ', not checked this shift: the record will say so'}.`
          : criterion.purge.clockAllowed
            ? 'No monitor: by the clock. The record will say oxygen not measured.'
            : 'No monitor, and this criterion asks for one. The record will say oxygen not measured.'}
      </p>
      <RefusalNote refusal={refusal} />
      <button type="button" className="btn btn-success min-h-14 px-8 text-lg" disabled={busy} onClick={() => void start()}>
        Start the purge
      </button>
    </div>
  );
}
