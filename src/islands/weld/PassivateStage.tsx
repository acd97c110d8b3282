/** Passivate: bath, dwell counter, neutralise, rinse to its end point, test. */
import {
  bathHint,
  judgeBath,
  judgeRinse,
  passivates,
  testNames,
  testSchema,
  testSeconds,
  type Breach,
  type Passivation,
  type Product,
  type Test,
} from '../../../core/models/cleaning';
import { parseNumber, timed } from '../../../core/basics/units';
import { itemsOf } from '../../../core/work/registers';
import { clock, duration, parseQuantity, show } from '../../../core/basics/units';
import { dwellFromNames } from '../../../core/work/passivate';
import { situation, testRuns } from '../../../core/work/record';
import { PickField, QuantityField, required, si, siOrNull, TextField } from '../kit/fields';
import { Missing } from '../kit/notes';
import { StageForm } from '../kit/StageForm';
import { useNow } from '../kit/useNow';
import { Skip } from './CleanStage';
import type { Refusal } from '../post';
import { useWeld } from './context';
import { Elsewhere, Testing } from './Testing';
import { noAnswers, reasonOf, Speaks, unanswered, type Answers } from './Speaks';

type Start = { acid: Passivation | ''; product: string; percent: string; celsius: string; dwell: string } & Answers;
type End = {
  neutraliser: string;
  feed: string;
  runoff: string;
  chloride: string;
  test: Test | '';
  place: 'here' | 'elsewhere' | '';
  passed: 'yes' | 'no' | '';
  when: string;
  by: string;
} & Answers;

export function PassivateStage() {
  const { state } = useWeld();
  return (
    <>
      {testRuns(state) ? <Testing /> : state.bath && !state.rinse ? <Rinse /> : <Bath />}
      {state.bath && state.rinse && !testRuns(state) && !state.done.passivate && (
        <details className="text-sm">
          <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Rinse and test again, without another bath ›</summary>
          <Rinse />
        </details>
      )}
      <Skip stage="passivate" />
    </>
  );
}

