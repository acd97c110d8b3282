/** Adds an item to a register: a heat, a WPS, a gas lot, a tool, a product. */
import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { containers, gasNames, gasSchema, meterNames, meterSchema } from '../../../core/basics/gases';
import { alloys, alloySchema } from '../../../core/basics/materials';
import { issuesOf } from '../../../core/work/event';
import { registerSchema, type RegisterItem } from '../../../core/work/registers';
import { parseNumber, parseQuantity, type System } from '../../../core/basics/units';
import { CheckField, PickField, TextField, type Option } from '../kit/fields';
import { StageForm } from '../kit/StageForm';
import { request, type Refusal } from '../post';
import { listening } from '../kit/listening';

type Kind = RegisterItem['kind'];
type Values = Record<
  | 'label'
  | 'alloy'
  | 'what'
  | 'revision'
  | 'ampsLow'
  | 'ampsHigh'
  | 'about'
  | 'gas'
  | 'lot'
  | 'grade'
  | 'supply'
  | 'use'
  | 'metal'
  | 'grit'
  | 'productKind'
  | 'dwell'
  | 'form'
  | 'water'
  | 'rated'
  | 'station'
  | 'meterKind'
  | 'scaleGas'
  | 'scale'
  | 'certificate'
  | 'frost'
  | 'hottest'
  | 'sulphur'
  | 'filler'
  | 'container',
  string
> & { hydrofluoric: boolean; metals: string[] };

const kinds: [Kind, string][] = [
  ['heat', 'Heat'],
  ['wps', 'WPS'],
  ['gas', 'Gas lot'],
  ['tool', 'Tool'],
  ['product', 'Product'],
  ['cylinder', 'Cylinder'],
  ['meter', 'Flow meter'],
];
const list = (values: readonly string[]): Option[] => values.map((v) => ({ value: v, label: v }));

function bodyFor(kind: Kind, v: Values, system: System): unknown {
  const number = (t: string) => (t.trim() ? parseNumber(t) : null);
  const seconds = v.dwell.trim() ? parseQuantity(v.dwell, 'time', system, 0, 'min') : null;
  const hottest = v.hottest.trim() ? parseQuantity(v.hottest, 'temperature', system) : null;
  /** NaN for what is no temperature: the schema refuses it by name */
  const frost = (t: string): number | null => {
    if (!t.trim()) return null;
    const p = parseQuantity(t, 'temperature', system);
    return p.ok ? p.value : NaN;
  };
  if (kind === 'heat')
    return {
      alloy: v.alloy,
      what: v.what,
      sulphur: v.sulphur.trim() ? (parseNumber(v.sulphur.replace('%', '')) ?? NaN) : null,
      filler: v.filler.trim() || null,
    };
  if (kind === 'wps')
    return {
      revision: v.revision,
      about: v.about,
      metals: v.metals,
      amps: number(v.ampsLow) !== null && number(v.ampsHigh) !== null ? [number(v.ampsLow), number(v.ampsHigh)] : null,
    };
  if (kind === 'gas')
    return {
      gas: v.gas,
      lot: v.lot,
      grade: v.grade,
      supplyPpm: number(v.supply) ?? -1,
      use: v.use,
      certificate: v.certificate,
      frostPoint: frost(v.frost),
    };
  if (kind === 'tool') return { what: v.what, metal: v.metal, grit: number(v.grit) };
  const si = (t: string, q: 'volume' | 'gauge') => {
    const p = parseQuantity(t, q, system, 0, q === 'volume' ? 'L' : undefined);
    return p.ok ? p.value : -1;
  };
  const bought = containers.find((c) => c.id === v.container);
  if (kind === 'cylinder')
    return bought
      ? { gas: v.gas, lot: null, form: bought.form, water: bought.water, rated: bought.rated, station: v.station }
      : { gas: v.gas, lot: null, form: v.form, water: si(v.water, 'volume'), rated: si(v.rated, 'gauge'), station: v.station };
  // A scale is marked for the pressure in its tube; gauge pressure is what stands on it.
  if (kind === 'meter')
    return {
      meterKind: v.meterKind,
      scaleGas: v.scaleGas,
      scalePascal: 101_325 + si(v.scale, 'gauge'),
      scaleCelsius: 20,
      station: v.station,
    };
  return {
    kind: v.productKind,
    lot: v.lot,
    dwellSeconds: seconds?.ok ? seconds.value : null,
    hydrofluoric: v.hydrofluoric,
    mostCelsius: hottest?.ok ? hottest.value : null,
  };
}

