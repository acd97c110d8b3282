/** How the tint model runs in this shop: foretold against seen, weld by weld; coupons that narrow it; a correction, offered and undone; and how eyes differ. */
import * as Comlink from 'comlink';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { alloys, type AlloyId } from '../../../core/basics/materials';
import { show, type System } from '../../../core/basics/units';
import { biasOf, biasWords, LEAST_WELDS, seenAgainst, type Correction, type Foretold } from '../../../core/models/foretold';
import { bandNames } from '../../../core/models/tint';
import { couponForm, couponOf, learntOf, type NewTintEntry, type TintEntry, type TintHere } from '../../../core/work/tint';
import type { CaseQuestion, ForetoldWorker } from '../../workers/foretold.worker';
import { ToldRows } from '../../draw/ToldRows';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { listening } from '../kit/listening';
import { RefusalNote } from '../kit/notes';
import { ReaderUnits } from '../kit/reader';
import { newId, request, type Refusal } from '../post';
import { Eyes } from './Eyes';

type Props = { here: TintHere; people: { id: string; name: string; stamp: string }[]; me: string | null; system: System };
type Case = TintHere['cases'][number] & { told: Foretold };

/** Rows that are shown before somebody asks for all. */
const ROWS = 12;

export default listening(TintPlace);

function TintPlace({ here: first, people, me, system }: Props) {
  const [here, setHere] = useState(first);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const look = useCallback(async () => {
    const sent = await request<TintHere>('GET', '/api/tint');
    if (sent.ok) setHere(sent.value);
  }, []);
  const send = useCallback(
    async (path: string, body: unknown): Promise<Refusal | null> => {
      const sent = await request('POST', path, body);
      if (sent.ok) await look();
      setRefusal(sent.ok ? null : sent.refusal);
      return sent.ok ? null : sent.refusal;
    },
    [look],
  );
  const keep = (entry: NewTintEntry) => send('/api/tint', entry);
  const back = (id: string, reason: string) => send(`/api/tint/${id}/back`, { reason });
  const cases = useCases(here);
  const names = useMemo(() => new Map(people.map((p) => [p.id, `${p.name} (${p.stamp})`])), [people]);
  return (
    <ReaderUnits value={system}>
      <div className="max-w-6xl space-y-8">
        <RefusalNote refusal={refusal} />
        <Runs here={here} cases={cases} names={names} keep={keep} back={back} />
        <Coupons entries={here.entries} names={names} system={system} keep={keep} back={back} />
        <Eyes here={here} me={me} onOpen={() => void send('/api/tint/eye', { open: true })} />
      </div>
    </ReaderUnits>
  );
}

/** Every weld foretold again by the model and the coupons as they stand now. @returns null while it is reckoned */
function useCases(here: TintHere): Case[] | null {
  const [told, setTold] = useState<Case[] | null>(null);
  const { cases, entries } = here;
  useEffect(() => {
    if (cases.length === 0) return setTold([]);
    let gone = false;
    setTold(null);
    const raw = new Worker(new URL('../../workers/foretold.worker.ts', import.meta.url), { type: 'module', name: 'foretold' });
    const worker = Comlink.wrap<ForetoldWorker>(raw);
    const asked = cases.map((c): CaseQuestion => ({
      weld: c.weld,
      pass: { alloy: c.alloy, ...c.pass },
      gas: { ppm: c.ppm, dewPoint: c.dewPoint, flow: c.flow },
    }));
    const learnt = Object.fromEntries([...new Set(cases.map((c) => c.alloy))].map((a) => [a, learntOf(entries, a)]));
    worker
      .cases(
        asked,
        learnt,
        Comlink.proxy(() => undefined),
      )
      .then((list) => !gone && setTold(cases.flatMap((c, i) => (list[i] ? [{ ...c, told: list[i] }] : []))))
      .catch((e: unknown) => console.error('The tint model stopped:', e));
    return () => {
      gone = true;
      worker[Comlink.releaseProxy]();
      raw.terminate();
    };
  }, [cases, entries]);
  return told;
}

type Acts = { keep: (e: NewTintEntry) => Promise<Refusal | null>; back: (id: string, reason: string) => Promise<Refusal | null> };
type RunsProps = Acts & { here: TintHere; cases: Case[] | null; names: Map<string, string> };

function Runs({ here, cases, names, keep, back }: RunsProps) {
  const metals = [...new Set((cases ?? []).map((c) => c.alloy))];
  return (
    <section className="space-y-4">
      <h2 className="text-xl font-semibold">Foretold against seen, inside</h2>
      {cases === null ? (
        <p role="status">Reckoning {here.cases.length} welds.</p>
      ) : cases.length === 0 ? (
        <p>No weld yet of which the oxygen was measured at the arc and the inside was seen. Such welds show here how the model runs.</p>
      ) : (
        metals.map((a) => (
          <Metal
            key={a}
            alloy={a}
            cases={cases.filter((c) => c.alloy === a)}
            entries={here.entries}
            names={names}
            keep={keep}
            back={back}
          />
        ))
      )}
    </section>
  );
}

