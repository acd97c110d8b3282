/** Dams, inlets, vents, gas lines: what is picked in the drawing, or from the row of chips, is set here. */
import { useState } from 'react';
import { words } from '../../../core/basics/fields';
import {
  coolDistance,
  damNames,
  damPractice,
  damSchema,
  fromJoint,
  hoseMaterialSchema,
  hoseNames,
  kitOf,
  measures,
  partLabel,
  seatsOf,
  seatWords,
  upTo,
  withDam,
  withInlet,
  withKit,
  withoutOpening,
  withVent,
  type Dam,
  type Height,
  type Inlet,
  type Setup,
  type Vent,
} from '../../../core/models/setup';
import { itemsOf, type RegisterItem } from '../../../core/work/registers';
import { isStraight, type Port } from '../../../core/basics/spool';
import { show, type System } from '../../../core/basics/units';
import { LiveField, LivePick } from '../kit/LiveField';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { request, type Refusal } from '../post';

type Props = {
  setup: Setup;
  system: System;
  picked: string | null;
  onPick: (id: string | null) => void;
  onChange: (s: Setup) => void;
  ends: { part: string; port: Port }[];
  registers: readonly RegisterItem[];
};

const heights = (['low', 'middle', 'high'] as const).map((h) => ({ value: h, label: h }));

export function OpeningsPanel({ setup, system, picked, onPick, onChange, ends, registers }: Props) {
  const chips: [string, string][] = [
    ...setup.dams.map((d): [string, string] => [d.id, `Dam ${d.id.slice(1)}`]),
    ...setup.inlets.map((i): [string, string] => [i.id, `Inlet ${i.id.slice(1)}`]),
    ...setup.vents.map((v): [string, string] => [v.id, `Vent ${v.id.slice(1)}`]),
  ];
  const dam = setup.dams.find((d) => d.id === picked);
  const inlet = setup.inlets.find((i) => i.id === picked);
  const vent = setup.vents.find((v) => v.id === picked);
  const seats = seatsOf(setup).map((seat) => ({ value: seat, label: seatWords(setup, seat) }));
  const put = (added: { setup: Setup; id: string } | null) => {
    if (!added) return;
    onChange(added.setup);
    onPick(added.id);
  };
  const drop = (id: string) => {
    onChange(withoutOpening(setup, id));
    onPick(null);
  };
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap gap-1" role="group" aria-label="Dams, inlets and vents">
        {chips.map(([id, name]) => (
          <button
            key={id}
            type="button"
            aria-pressed={picked === id}
            className={`btn min-h-12 px-3 ${picked === id ? 'btn-primary' : ''}`}
            onClick={() => onPick(id)}
          >
            {name}
          </button>
        ))}
        <span className="mx-1 self-center text-sm">add</span>
        <button type="button" className="btn min-h-12 px-3 btn-outline" onClick={() => put(withDam(setup, picked))}>
          + dam
        </button>
        <button type="button" className="btn min-h-12 px-3 btn-outline" onClick={() => put(withInlet(setup, false))}>
          + hose
        </button>
        <button
          type="button"
          className="btn min-h-12 px-3 btn-outline"
          onClick={() => put(withInlet(setup, true))}
          disabled={setup.inlets.length === 0}
        >
          + split
        </button>
        <button type="button" className="btn min-h-12 px-3 btn-outline" onClick={() => put(withVent(setup))}>
          + vent
        </button>
      </div>
      {dam && <DamEditor setup={setup} dam={dam} system={system} ends={ends} onChange={onChange} onDrop={() => drop(dam.id)} />}
      {inlet && <InletEditor setup={setup} inlet={inlet} seats={seats} system={system} onChange={onChange} onDrop={() => drop(inlet.id)} />}
      {vent && <VentEditor setup={setup} vent={vent} seats={seats} system={system} onChange={onChange} onDrop={() => drop(vent.id)} />}
      {!dam && !inlet && !vent && (
        <p className="text-sm text-base-content/80">Pick one here or in the drawing. Dams are dragged along the tube.</p>
      )}
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
        <KitLine setup={setup} registers={registers} system={system} onChange={onChange} />
      </div>
    </div>
  );
}