function Bath() {
  const { state, criterion, registers, system, record } = useWeld();
  const s = situation(state, criterion);
  const products = itemsOf(registers, 'product').filter(
    (p) => p.body.kind === 'nitric' || p.body.kind === 'citric' || p.body.kind === 'gel',
  );
  const sheet = (id: string) => products.find((p) => p.id === id)?.body.dwellSeconds ?? null;
  const dwellFrom = (v: Start, percent: number, celsius: number) =>
    sheet(v.product) !== null ? 'sheet' : v.acid && bathHint(v.acid, percent, celsius) ? 'table' : 'told';
  const inUnits = (text: string, quantity: 'temperature' | 'time') => {
    const p = parseQuantity(text || '', quantity, system, undefined, quantity === 'time' ? 'min' : undefined);
    return p.ok ? p.value : null;
  };
  /** what the table says; before everything is typed, only what holds whatever is typed */
  const speaks = (v: Start): Breach[] => {
    const product = products.find((x) => x.id === v.product)?.body;
    const [percent, celsius, dwell] = [percentOf(v.percent), inUnits(v.celsius, 'temperature'), inUnits(v.dwell, 'time')];
    if (!v.acid) return [];
    const all = judgeBath(
      {
        acid: v.acid,
        product: product ?? NO_PRODUCT(v.acid),
        percent,
        celsius: celsius ?? NaN,
        dwell: dwell ?? NaN,
        dwellFrom: dwellFrom(v, percent, celsius ?? NaN),
      },
      s,
    );
    const typed = product !== undefined && Number.isFinite(percent) && celsius !== null && dwell !== null;
    return typed ? all : all.filter((b) => ['bath-tint', 'bath-titanium', 'bath-carbon', 'bath-wet'].includes(b.id));
  };
  const save = (v: Start) => {
    const p = products.find((x) => x.id === v.product);
    const acid = v.acid;
    if (!acid) return Promise.resolve<Refusal>({ error: 'Choose the bath.', reasons: [], status: 422 });
    const [missing] = unanswered(speaks(v), v);
    if (missing !== undefined) return Promise.resolve<Refusal>({ error: missing, reasons: [], status: 422 });
    return record({
      stream: state.id,
      type: 'passivate.started',
      body: {
        acid,
        product: {
          id: v.product,
          label: p?.label ?? '',
          product: p?.body ?? NO_PRODUCT(acid),
        },
        percent: percentOf(v.percent),
        celsius: si(v.celsius, 'temperature', system),
        dwell: si(v.dwell, 'time', system),
        dwellFrom: dwellFrom(v, percentOf(v.percent), si(v.celsius, 'temperature', system)),
        because: reasonOf(speaks(v), v),
      },
    });
  };
  return (
    <StageForm<Start>
      defaults={{
        acid: '',
        product: '',
        percent: '',
        celsius: '',
        dwell: '',
        ...noAnswers,
      }}
      onRecord={save}
      label="Start the dwell"
    >
      {(form) => {
        const v = form.watch();
        const t = parseQuantity(v.celsius || '', 'temperature', system);
        const hint = t.ok && v.acid ? bathHint(v.acid, percentOf(v.percent), t.value) : null;
        const bySheet = sheet(v.product);
        return (
          <>
            <Missing what={[products.length === 0 && 'baths']} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
              <PickField
                name="acid"
                label="Bath"
                options={[
                  { value: 'citric', label: 'Citric' },
                  { value: 'nitric', label: 'Nitric' },
                ]}
                empty="Pick"
                rules={required}
              />
              <PickField
                name="product"
                label="Product and lot"
                options={products
                  .filter((p) => v.acid === '' || passivates(v.acid, p.body) || p.body.hydrofluoric)
                  .map((p) => ({ value: p.id, label: `${p.label}, lot ${p.body.lot}` }))}
                empty="Pick"
                rules={required}
              />
              <TextField
                name="percent"
                label={v.acid ? `Strength, % by ${v.acid === 'citric' ? 'weight' : 'volume'}` : 'Strength, %'}
                rules={{ validate: (x: string) => (percentOf(x) > 0 && percentOf(x) <= 100) || 'Type a strength from 0 to 100.' }}
              />
              <QuantityField
                name="celsius"
                label="Bath temperature"
                quantity="temperature"
                system={system}
                min={{ value: 0, message: 'Colder than ice. Check the unit.' }}
                max={{ value: 100, message: 'Hotter than boiling. Check the unit.' }}
              />
              <QuantityField
                name="dwell"
                label="Dwell"
                quantity="time"
                system={system}
                bare="min"
                max={{ value: 86_400, message: 'More than a day. Check the unit.' }}
                hint={bySheet ? `Product's sheet: ${timed(bySheet)}` : 'No time on the product: ask for its sheet'}
              />
            </div>
            <Speaks breaches={speaks(v)} />
            <p className="text-sm">
              {hint
                ? `Table: ${hint.id} of ASTM A967, at least ${hint.minutes} min (from memory; a hint). The product's sheet decides.`
                : 'No row of ASTM A967 fits this bath: the sheet and a test decide.'}
            </p>
          </>
        );
      }}
    </StageForm>
  );
}

/** Until one is picked. */
const NO_PRODUCT = (acid: Passivation): Product => ({ kind: acid, lot: '', dwellSeconds: null, hydrofluoric: false, mostCelsius: null });
const percentOf = (text: string): number => parseNumber(text.replace('%', '')) ?? NaN;