type MetalProps = Acts & { alloy: AlloyId; cases: Case[]; entries: TintEntry[]; names: Map<string, string> };
function Metal({ alloy, cases, entries, names, keep, back }: MetalProps) {
  const [all, setAll] = useState(false);
  const within = cases.filter((c) => seenAgainst(c.told, c.seen) === 'within').length;
  const bias = useMemo(() => biasOf(cases.map((c) => ({ alloy, nm: c.told.nm.value, seen: c.seen }))), [cases, alloy]);
  const standing = entries.filter(
    (e): e is TintEntry & { kind: 'correction'; body: Correction } => e.kind === 'correction' && e.alloy === alloy,
  );
  const taken = standing.at(-1);
  return (
    <div className="space-y-2 border-t-2 border-base-content pt-2">
      <h3 className="text-lg font-semibold">{alloys[alloy].name}</h3>
      <p>
        <span className="font-figure text-3xl font-bold">{within}</span> of <span className="font-figure text-xl">{cases.length}</span>{' '}
        welds were seen within what was foretold; four in five is what the range is for.
      </p>
      <p>
        {bias
          ? `Seen is ${biasWords(bias)}, over ${bias.welds} welds.`
          : `A bias is told from ${LEAST_WELDS} welds on; there ${cases.length === 1 ? 'is' : 'are'} ${cases.length}.`}
      </p>
      {taken ? (
        <p className="flex flex-wrap items-center gap-3">
          <span>
            Corrected here: {biasWords(taken.body)}, from {taken.body.welds} welds, taken over by {names.get(taken.by ?? '') ?? 'somebody'}.
          </span>
          <button type="button" className="btn min-h-12" onClick={() => void back(taken.id, 'Undone with one press')}>
            Undo the correction
          </button>
        </p>
      ) : (
        bias && (
          <p className="flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="btn min-h-12"
              onClick={() => void keep({ id: newId(), alloy, kind: 'correction', body: bias })}
            >
              Take the correction over
            </button>
            <span className="text-sm">Offered, never taken by itself. What is foretold then says so, and one press undoes it.</span>
          </p>
        )
      )}
      <ToldRows
        of={alloys[alloy].name}
        rows={cases.slice(0, all ? undefined : ROWS).map((c) => ({ id: c.weld, name: c.number, told: c.told, seen: c.seen, ppm: c.ppm }))}
      />
      {cases.length > ROWS && (
        <button type="button" className="btn btn-ghost min-h-12" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? `The newest ${ROWS}` : `All ${cases.length}`}
        </button>
      )}
    </div>
  );
}

type CouponsProps = Acts & { entries: TintEntry[]; names: Map<string, string>; system: System };
function Coupons({ entries, names, system, keep, back }: CouponsProps) {
  const [open, setOpen] = useState(false);
  const coupons = entries.flatMap((e) => (e.kind === 'coupon' ? [e] : [])).reverse();
  return (
    <section className="space-y-2">
      <h2 className="text-xl font-semibold">Coupons</h2>
      <p className="max-w-3xl">
        Weld a short tube at an oxygen you measured, cut it open, grade the worst tint beside the bead. One narrows what is foretold in its
        metal.
      </p>
      <ul>
        {coupons.map((c) => (
          <li key={c.id} className="flex flex-wrap items-center gap-x-3 border-t border-base-300 py-1">
            <span className="grow">
              <strong>{alloys[c.alloy].name}</strong>, {Math.round(c.body.ppm)} ppm: {bandNames[c.body.band].toLowerCase()}.{' '}
              {c.body.od === null ? 'Plate' : show(c.body.od, 'length', system)} x {show(c.body.wall, 'length', system)},{' '}
              {show(c.body.current, 'current', system)}, {show(c.body.travel, 'speed', system)}, {show(c.body.flow, 'flow', system)}
              {c.body.dewPoint === null ? '' : `, dew point ${show(c.body.dewPoint, 'temperature', system)}`}. {names.get(c.by ?? '') ?? ''}
              , {new Date(c.when).toISOString().slice(0, 10)}
            </span>
            <button type="button" className="btn btn-ghost min-h-11" onClick={() => void back(c.id, 'Taken back with one press')}>
              Take it back
            </button>
          </li>
        ))}
        {coupons.length === 0 && <li>None yet: what is foretold goes by the model alone.</li>}
      </ul>
      {open ? (
        <Form
          of={couponForm(system)}
          system={system}
          label="Keep the coupon"
          again
          onRecord={async (v) => {
            const { alloy, body } = couponOf(v);
            const no = await keep({ id: newId(), alloy, kind: 'coupon', body });
            if (!no) setOpen(false);
            return no;
          }}
        >
          <div className="grid max-w-4xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
            {Object.keys(couponForm(system)).map((name) => (
              <Field key={name} name={name} />
            ))}
          </div>
        </Form>
      ) : (
        <button type="button" className="btn min-h-12" onClick={() => setOpen(true)}>
          Enter a coupon
        </button>
      )}
    </section>
  );
}