function DamEditor({
  setup,
  dam,
  system,
  ends,
  onChange,
  onDrop,
}: {
  setup: Setup;
  dam: Dam;
  system: System;
  ends: Props['ends'];
  onChange: (s: Setup) => void;
  onDrop: () => void;
}) {
  const set = (d: Dam) => onChange({ ...setup, dams: setup.dams.map((x) => (x.id === dam.id ? d : x)) });
  const away = fromJoint(setup, dam.id);
  const part = setup.parts.find((p) => p.id === dam.part);
  const joint = setup.parts.find((p) => p.id === setup.joint);
  const places = [
    ...setup.parts.filter(isStraight).map((p) => ({ value: `${p.id}|in`, label: `in ${partLabel(setup, p.id)}` })),
    ...ends
      .filter((e) => !setup.parts.some((p) => p.id === e.part && isStraight(p)))
      .map((e) => ({ value: `${e.part}|${e.port}`, label: `over end ${e.port} of ${partLabel(setup, e.part)}` })),
  ];
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1 border-l-4 border-base-content pl-3 md:grid-cols-4" data-testid="dam-editor">
      <LivePick
        label={`Dam ${dam.id.slice(1)} is`}
        value={dam.kind}
        options={damSchema.options.map((k) => ({ value: k, label: damNames[k] }))}
        onValue={(kind) => set({ ...dam, kind })}
      />
      <LivePick
        label="Where"
        value={typeof dam.at === 'number' ? `${dam.part}|in` : `${dam.part}|${dam.at}`}
        options={places}
        onValue={(v) => {
          const [p = '', at] = v.split('|');
          const long = setup.parts.find((x) => x.id === p);
          set({ ...dam, part: p, at: at === 'in' ? (long && 'length' in long ? long.length / 2 : 0) : (at as Port) });
        }}
      />
      {typeof dam.at === 'number' && part && 'length' in part && (
        <LiveField
          of={upTo(measures.along, part.length, away === null ? 'From the start of its part' : `Dam ${dam.id.slice(1)} from the joint`)}
          value={away ?? dam.at}
          system={system}
          onValue={(x) => set({ ...dam, at: away === null || dam.part === joint?.id ? x : part.length - x })}
        />
      )}
      <LiveField
        of={measures.pinhole}
        value={dam.pinhole ?? 0}
        system={system}
        onValue={(p) => set({ ...dam, pinhole: p > 0 ? p : null })}
      />
      <p className="col-span-full text-xs text-base-content/80">
        Least distance: {show(damPractice[dam.kind].least, 'length', system)} by common practice
        {joint && `, ${show(coolDistance(dam.kind, joint.size.wall), 'length', system)} by the heat of this weld`}. Take what the maker says
        where there is one.{' '}
        <button type="button" className="link" onClick={onDrop}>
          Take this dam out
        </button>
      </p>
    </div>
  );
}

type SeatOption = { value: string; label: string };

