/** What the criterion says of the look so far, the look recorded, and the verdict given on it. */
import { useState } from 'react';
import { isWeldedOut, judge, loosenedText, outcomeNames, outcomeSchema, type Outcome } from '../../../core/models/criteria';
import { afterBrush, asWelded, lightForm } from '../../../core/work/look';
import { brushedSides, weldFindings } from '../../../core/work/record';
import { RefusalNote } from '../kit/notes';
import { useWords } from '../kit/reader';
import { newId, type Refusal } from '../post';
import { useLineSeen } from './useLineSeen';
import { useShop, useWeld } from './context';
import { insideSeen, useDesk, useLooking } from './desk';
import { OtherLooks } from './OtherLooks';

/** So many reasons stand with a verdict. */
const REASONS = 60;
const rank = (o: Outcome) => outcomeSchema.options.indexOf(o);

/** The look as it stands on the desk, and what the criterion says of it. */
export function useJudged() {
  const { state, criterion } = useWeld();
  const { looking } = useDesk().desk;
  const { insideBy, tints, defects, reachable } = looking;
  const before = looking.veiled ? [] : (state.look?.tints ?? []);
  const now = insideSeen(looking) ? tints : tints.filter((t) => t.zone.startsWith('od'));
  const brushed = brushedSides(state);
  const seen = {
    tints: asWelded(now, brushed, before),
    after: afterBrush(now, brushed, before, looking.veiled ? [] : (state.look?.after ?? []), state.design.seam),
    defects: [...defects],
    insideReachable: reachable,
  };
  const { seam, size } = state.design;
  // What two others differ in would tell a third what they saw.
  const findings = weldFindings(state, criterion).filter((f) => !looking.veiled || f.fact !== 'eyes');
  const line = useLineSeen();
  return {
    ...{ insideBy, seen },
    verdict: judge(criterion, { ...seen, seam, wall: size.wall, rewelds: state.rewelds, ...(line && { line }) }, findings),
  };
}

export function Verdict() {
  const { state, criterion, record } = useWeld();
  const { system } = useShop();
  const { change } = useLooking();
  const words = useWords();
  const { insideBy, seen, verdict } = useJudged();
  const [chosen, setChosen] = useState<Outcome | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);

  // The draft is what was recorded when it still reads the same as when it was saved, or as when the page came up with it.
  const { looking } = useDesk().desk;
  const { scope, lamp, lux, veiled } = looking;
  const text = JSON.stringify([seen, insideBy, scope, lamp, lux]);
  const [savedAs, setSavedAs] = useState(() => (state.look && !veiled ? text : null));
  // What others said is shown from now on: it stands as it was recorded.
  const [wasVeiled, setWasVeiled] = useState(veiled);
  if (wasVeiled && !veiled) {
    setWasVeiled(false);
    if (savedAs === null) setSavedAs(text);
  }
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
    const light = lightForm.lux.read(lux, system);
    if (!light.ok) return setRefusal({ error: `Light on the weld: ${light.error}`, reasons: [], status: 422 });
    const body = { insideBy, ...seen, scope: scope.trim(), lamp: lamp.trim(), lux: light.value, blind: veiled };
    void send(record({ stream: state.id, type: 'look.recorded', id: newId(), body }), () => {
      setSavedAs(text);
      setWasVeiled(false);
      change({ veiled: false });
    });
  };
  const decide = (outcome: Outcome) => {
    if (!state.look) return;
    const body = {
      look: state.look.event,
      criterion: { id: criterion.id, version: criterion.version },
      outcome,
      // What it was decided by stands with it: why, what would have to differ, what keeps it open, and what of the rule is looser than it ships.
      reasons: [
        ...(verdict.reasons.length ? verdict.reasons : [`${outcomeNames[outcome]} by decision.`]),
        ...(verdict.differ.length ? [`To be accepted: ${verdict.differ.join('; ')}.`] : []),
        ...verdict.open,
        ...loose,
      ].slice(0, REASONS),
    };
    void send(record({ stream: state.id, type: 'verdict.given', body }));
  };
  const { outcome } = verdict;
  const loose = loosenedText(criterion, 'metric');
  // A person may be stricter than the criterion, never milder; what it refers is for a person to settle.
  const allowed =
    outcome === 'incomplete'
      ? []
      : outcome === 'refer'
        ? outcomeSchema.options
        : outcomeSchema.options.filter((o) => rank(o) >= rank(outcome));
  const open = allowed.filter((o) => o !== 'reweld' || !isWeldedOut(criterion, state));
  const given = chosen !== null && open.includes(chosen) ? chosen : outcome;

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
        {verdict.open.length > 0 && (
          <ul className="mt-1 border-l-4 border-base-content pl-2 text-sm" aria-label="What keeps it open">
            {verdict.open.map((o) => (
              <li key={o}>{words(o)}</li>
            ))}
          </ul>
        )}
        {verdict.differ.length > 0 && (
          <details className="mt-1 text-sm">
            <summary className="min-h-6 cursor-pointer">What would have to differ to accept it</summary>
            <ul className="list-disc pl-5">
              {verdict.differ.map((d) => (
                <li key={d}>{words(d)}</li>
              ))}
            </ul>
          </details>
        )}
        {loose.length > 0 && (
          <ul className="mt-1 text-sm" aria-label="Looser than the shipped scheme">
            {loose.map((l) => (
              <li key={l}>{words(l)}</li>
            ))}
          </ul>
        )}
        <p className="mt-1 text-xs text-base-content/80">
          {criterion.id} version {criterion.version}. {criterion.source}
        </p>
      </div>
      <OtherLooks />
      <div className="stay flex flex-wrap items-end gap-2">
        <RefusalNote refusal={refusal} />
        <button type="button" className={`btn min-h-12 ${recorded ? '' : 'btn-primary'}`} disabled={busy || recorded} onClick={save}>
          {recorded ? 'Look recorded' : outcome === 'incomplete' ? 'Record the look, incomplete' : 'Record the look'}
        </button>
        {recorded && given !== 'incomplete' && open.length > 0 && (
          <>
            <label className="text-sm font-medium">
              Verdict
              <select
                aria-label="Verdict"
                className="select min-h-12 w-52"
                value={given}
                onChange={(e) => setChosen(outcomeSchema.parse(e.target.value))}
              >
                {open.map((o) => (
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