function Rinse() {
  const { state, criterion, registers, system, record, madeAt } = useWeld();
  const now = useNow(madeAt, 500);
  const bath = state.bath;
  if (!bath) return null;
  const left = bath.dwell - (now - bath.at) / 1000;
  const neutralisers = itemsOf(registers, 'product').filter((p) => p.body.kind === 'neutraliser');
  const s = situation(state, criterion);
  const testOf = (v: End): Test => v.test || 'none';
  const speaks = (v: End): Breach[] => {
    const all = judgeRinse(
      { feedPh: percentOf(v.feed), runoffPh: percentOf(v.runoff), chloridePpm: chlorideOf(v.chloride), test: testOf(v) },
      s,
    );
    return v.feed && v.runoff ? all : all.filter((b) => b.id !== 'rinse-end');
  };
  const chlorideOf = (text: string): number | null => {
    const p = parseQuantity(text || '', 'dissolved', system);
    return p.ok ? p.value : null;
  };
  const save = (v: End) => {
    const [missing] = unanswered(speaks(v), v);
    if (missing !== undefined) return Promise.resolve<Refusal>({ error: missing, reasons: [], status: 422 });
    const n = neutralisers.find((x) => x.id === v.neutraliser);
    return record({
      stream: state.id,
      type: 'passivate.ended',
      body: {
        neutraliser: n ? { id: n.id, label: n.label, product: n.body } : null,
        feedPh: percentOf(v.feed),
        runoffPh: percentOf(v.runoff),
        chloridePpm: siOrNull(v.chloride, 'dissolved', system),
        test: testOf(v),
        elsewhere:
          testOf(v) !== 'none' && v.place === 'elsewhere'
            ? { when: new Date(v.when).toISOString(), by: v.by.trim(), passed: v.passed === 'yes' }
            : null,
        because: reasonOf(speaks(v), v),
      },
    });
  };
  const ph = { validate: (x: string) => (percentOf(x) >= 0 && percentOf(x) <= 14) || 'pH is from 0 to 14.' };
  return (
    <div className="space-y-3">
      <div className="border-4 border-base-content p-4" role="status">
        <p className="text-lg font-bold">{left > 0 ? 'Dwelling. Keep it wet.' : 'Dwell is up. Rinse.'}</p>
        <p className="font-figure text-6xl font-bold" data-testid="dwell">
          {clock(Math.abs(left))}
          <span className="ml-2 text-xl font-normal">{left > 0 ? 'left' : 'over'}</span>
        </p>
        <p className="text-sm">
          {bath.product.label}, {bath.percent} %, {show(bath.celsius, 'temperature', system)}; the time {dwellFromNames[bath.dwellFrom]}.
        </p>
      </div>
      <StageForm<End>
        defaults={{
          neutraliser: '',
          feed: '',
          runoff: '',
          chloride: '',
          test: '',
          place: '',
          passed: '',
          when: '',
          by: '',
          ...noAnswers,
        }}
        onRecord={save}
        label="Record rinse and test"
      >
        {(form) => {
          const v = form.watch();
          return (
            <>
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
                <PickField
                  name="neutraliser"
                  label="Neutralised with"
                  options={[
                    ...neutralisers.map((x) => ({ value: x.id, label: `${x.label}, lot ${x.body.lot}` })),
                    { value: 'none', label: 'not neutralised' },
                  ]}
                  empty="Pick"
                  rules={required}
                />
                <TextField name="feed" label="pH of the feed water" rules={ph} />
                <TextField name="runoff" label="pH of the runoff" rules={ph} />
                <QuantityField name="chloride" label="Chloride in the rinse" quantity="dissolved" system={system} optional />
                <PickField
                  name="test"
                  label="Test"
                  options={testSchema.options.map((t) => ({ value: t, label: testNames[t] }))}
                  empty="Pick"
                  rules={required}
                />
                {testOf(v) !== 'none' && (
                  <PickField
                    name="place"
                    label="Where it is done"
                    options={[
                      { value: 'here', label: `here, begins now: ${duration(testSeconds[testOf(v)])}` },
                      { value: 'elsewhere', label: 'it was done elsewhere' },
                    ]}
                    empty="Pick"
                    rules={required}
                  />
                )}
                {testOf(v) !== 'none' && v.place === 'elsewhere' && <Elsewhere />}
              </div>
              <Speaks breaches={speaks(v)} />
            </>
          );
        }}
      </StageForm>
    </div>
  );
}
