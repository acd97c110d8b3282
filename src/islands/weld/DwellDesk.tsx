/** Products on this weld: what is asked before one goes on, the marks of each while it is on, the rinse that ends it. */
import { useState, type ReactNode } from 'react';
import { moment } from '../../../core/basics/fields';
import { duration, show } from '../../../core/basics/units';
import { methodCautions, type CleanAbout } from '../../../core/work/clean';
import {
  dwellForm,
  dwellMethod,
  dwellMarkNames,
  dwellNow,
  dwellRinseForm,
  dwellRinseSaid,
  dwellRinseSpeaks,
  dwellSaid,
  dwellSpeaks,
  dwellTyped,
  marksFor,
  type DwellClock,
  type DwellMarked,
  type DwellNow,
} from '../../../core/work/dwell';
import type { DwellMark } from '../../../core/models/dwell';
import { bathWords } from '../../../core/work/tank';
import { bathClock, clockOf, openClocks, openDwells, situation, versionOf, wasOn, type DwellOf } from '../../../core/work/record';
import { DwellFace, nameOf, titleOf, useDwellCues } from '../dwell/DwellClocks';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { Cautions, Missing, RefusalNote } from '../kit/notes';
import { useNow } from '../kit/useNow';
import { serverTime, type Refusal, type Said } from '../post';
import { Unsaved } from '../run/Unsaved';
import { LatePick } from '../run/useRun';
import { useShop, useWeld } from './context';
import { answered, Speaks } from './Speaks';

/** Every product that is on, as clocks read from across the shop. */
export function DwellHead() {
  const { state } = useWeld();
  const { now: madeAt } = useShop();
  const now = useNow(madeAt, 500);
  const open = openClocks(state);
  useDwellCues(open, now);
  return (
    <div role="status" aria-label="Products that are on" className="flex flex-wrap gap-x-10 gap-y-3">
      {open.map((clock) => (
        <DwellFace key={clock.id} clock={clock} now={now} size="room" title={titleOf(clock)} />
      ))}
    </div>
  );
}

/** An entry as it was told. */
const bodyOf = ({ event: _, at: __, by: ___, ...body }: { event: string; at: number; by: string | null }): object => body;

const isMark = (type: string) => type.startsWith('dwell.') || type === 'passivate.started';

/** Every product that is on, each with its marks; told late, the next mark counts from then. */
export function OpenDwells() {
  const { state, unsaved, live } = useWeld();
  const { now, system } = useShop();
  const [late, setLate] = useState(0);
  const open = openDwells(state);
  if (open.length === 0) return null;
  return (
    <>
      {open.map((d) => (
        <DwellPanel key={d.id} clock={clockOf(d)} marks={d.marks} begun="dwell.begun" entry={bodyOf(d.begun)} late={late} onLate={setLate}>
          {({ phase }) => (
            <>
              <p className="text-sm">
                Stays on {duration(d.begun.least)} to {duration(d.begun.most)}
                {d.begun.from === 'sheet' ? ', by its sheet' : d.begun.from === 'hint' ? ': the tables, a hint' : ', as told'}; metal{' '}
                {show(d.begun.celsius, 'temperature', system)}.
                {d.begun.current && <strong> Keep the pad wet and moving: where it stands it burns and frosts.</strong>}
              </p>
              {phase === 'off' && <DwellRinse of={d} />}
            </>
          )}
        </DwellPanel>
      ))}
      <Unsaved list={unsaved.filter((w) => isMark(w.event.type))} live={live} madeAt={now} />
      <LatePick late={late} onLate={setLate} />
      {open.some((d) => d.begun.product.product.hydrofluoric) && <FirstAid />}
    </>
  );
}

/** The passivating bath or gel that is on, with its marks; its rinse is asked below it. */
export function OpenBath() {
  const { state, unsaved, live } = useWeld();
  const { now } = useShop();
  const [late, setLate] = useState(0);
  const clock = state.rinse ? null : bathClock(state);
  if (!clock) return null;
  return (
    <>
      <DwellPanel
        clock={clock}
        marks={state.bathMarks}
        begun="passivate.started"
        entry={state.bath ? bodyOf(state.bath) : {}}
        late={late}
        onLate={setLate}
      >
        {() => null}
      </DwellPanel>
      <Unsaved list={unsaved.filter((w) => isMark(w.event.type))} live={live} madeAt={now} />
      <LatePick late={late} onLate={setLate} />
    </>
  );
}

