/** The weld as it was done, beside its sheet: one press where it was welded as the sheet says; else only what was not. */
import { useEffect, useMemo, useState } from 'react';
import { clock } from '../../../core/basics/units';
import { placeText } from '../../../core/basics/seam';
import { clampSeen } from '../../../core/work/record';
import {
  AS_THE_SHEET,
  asTheSheet,
  differences,
  stopNames,
  turnSeconds,
  weldedForm,
  weldedKnown,
  weldedOf,
  type Stop,
  type StopKind,
} from '../../../core/work/welded';
import { isNoReason } from '../../../core/work/sheet';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { RefusalNote } from '../kit/notes';
import type { Refusal } from '../post';
import { useShop, useWeld } from './context';
import { Deviations } from './Deviations';
import { useDesk, usePressed } from './desk';

const kinds = Object.keys(stopNames) as StopKind[];

/** Stops pressed on the seam: each press takes its place, the kind is said once. */
export function useStops(): readonly Stop[] {
  const { state } = useWeld();
  return useDesk().desk.draft.stops ?? state.welded?.stops ?? [];
}

export function AsDone() {
  const { state, record } = useWeld();
  const { system } = useShop();
  const { setup: s, welded: w, design } = state;
  const clamp = clampSeen(state);
  const [open, setOpen] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  if (state.arcs.length === 0) return null;
  const seconds = state.arcs.reduce((n, a) => n + (a.off === null ? 0 : a.off - a.on), 0) / 1000;
  const turn = s?.travel == null ? null : turnSeconds(design, s.travel) * (s.sheet?.passes.reduce((n, p) => n + p.times, 0) ?? 1);
  const asSheet = async () => {
    setBusy(true);
    setRefusal(await record({ stream: state.id, type: 'welded.recorded', body: AS_THE_SHEET }));
    setBusy(false);
  };
  return (
    <section aria-label="As it was done" className="space-y-2">
      {w ? (
        <div className="border-l-8 border-base-content pl-3">
          <p className="text-lg leading-tight font-bold">{asTheSheet(w) ? 'Welded as the sheet says.' : 'Not all as the sheet says.'}</p>
          <ul className="text-sm">
            {differences(w, s, design, system).map((d) => (
              <li key={d}>□ {d}</li>
            ))}
          </ul>
          {w.reason && <p className="text-sm">{w.reason}</p>}
        </div>
      ) : (
        <p className="text-base font-semibold">Was it welded as the sheet says?</p>
      )}
      <dl className="grid grid-cols-3 gap-2 text-sm">
        <Beside label="Amps" sheet={s && `${Math.round(s.amps)} A`} seen={clamp === null ? null : `${Math.round(clamp)} A`} by="clamp" />
        <Beside label="Arc time" sheet={turn === null ? null : clock(turn)} seen={clock(seconds)} by="marks" />
        <Beside label="Arcs" sheet={null} seen={String(state.arcs.length)} by="marks" />
      </dl>
      <RefusalNote refusal={refusal} />
      {!w && s && (
        <button type="button" className="btn btn-primary min-h-14 w-full text-lg" disabled={busy} onClick={() => void asSheet()}>
          As the sheet says
        </button>
      )}
      {!open ? (
        <button type="button" className={`btn min-h-12 w-full ${!s && !w ? 'btn-primary' : ''}`} onClick={() => setOpen(true)}>
          {w ? 'Set it right' : s ? 'Something was not' : 'Say how it was welded'}
        </button>
      ) : (
        <Differences clamp={clamp} onDone={() => setOpen(false)} />
      )}
      {state.deviations.some((d) => d.step === 'weld') && <Deviations step="weld" />}
    </section>
  );
}

/** What the sheet has, and beside it what was measured; never taken for each other. */
const Beside = ({ label, sheet, seen, by }: { label: string; sheet: string | null; seen: string | null; by: string }) => (
  <div>
    <dt>{label}</dt>
    <dd className="font-figure text-lg leading-tight">{seen ?? '–'}</dd>
    <dd className="text-xs">
      {seen === null ? 'not measured' : by}
      {sheet !== null && (
        <>
          ; <span className="underline">{sheet}</span> set
        </>
      )}
    </dd>
  </div>
);

