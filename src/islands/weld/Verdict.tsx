/** What the criterion says of the look so far, the look recorded, and the verdict given on it. */
import { useState } from 'react';
import { judge, outcomeNames, outcomeSchema, type Outcome } from '../../../core/models/criteria';
import { LOOK_UNSAID } from '../../../core/work/look';
import { weldFindings } from '../../../core/work/record';
import { RefusalNote } from '../kit/notes';
import { useWords } from '../kit/reader';
import { newId, type Refusal } from '../post';
import { useWeld } from './context';
import { useDesk } from './desk';

const rank = (o: Outcome) => outcomeSchema.options.indexOf(o);

/** The look as it stands on the desk, and what the criterion says of it. */
export function useJudged() {
  const { state, criterion } = useWeld();
  const { insideBy, tints, defects, reachable } = useDesk().desk.looking;
  const inside = insideBy === 'direct' || insideBy === 'borescope';
  const seen = {
    tints: inside ? [...tints] : tints.filter((t) => t.zone.startsWith('od')),
    defects: [...defects],
    insideReachable: reachable,
  };
  const { seam } = state.design;
  return { insideBy, seen, verdict: judge(criterion, { ...seen, seam }, weldFindings(state, criterion)) };
}

export function Verdict() {
  const { state, criterion, record } = useWeld();
  const words = useWords();
  const { insideBy, seen, verdict } = useJudged();
  const [chosen, setChosen] = useState<Outcome | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);

  // The draft is what was recorded when it still reads the same as when it was saved, or as when the page came up with it.
  const text = JSON.stringify([seen, insideBy]);
  const [savedAs, setSavedAs] = useState(() => (state.look ? text : null));
  const recorded = state.look !== null && savedAs === text;
  const send = async (sent: Promise<Refusal | null>, then?: () => void) => {
    setBusy(true);
    const no = await sent;
    if (!no) then?.();
    setRefusal(no);
    setBusy(false);
  };
  const save = () => {
    if (insideBy === '') return setRefusal({ error: 'Say how the inside was seen, or that it was not.', reasons: [], status: 422 });
    const said = { stream: state.id, type: 'look.recorded' as const, id: newId(), body: { ...LOOK_UNSAID, insideBy, ...seen } };
    void send(record(said), () => setSavedAs(text));
  };
  const decide = (outcome: Outcome) => {
    if (!state.look) return;
    const body = {
      look: state.look.event,
      criterion: { id: criterion.id, version: criterion.version },
      outcome,
      reasons: verdict.reasons.length ? verdict.reasons : [`${outcomeNames[outcome]} by decision.`],
    };
    void send(record({ stream: state.id, type: 'verdict.given', body }));
  };
  const { outcome } = verdict;
  // A person may be stricter than the criterion, never milder; what it refers is for a person to settle.
  const allowed =
    outcome === 'incomplete'
      ? []
      : outcome === 'refer'
        ? outcomeSchema.options
        : outcomeSchema.options.filter((o) => rank(o) >= rank(outcome));
  const given = chosen !== null && allowed.includes(chosen) ? chosen : outcome;

  return (
    <div className="mt-auto space-y-3 pb-3">
      <div className="border-2 border-base-content bg-base-100 p-3" aria-live="polite">
        <p className="text-xl font-bold" data-testid="verdict">
          {outcome === 'incomplete' ? 'Incomplete' : outcomeNames[outcome]}
        </p>
        <ul className="text-sm">
          {[...verdict.reasons, ...verdict.missing].map((r) => (
            <li key={r}>{words(r)}</li>
          ))}
        </ul>
        <p className="mt-1 text-xs text-base-content/80">
          {criterion.id} version {criterion.version}. {criterion.source}
        </p>
      </div>
      <div className="stay flex flex-wrap items-end gap-2">
        <RefusalNote refusal={refusal} />
        <button type="button" className={`btn min-h-12 ${recorded ? '' : 'btn-primary'}`} disabled={busy || recorded} onClick={save}>
          {recorded ? 'Look recorded' : outcome === 'incomplete' ? 'Record the look, incomplete' : 'Record the look'}
        </button>
        {recorded && given !== 'incomplete' && allowed.length > 0 && (
          <>
            <label className="text-sm font-medium">
              Verdict
              <select
                aria-label="Verdict"
                className="select min-h-12 w-52"
                value={given}
                onChange={(e) => setChosen(outcomeSchema.parse(e.target.value))}
              >
                {allowed.map((o) => (
                  <option key={o} value={o}>
                    {outcomeNames[o]}
                  </option>
                ))}
              </select>
            </label>
            <button type="button" className="btn btn-primary min-h-12" disabled={busy} onClick={() => decide(given)}>
              Give the verdict
            </button>
          </>
        )}
      </div>
    </div>
  );
}