const FirstAid = () => (
  <a href="/first-aid" className="btn min-h-12 w-full border-error text-error">
    First aid: hydrofluoric acid
  </a>
);

const timeForm = { happened: moment('It happened at', 'Give the day and hour it happened.', serverTime) };

type Panel = {
  clock: DwellClock;
  marks: readonly (DwellMark & { event: string })[];
  /** the entry that put it on, and what it said */
  begun: 'dwell.begun' | 'passivate.started';
  entry: object;
  late: number;
  onLate: (s: number) => void;
  children: (is: DwellNow) => ReactNode;
};
/** One product: its marks, the last of them to be taken back or set to another time, and what belongs to it. */
function DwellPanel({ clock, marks, begun, entry, late, onLate, children }: Panel) {
  const { state, record, unsay } = useWeld();
  const { now: madeAt, system } = useShop();
  const now = useNow(madeAt, 500);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const is = dwellNow(clock, now);
  const mark = async (what: DwellMarked['what']) => {
    const at = late > 0 ? { at: serverTime() - late * 1000 } : {};
    onLate(0);
    setRefusal(await record({ stream: state.id, type: 'dwell.marked', body: { dwell: clock.id, what }, ...at }));
  };
  // Putting it on is the first mark, and an entry of its own: it can be taken back as long as nothing followed.
  const last = marks.at(-1);
  const first = last?.event === clock.id;
  const correct = (change: { reason: string; body: object | null; happenedAt?: string }) =>
    record({
      ...{ stream: state.id, type: 'weld.corrected' },
      body: { corrects: last?.event ?? '', version: versionOf(first ? begun : 'dwell.marked'), ...change },
    } as Said);
  const undo = async () => {
    if (!last) return;
    if (await unsay(last.event)) return setRefusal(null);
    setRefusal(await correct({ reason: 'Marked by mistake, taken back', body: null }));
  };
  return (
    <section aria-label={nameOf(clock)} className="space-y-2 border-b border-base-300 pb-3">
      <p className="font-semibold">{nameOf(clock)}</p>
      <div className="grid grid-cols-2 gap-2">
        {marksFor(clock, is).map((what, i) => (
          <button
            key={what}
            type="button"
            className={`btn h-auto min-h-14 ${i === 0 ? 'col-span-2 text-lg btn-primary' : ''}`}
            onClick={() => void mark(what)}
          >
            {dwellMarkNames[what]}
          </button>
        ))}
      </div>
      {children(is)}
      {last && (
        <button type="button" className="btn min-h-11 btn-ghost btn-sm" onClick={() => void undo()}>
          Take back: {first ? 'it was not put on' : dwellMarkNames[last.what].toLowerCase()}
        </button>
      )}
      {last && (
        <details className="text-sm" key={last.event}>
          <summary className="min-h-11 cursor-pointer list-none py-2">It happened at another time ›</summary>
          <Form
            row
            of={timeForm}
            system={system}
            label="Set its time"
            onRecord={async ({ happened }) => {
              const body = first ? entry : { dwell: clock.id, what: last.what };
              // Not sent yet, it is simply told anew with its time.
              if (!first && (await unsay(last.event)))
                return record({ stream: state.id, type: 'dwell.marked', body, at: Date.parse(happened) } as Said);
              return correct({ reason: 'Set to the time it happened', body, happenedAt: new Date(happened).toISOString() });
            }}
          >
            <Field name="happened" className="grow" />
          </Form>
        </details>
      )}
      <RefusalNote refusal={refusal} />
    </section>
  );
}