function Differences({ clamp, onDone }: { clamp: number | null; onDone: () => void }) {
  const { state, record } = useWeld();
  const { system } = useShop();
  const { act } = useDesk();
  const { setup: s, welded: w, design } = state;
  const table = useMemo(() => weldedForm(design, s), [design, s]);
  const stops = useStops();
  const [kind, setKind] = useState<StopKind>('slip');
  const put = (list: readonly Stop[]) => act({ do: 'draw', draft: { stops: list } });
  useEffect(() => {
    put(w?.stops ?? []);
    return () => act({ do: 'forget-stops' });
  }, []);
  // A press on the seam, and not its going on.
  usePressed((p) => {
    if (p.how === 'down') put([...stops, { kind, at: p.at }]);
  });
  const { seam } = design;
  const names = Object.keys(table);
  return (
    <Form
      of={table}
      known={weldedKnown(w, design)}
      system={system}
      label="Record how it was welded"
      onRecord={async (v) => {
        const body = weldedOf(v, stops, design, s);
        if (asTheSheet(body) && s && body.words === '')
          return {
            error: 'Nothing here is otherwise than the sheet. Press “As the sheet says”, or say what was not.',
            reasons: [],
            status: 422,
          };
        if (s && !asTheSheet({ ...body, stops: [] }) && isNoReason(body.reason))
          return { error: 'Say why it was not as the sheet: “ok” is no reason.', reasons: [], status: 422 };
        const no = await record({ stream: state.id, type: 'welded.recorded', body });
        if (!no) onDone();
        return no;
      }}
    >
      <p className="text-sm">Empty is as the sheet says. Only what was otherwise is typed.</p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
        {names
          .filter((n) => n !== 'reason' && n !== 'words' && n !== 'way')
          .map((n) => (
            <Field
              key={n}
              name={n}
              {...(n === 'amps' && {
                hint: [s && `sheet ${Math.round(s.amps)} A`, clamp !== null && `clamp ${Math.round(clamp)} A`].filter(Boolean).join(', '),
              })}
            />
          ))}
      </div>
      <Field name="way" />
      <fieldset className="border-t border-base-content/40 pt-2">
        <legend className="sr-only">Stops</legend>
        <div className="grid grid-cols-3" role="group" aria-label="Kind of stop">
          {kinds.map((k) => (
            <button
              key={k}
              type="button"
              className={`btn h-auto min-h-12 rounded-none px-1 text-sm leading-tight ${k === kind ? 'btn-primary' : ''}`}
              aria-pressed={k === kind}
              onClick={() => setKind(k)}
            >
              {stopNames[k]}
            </button>
          ))}
        </div>
        <p className="mt-1 text-sm">Press its place on the {seam.kind === 'straight' ? 'seam' : 'clock'}.</p>
        <div className="flex flex-wrap gap-1">
          {seam.kind !== 'straight' &&
            [12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11].map((h) => (
              <button
                key={h}
                type="button"
                className="btn min-h-11 min-w-11 px-0"
                aria-label={`${stopNames[kind]} at ${h} o'clock`}
                onClick={() => put([...stops, { kind, at: h }])}
              >
                {h}
              </button>
            ))}
        </div>
        <ul className="mt-1 space-y-1 text-sm">
          {stops.map((x, i) => (
            <li key={i} className="flex items-center justify-between gap-2">
              {stopNames[x.kind]} at {placeText(x.at, seam, system)}
              <button type="button" className="btn min-h-11" onClick={() => put(stops.filter((_, j) => j !== i))}>
                Take off
              </button>
            </li>
          ))}
        </ul>
      </fieldset>
      <Field name="reason" />
      <Field name="words" />
    </Form>
  );
}
