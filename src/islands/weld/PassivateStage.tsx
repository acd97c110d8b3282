/** Passivate: bath, dwell counter, neutralise, rinse to its end point, test. */
import { passivates } from '../../../core/models/cleaning';
import { show, timed } from '../../../core/basics/units';
import {
  bathForm,
  bathRow,
  bathSaid,
  bathSpeaks,
  bathTimeSpeaks,
  dwellFromNames,
  rinseForm,
  rinseSaid,
  rinseSpeaks,
  testHere,
} from '../../../core/work/passivate';
import { bathWords } from '../../../core/work/tank';
import { dwellNow } from '../../../core/work/dwell';
import { bathClock, situation, stageLine, testRuns, wasOn } from '../../../core/work/record';
import { itemsOf } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { Missing } from '../kit/notes';
import { useNow } from '../kit/useNow';
import { serverTime } from '../post';
import { Skip } from './CleanStage';
import { DwellHead, OpenBath } from './DwellDesk';
import { BeforeAfter } from '../pictures/BeforeAfter';
import { PictureRoom } from '../pictures/room';
import { PictureStrip } from '../pictures/PictureStrip';
import { useShop, useWeld } from './context';
import { answered, Speaks } from './Speaks';
import { useWords } from '../kit/reader';
import { JointDrawing } from './JointDrawing';
import { Title } from './StagePage';
import type { StageView } from './stageView';
import { Testing } from './Testing';

function PassivateStage() {
  const { state } = useWeld();
  return (
    <>
      <OpenBath />
      {testRuns(state) ? <Testing /> : state.bath && !state.rinse ? <RinseWhenUp /> : <Bath />}
      {state.bath && state.rinse && !testRuns(state) && !state.done.passivate && (
        <details className="text-sm">
          <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Rinse and test again, without another bath ›</summary>
          <Rinse />
        </details>
      )}
      <BeforeAfter />
      <Skip stage="passivate" />
    </>
  );
}

function Bath() {
  const { state, criterion, record } = useWeld();
  const { registers, system } = useShop();
  const s = situation(state, criterion);
  const table = bathForm(registers);
  const products = itemsOf(registers, 'product');
  return (
    <Form
      of={table}
      system={system}
      label="Start the dwell"
      onRecord={(v) => answered(bathSpeaks(v, s), v, () => record({ stream: state.id, type: 'passivate.started', body: bathSaid(v, s) }))}
    >
      {({ read }) => {
        const { acid, product } = read;
        const row = bathRow(read);
        const bySheet = product?.body.dwellSeconds;
        const goes = (id: string) => {
          const p = products.find((x) => x.id === id)?.body;
          return acid === undefined || (p !== undefined && (passivates(acid, p) || p.hydrofluoric));
        };
        return (
          <>
            <Missing what={[table.product.shape.kind === 'choice' && table.product.shape.options.length === 0 && 'baths']} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
              <Field name="acid" />
              <Field name="product" className="col-span-2 @xl:col-span-1" offer={(all) => all.filter((o) => goes(o.value))} />
              {product && product.body.kind !== 'gel' && (
                <Field name="tank" hint={read.tank ? bathWords(read.tank, serverTime(), system) : ''} />
              )}
              <Field name="percent" {...(acid && { label: `Strength, % by ${acid === 'citric' ? 'weight' : 'volume'}` })} />
              <Field name="celsius" />
              <Field
                name="dwell"
                hint={!product ? '' : bySheet != null ? `Product's sheet: ${timed(bySheet)}` : 'No time on the product: ask for its sheet'}
              />
            </div>
            <Speaks breaches={bathSpeaks(read, s)} />
            <p className="text-sm">
              {read.percent === undefined || read.celsius === undefined
                ? ''
                : row
                  ? `Table: ${row.id} of ${row.standard ?? 'ASTM A967'}, at least ${row.minutes} min (from memory; a hint). The product's sheet decides.`
                  : 'No row of ASTM A967 or A380 fits this bath: the sheet and a test decide.'}
            </p>
          </>
        );
      }}
    </Form>
  );
}

/** The rinse is asked once the time is up or it is off; before that it stands behind a press. What is typed in it stays when the time comes. */
function RinseWhenUp() {
  const { state } = useWeld();
  const { now: madeAt } = useShop();
  const now = useNow(madeAt, 500);
  const clock = bathClock(state);
  const early = clock !== null && dwellNow(clock, now).due === 'early';
  return (
    <details className="text-sm" open={early ? undefined : true}>
      <summary className={early ? 'min-h-11 cursor-pointer list-none py-2 font-medium' : 'hidden'}>Rinse it before its time ›</summary>
      <Rinse />
    </details>
  );
}

function Rinse() {
  const { state, criterion, record } = useWeld();
  const { registers, system } = useShop();
  if (!state.bath) return null;
  const s = situation(state, criterion);
  const clock = bathClock(state);
  const time = () => (clock ? bathTimeSpeaks(wasOn(clock, serverTime()), clock) : []);
  const speaks = (v: Parameters<typeof rinseSpeaks>[0]) => [...rinseSpeaks(v, s), ...time()];
  return (
    <div className="space-y-3">
      <Form
        of={rinseForm(registers, serverTime)}
        system={system}
        label="Record rinse and test"
        onRecord={(v) => answered(speaks(v), v, () => record({ stream: state.id, type: 'passivate.ended', body: rinseSaid(v, s, time()) }))}
      >
        {({ read, typed }) => {
          const test = read.test ?? 'none';
          return (
            <>
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
                <Field name="neutraliser" />
                <Field name="feed" />
                <Field name="runoff" />
                <Field name="chloride" />
                <Field name="test" />
                {test !== 'none' && (
                  <Field name="place" offer={(all) => all.map((o) => (o.value === 'here' ? { ...o, label: testHere(test) } : o))} />
                )}
                {test !== 'none' && typed['place'] === 'elsewhere' && (
                  <>
                    <Field name="when" />
                    <Field name="by" />
                    <Field name="passed" />
                  </>
                )}
              </div>
              <Speaks breaches={speaks(read)} />
            </>
          );
        }}
      </Form>
    </div>
  );
}

/** The dwell as it runs, readable from across the shop; else what is next. */
function PassivateHead() {
  const { state } = useWeld();
  const { system } = useShop();
  const words = useWords();
  const { bath, rinse } = state;
  if (state.done.passivate) return <Title level="none" title="Passivated." reason={words(stageLine(state, 'passivate', system))} />;
  if (!bath || rinse)
    return (
      <Title
        level="none"
        title={
          rinse?.testPassed === false
            ? 'Its test failed: another bath, then rinse and test.'
            : rinse
              ? 'Its test.'
              : 'Which bath, how strong, how warm, how long?'
        }
        reason={rinse ? words(stageLine(state, 'passivate', system)) : 'The product’s sheet decides; the table is a hint.'}
      />
    );
  return (
    <>
      <DwellHead />
      <p>
        {bath.percent} %, {show(bath.celsius, 'temperature', system)}; the time {dwellFromNames[bath.dwellFrom]}.
      </p>
    </>
  );
}

export const passivate: StageView = {
  Room: PictureRoom,
  Foot: PictureStrip,
  view: 'end',
  Head: PassivateHead,
  Drawing: JointDrawing,
  Form: PassivateStage,
};