function DwellRinse({ of }: { of: DwellOf }) {
  const { state, record } = useWeld();
  const { registers, system } = useShop();
  const rule = clockOf(of);
  const on = wasOn(rule, serverTime());
  return (
    <Form
      of={dwellRinseForm(registers)}
      system={system}
      label="Record the rinse"
      onRecord={(v) =>
        answered(dwellRinseSpeaks(v, on, rule), v, () =>
          record({ stream: state.id, type: 'dwell.rinsed', body: dwellRinseSaid(v, of.id, on, rule) }),
        )
      }
    >
      {({ read }) => (
        <>
          <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
            <Field name="neutraliser" className="col-span-2" />
            <Field name="feed" />
            <Field name="runoff" />
            <Field name="feedMicro" />
            <Field name="runoffMicro" />
            <Field name="chloride" />
            <Field name="dried" />
            <Field name="remains" className="col-span-2" />
          </div>
          <Speaks breaches={dwellRinseSpeaks(read, on, rule)} />
        </>
      )}
    </Form>
  );
}

/** What is asked before it goes on: the metal measured, its sheet, and of hydrofluoric acid every time the same. */
export function PutOn({ about }: { about: CleanAbout }) {
  const { state, criterion, record } = useWeld();
  const { registers, system, people, person } = useShop();
  const s = situation(state, criterion);
  const who = {
    metals: [...new Set([state.design.alloyA, state.design.alloyB])],
    today: new Date(serverTime()).toISOString().slice(0, 10),
    who: person?.name ?? '',
  };
  const form = dwellForm(
    registers,
    people.filter((p) => p.id !== person?.id),
    about,
  );
  return (
    <Form
      of={form}
      known={{ stretch: 'all' }}
      system={system}
      label="It is on: start its clock"
      again
      onRecord={(v) =>
        answered(dwellSpeaks(v, s, who), v, () => {
          const body = dwellSaid(v, s, who, about);
          return body
            ? record({ stream: state.id, type: 'dwell.begun', body })
            : Promise.resolve({
                error: 'There is no time to go by: type how long you were told it stays on, and why.',
                reasons: [],
                status: 422,
              });
        })
      }
    >
      {({ read }) => {
        const time = dwellTyped(read, who);
        const acid = read.product?.body.hydrofluoric === true;
        const speaks = dwellSpeaks(read, s, who);
        // What must not be at all is said before anything is asked of the acid.
        const stops = speaks.some((b) => b.level === 'never' && b.id !== 'hydrofluoric');
        return (
          <>
            <Missing what={[form.product.shape.kind === 'choice' && form.product.shape.options.length === 0 && 'pickling products']} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
              <Field name="product" className="col-span-2" />
              <Field name="side" />
              {about.stretches.length > 0 && <Field name="stretch" />}
              <Field name="celsius" />
              {read.product?.body.kind === 'pickle' && (
                <Field name="tank" hint={read.tank ? bathWords(read.tank, serverTime(), system) : ''} />
              )}
              <Field name="told" label="Stays on, as told" hint={time && !('no' in time) ? 'empty: as below' : 'no sheet speaks'} />
              {read.product?.body.kind === 'electrolyte' && (
                <>
                  <Field name="current" />
                  <Field name="amps" />
                  <Field name="pad" />
                </>
              )}
            </div>
            {time && !('no' in time) && (
              <p className="text-lg leading-tight font-semibold" data-testid="stays">
                Stays on {duration(time.least)} to {duration(time.most)}
                {time.wetWithin !== null && `, wetted every ${duration(time.wetWithin)}`}
                <span className="block text-sm font-normal">
                  {
                    { sheet: "By the product's sheet.", hint: 'By the tables, a hint: ask for the sheet.', told: 'As told, by no sheet.' }[
                      time.from
                    ]
                  }
                </span>
              </p>
            )}
            {stops && <Speaks breaches={speaks} />}
            {acid && (
              <div role="group" aria-label="Hydrofluoric acid: asked every time" className="border-l-8 border-error pl-3">
                <p className="font-semibold">Hydrofluoric acid: asked every time</p>
                <div className="grid grid-cols-2 gap-x-3 gap-y-1">
                  <Field name="second" />
                  <Field name="gelUntil" />
                  <Field name="gloves" />
                  <Field name="overSleeve" />
                  <Field name="wash" className="col-span-2" />
                  <Field name="faceShield" className="col-span-2" />
                </div>
                <FirstAid />
              </div>
            )}
            {!stops && <Speaks breaches={speaks} />}
            {read.product && <Cautions texts={methodCautions(dwellMethod(read.product.body) ?? 'paste')} />}
          </>
        );
      }}
    </Form>
  );
}