/** A cylinder that stands in no list. */
function OwnCylinder({ system }: { system: System }) {
  const { watch } = useFormContext<Values>();
  if (watch('container') !== 'own') return null;
  return (
    <>
      <PickField
        name="form"
        label="What it holds"
        options={[
          { value: 'cylinder', label: 'gas under pressure' },
          { value: 'liquid', label: 'liquid' },
        ]}
      />
      <TextField name="water" label="Water volume, such as 50 L" />
      <TextField name="rated" label={system === 'inch' ? 'Rated fill, such as 2900 psi' : 'Rated fill, such as 200 bar'} />
    </>
  );
}

/** The base metals a WPS is for. */
function Metals() {
  const { register } = useFormContext<Values>();
  return (
    <fieldset className="col-span-2 md:col-span-4">
      <legend className="text-sm font-medium">Base metals it is for; none: it does not say</legend>
      <div className="flex flex-wrap gap-x-4">
        {alloySchema.options.map((a) => (
          <label key={a} className="flex min-h-11 items-center gap-2 text-sm">
            <input type="checkbox" className="checkbox" value={a} {...register('metals')} />
            {alloys[a].name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

export default listening(AddItem);

function AddItem({ system }: { system: System }) {
  const [kind, setKind] = useState<Kind>('heat');
  const save = async (v: Values): Promise<Refusal | null> => {
    const item = registerSchema.safeParse({ kind, label: v.label, body: bodyFor(kind, v, system) });
    if (!item.success)
      return {
        error: 'Something in it cannot be right.',
        reasons: issuesOf(item.error),
        status: 422,
      };
    const sent = await request('POST', '/api/registers', item.data);
    if (!sent.ok) return sent.refusal;
    location.reload();
    return null;
  };
  return (
    <>
      <div role="group" aria-label="What to add" className="mb-2 flex flex-wrap gap-1">
        {kinds.map(([k, name]) => (
          <button
            key={k}
            type="button"
            className={`btn min-h-12 ${kind === k ? 'btn-primary' : ''}`}
            aria-pressed={kind === k}
            onClick={() => setKind(k)}
          >
            {name}
          </button>
        ))}
      </div>
      <StageForm<Values>
        defaults={{
          label: '',
          alloy: '316L',
          what: 'tube',
          revision: '',
          ampsLow: '',
          ampsHigh: '',
          about: '',
          gas: 'argon',
          lot: '',
          grade: '5.0',
          supply: '3',
          use: 'both',
          metal: 'stainless',
          grit: '',
          productKind: 'citric',
          dwell: '',
          hydrofluoric: false,
          hottest: '',
          form: 'cylinder',
          water: '50 L',
          rated: '200 bar',
          station: '',
          meterKind: 'float',
          scaleGas: 'argon',
          scale: system === 'inch' ? '0 psi' : '0 bar',
          certificate: '',
          frost: '',
          sulphur: '',
          filler: '',
          container: '50-200',
          metals: [],
        }}
        onRecord={save}
        label="Add"
      >
        <div className="grid max-w-4xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
          <TextField
            name="label"
            label={kind === 'tool' || kind === 'product' ? 'Name' : 'Number'}
            rules={{ required: 'Enter it as marked.' }}
          />
          {kind === 'heat' && (
            <>
              <PickField name="alloy" label="Alloy" options={list(alloySchema.options)} />
              <PickField name="what" label="What" options={list(['tube', 'fitting', 'filler', 'flux'])} />
              <TextField name="filler" label="Class, of a filler" hint="such as ER309L; empty: that of its alloy" />
              <TextField
                name="sulphur"
                label="Sulphur, %"
                hint="from the certificate, such as 0.009"
                rules={{
                  validate: (x: string) =>
                    !x.trim() ||
                    ((parseNumber(x.replace('%', '')) ?? -1) >= 0 && (parseNumber(x.replace('%', '')) ?? 2) <= 1) ||
                    'A share such as 0.009.',
                }}
              />
            </>
          )}
          {kind === 'wps' && (
            <>
              <TextField name="revision" label="Revision" rules={{ required: 'Enter the revision.' }} />
              <TextField name="ampsLow" label="Amps from" />
              <TextField name="ampsHigh" label="Amps to" />
              <TextField name="about" label="For" />
              <Metals />
            </>
          )}
          {kind === 'gas' && (
            <>
              <PickField name="gas" label="Gas" options={gasSchema.options.map((g) => ({ value: g, label: gasNames[g] }))} />
              <TextField name="lot" label="Lot" rules={{ required: 'Enter the lot.' }} />
              <TextField name="grade" label="Grade" />
              <TextField
                name="supply"
                label="Oxygen in it, ppm"
                rules={{ validate: (x: string) => (parseNumber(x) ?? -1) >= 0 || 'Type ppm from the certificate, such as 3.' }}
              />
              <TextField name="certificate" label="Certificate" />
              <TextField name="frost" label="Its dew point" hint={system === 'inch' ? 'such as -76 °F' : 'such as -60 °C'} />
              <PickField name="use" label="For" options={list(['both', 'purge', 'torch'])} />
            </>
          )}
          {kind === 'cylinder' && (
            <>
              <PickField name="gas" label="Gas" options={gasSchema.options.map((g) => ({ value: g, label: gasNames[g] }))} />
              <PickField
                name="container"
                label="Size"
                options={[
                  ...containers.map((c) => ({ value: c.id, label: c.name })),
                  { value: 'own', label: 'another: its volume and rating' },
                ]}
              />
              <OwnCylinder system={system} />
              <TextField name="station" label="Bay or station" />
            </>
          )}
          {kind === 'meter' && (
            <>
              <PickField
                name="meterKind"
                label="Kind"
                options={meterSchema.shape.meterKind.options.map((k) => ({ value: k, label: meterNames[k] }))}
              />
              <PickField name="scaleGas" label="Scale is for" options={list(['argon', 'air', 'helium', 'nitrogen'])} />
              <TextField name="scale" label="Scale pressure, gauge" hint={`0 ${system === 'inch' ? 'psi' : 'bar'}, or what stands on it`} />
              <TextField name="station" label="Bay or station" />
            </>
          )}
          {kind === 'tool' && (
            <>
              <TextField name="what" label="What it is" />
              <PickField
                name="metal"
                label="Marked for"
                options={list(['stainless', 'titanium', 'carbon-steel', 'aluminium', 'unmarked'])}
              />
              <TextField name="grit" label="Grit, if any" />
            </>
          )}
          {kind === 'product' && (
            <>
              <PickField
                name="productKind"
                label="Kind"
                options={list(['paste', 'gel', 'pickle', 'nitric', 'citric', 'neutraliser', 'electrolyte'])}
              />
              <TextField name="lot" label="Lot" rules={{ required: 'Enter the lot.' }} />
              <TextField name="dwell" label="Dwell by its sheet" hint="such as 20 min" />
              <TextField
                name="hottest"
                label="Hottest metal by its sheet"
                hint={`such as ${system === 'inch' ? '95 °F' : '35 °C'}; empty: the guides`}
              />
              <CheckField name="hydrofluoric" label="Holds hydrofluoric acid" />
            </>
          )}
        </div>
      </StageForm>
    </>
  );
}