function InletEditor({
  setup,
  inlet,
  seats,
  system,
  onChange,
  onDrop,
}: {
  setup: Setup;
  inlet: Inlet;
  seats: SeatOption[];
  system: System;
  onChange: (s: Setup) => void;
  onDrop: () => void;
}) {
  const set = (i: Inlet) => onChange({ ...setup, inlets: setup.inlets.map((x) => (x.id === inlet.id ? i : x)) });
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1 border-l-4 border-base-content pl-3 md:grid-cols-4" data-testid="inlet-editor">
      <LivePick label="Inlet through" value={inlet.on} options={seats} onValue={(on) => set({ ...inlet, on })} />
      <LivePick<Height> label="Inlet at" value={inlet.height} options={heights} onValue={(height) => set({ ...inlet, height })} />
      <LivePick
        label="Inlet ends in"
        value={inlet.kind}
        options={[
          { value: 'open', label: 'open hose end' },
          { value: 'diffuser', label: 'broad diffuser' },
          { value: 'ring', label: 'ring of holes' },
        ]}
        onValue={(kind) => set({ ...inlet, kind, holes: kind === 'ring' ? Math.max(4, inlet.holes) : 1 })}
      />
      <LiveField
        of={measures.inletBore}
        {...(inlet.kind === 'ring' && { label: 'Hole' })}
        value={inlet.bore}
        system={system}
        onValue={(b) => set({ ...inlet, bore: b })}
      />
      {inlet.kind === 'ring' && (
        <LiveField of={measures.holes} value={inlet.holes} system={system} onValue={(n) => set({ ...inlet, holes: Math.round(n) })} />
      )}
      <LivePick
        label="Hose"
        value={inlet.hose.material}
        options={hoseMaterialSchema.options.map((m) => ({ value: m, label: hoseNames[m] }))}
        onValue={(material) => set({ ...inlet, hose: { ...inlet.hose, material } })}
      />
      <LiveField
        of={measures.hoseLength}
        value={inlet.hose.length}
        system={system}
        onValue={(l) => set({ ...inlet, hose: { ...inlet.hose, length: l } })}
      />
      <LiveField
        of={measures.hoseBore}
        value={inlet.hose.bore}
        system={system}
        onValue={(b) => set({ ...inlet, hose: { ...inlet.hose, bore: b } })}
      />
      <p className="col-span-full text-xs">
        <button type="button" className="link" onClick={onDrop}>
          Take this inlet out
        </button>
      </p>
    </div>
  );
}

function VentEditor({
  setup,
  vent,
  seats,
  system,
  onChange,
  onDrop,
}: {
  setup: Setup;
  vent: Vent;
  seats: SeatOption[];
  system: System;
  onChange: (s: Setup) => void;
  onDrop: () => void;
}) {
  const set = (v: Vent) => onChange({ ...setup, vents: setup.vents.map((x) => (x.id === vent.id ? v : x)) });
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1 border-l-4 border-base-content pl-3 md:grid-cols-4" data-testid="vent-editor">
      <LivePick label="Vent in" value={vent.on} options={seats} onValue={(on) => set({ ...vent, on })} />
      <LivePick<Height> label="Vent at" value={vent.height} options={heights} onValue={(height) => set({ ...vent, height })} />
      <LiveField of={measures.ventBore} value={vent.bore} system={system} onValue={(b) => set({ ...vent, bore: b })} />
      <p className="self-end pb-3 text-xs">
        <button type="button" className="link" onClick={onDrop}>
          Take this vent out
        </button>
      </p>
    </div>
  );
}

const kitForm = { name: words('Keep this as a kit', { least: 1, most: 80, says: 'Give it a name, such as my purge set.' }) };

/** My purge set: kept under a name, put on with one choice. */
function KitLine({ setup, registers, system, onChange }: Pick<Props, 'setup' | 'registers' | 'system' | 'onChange'>) {
  const [known, setKnown] = useState(() => itemsOf(registers, 'kit'));
  const kit = kitOf(setup);
  const keep = async (label: string): Promise<Refusal | null> => {
    if (!kit) return { error: 'A kit wants a dam, an inlet, a vent and a flow.', reasons: [], status: 422 };
    const sent = await request<{ id: string }>('POST', '/api/registers', { kind: 'kit', label, body: kit });
    if (!sent.ok) return sent.refusal;
    setKnown([...known, { kind: 'kit', id: sent.value.id, label, body: kit }]);
    return null;
  };
  return (
    <>
      <LivePick
        label="Put on a kit"
        value=""
        options={[
          { value: '', label: known.length ? 'take one' : 'none kept yet' },
          ...known.map((k) => ({ value: k.id, label: k.label })),
        ]}
        onValue={(id) => {
          const k = known.find((x) => x.id === id);
          if (k) onChange(withKit(setup, k.body));
        }}
      />
      <div className="col-span-2">
        <Form row of={kitForm} system={system} label="Keep" className="flex items-start gap-2" onRecord={({ name }) => keep(name)}>
          <Field name="name" className="grow" />
        </Form>
      </div>
    </>
  );
}
