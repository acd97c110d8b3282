/** Look and grade: zone, arc, band; defects; a verdict from the criterion with its reason. As welded, before any brush. */
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  arcHours,
  arcText,
  defectNames,
  defectSchema,
  judge,
  lay,
  outcomeNames,
  outcomeSchema,
  wordFor,
  zoneNames,
  zoneSchema,
  type Arc,
  type DefectKind,
  type FoundDefect,
  type Outcome,
  type Tint,
  type Zone,
} from '../../../core/models/criteria';
import { bandHex, bandRange, bandsOf, type Band } from '../../../core/models/tint';
import { filmsOf } from '../../draw/films';
import { Beside } from '../kit/Beside';
import { RefusalNote } from '../kit/notes';
import { useWords } from '../kit/reader';
import { newId, type Refusal } from '../post';
import { weldFindings } from '../../../core/work/record';
import { useWeld } from './context';

const ALL: Arc = { from: 12, to: 12 };
/** Five groups, first key; the second key picks within. */
const groups: Band[][] = [
  ['bright', 'pale-straw'],
  ['straw', 'gold'],
  ['bronze', 'purple'],
  ['dark-blue', 'light-blue'],
  ['silvery', 'second-yellow', 'second-rose', 'second-blue', 'second-green', 'later', 'grey', 'sugar', 'white'],
];

const seenBy = { direct: 'directly', borescope: 'by borescope', blind: 'blind', 'not-seen': 'not at all' };

export function LookStage() {
  const { state, criterion, setDraft, onHour, record } = useWeld();
  const words = useWords();
  const film = filmsOf(state.design.alloyA);
  const [zone, setZone] = useState<Zone>('id-haz');
  const [arc, setArc] = useState<Arc>(ALL);
  const [tints, setTints] = useState<Tint[]>(() => [...(state.look?.tints ?? [])]);
  const [defects, setDefects] = useState<FoundDefect[]>(() => [...(state.look?.defects ?? [])]);
  const [insideBy, setInsideBy] = useState<keyof typeof seenBy | ''>(state.look?.insideBy ?? '');
  const [reachable, setReachable] = useState(state.look?.insideReachable ?? state.design.insideReachable);
  const [byNumber, setByNumber] = useState(false);
  const [guide, setGuide] = useState('');
  const [number, setNumber] = useState('');
  const [echo, setEcho] = useState('');
  const [kind, setKind] = useState<DefectKind>('concavity');
  const [chosen, setChosen] = useState<Outcome | ''>('');
  const [group, setGroup] = useState<number | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);

  const inside = insideBy === 'direct' || insideBy === 'borescope';
  const seen = useMemo(
    () => ({ tints: inside ? tints : tints.filter((t) => t.zone.startsWith('od')), defects, insideReachable: reachable }),
    [tints, defects, reachable, inside],
  );
  const findings = useMemo(() => weldFindings(state, criterion), [state, criterion]);
  const verdict = judge(criterion, seen, findings);
  useEffect(() => setDraft({ tints: seen.tints, defects, chosen: { arc, zone } }), [seen, defects, arc, zone, setDraft]);

  // The End view chooses the arc: the first press starts it, the second ends it.
  const [starting, setStarting] = useState(true);
  useEffect(() => {
    onHour.current = (hour) => {
      setArc((a) => (starting ? { from: hour, to: (hour % 12) + 1 } : { ...a, to: hour }));
      setStarting((s) => !s);
    };
    return () => {
      onHour.current = null;
    };
  }, [onHour, starting]);

  const grade = (band: Band) => {
    setTints((t) => lay(t, { zone, arc, grade: { by: 'band', band } }));
    setEcho(`${zoneNames[zone]}, ${arcText(arc)}: ${wordFor(criterion, band)}.`);
  };
  const unseen = () => {
    setTints((t) => lay(t, { zone, arc, grade: { by: 'unseen' } }));
    setEcho(`${zoneNames[zone]}, ${arcText(arc)}: not seen.`);
  };
  const gradeNumber = () => {
    if (!/^\d{1,2}$/.test(number.trim()) || !guide.trim()) return setEcho('Name your printed guide and type its number.');
    setTints((t) => lay(t, { zone, arc, grade: { by: 'number', number: Number(number), guide: guide.trim() } }));
    setEcho(`${zoneNames[zone]}, ${arcText(arc)}: number ${number} of ${guide}.`);
  };
  const keys = (e: KeyboardEvent) => {
    if (e.target instanceof HTMLInputElement || e.target instanceof HTMLSelectElement || !/^[1-9]$/.test(e.key)) return;
    const n = Number(e.key);
    if (group === null) {
      if (n > 5) return;
      setGroup(n - 1);
      setEcho(`Group ${n}: ${groups[n - 1]?.map((b, i) => `${i + 1} ${wordFor(criterion, b)}`).join(', ')}.`);
    } else {
      const band = groups[group]?.[n - 1];
      setGroup(null);
      if (band && bandsOf(film.id).includes(band)) grade(band);
    }
  };
  // Digits are a shortcut for the buttons, wherever the focus is on the page.
  const onKey = useRef(keys);
  onKey.current = keys;
  useEffect(() => {
    const listener = (e: KeyboardEvent) => onKey.current(e);
    document.addEventListener('keydown', listener);
    return () => document.removeEventListener('keydown', listener);
  }, []);
  /** One press for each side that was seen: bead and HAZ together, all round. */
  const bright = (side: 'inside' | 'outside') => {
    const zones = zoneSchema.options.filter((z) => z.startsWith(side === 'inside' ? 'id' : 'od'));
    setTints((t) => [
      ...t.filter((x) => !zones.includes(x.zone)),
      ...zones.map((z): Tint => ({ zone: z, arc: ALL, grade: { by: 'band', band: 'bright' } })),
    ]);
    setEcho(
      `${side === 'inside' ? `Inside, seen ${seenBy[insideBy || 'not-seen']}` : 'Outside'}: bead and HAZ bright, all round. Change what is not.`,
    );
  };

  // The draft is what was recorded when it still reads the same as when it was saved, or as when the page came up with it.
  const text = JSON.stringify([seen, insideBy]);
  const [savedAs, setSavedAs] = useState(() => (state.look ? text : null));
  const recorded = state.look !== null && savedAs === text;
  const save = async () => {
    if (insideBy === '') return setRefusal({ error: 'Say how the inside was seen, or that it was not.', reasons: [], status: 422 });
    setBusy(true);
    const id = newId();
    const no = await record({ stream: state.id, type: 'look.recorded', id, body: { insideBy, ...seen } });
    if (!no) setSavedAs(text);
    setRefusal(no);
    setBusy(false);
  };
  const decide = async () => {
    if (!state.look) return;
    const outcome = (chosen || verdict.outcome) as Outcome;
    setBusy(true);
    setRefusal(
      await record({
        stream: state.id,
        type: 'verdict.given',
        body: {
          look: state.look.event,
          criterion: { id: criterion.id, version: criterion.version },
          outcome,
          reasons: verdict.reasons.length ? verdict.reasons : [`${outcomeNames[outcome]} by decision.`],
        },
      }),
    );
    setBusy(false);
  };
  const rank = (o: Outcome) => outcomeSchema.options.indexOf(o);
  const allowed =
    verdict.outcome === 'incomplete'
      ? []
      : verdict.outcome === 'refer'
        ? outcomeSchema.options
        : outcomeSchema.options.filter((o) => rank(o) >= rank(verdict.outcome as Outcome));

  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 gap-3">
        <label className="block text-sm font-medium">
          Inside seen
          <select
            aria-label="Inside seen"
            className="select min-h-12 w-full"
            value={insideBy}
            onChange={(e) => setInsideBy(e.target.value as 'direct')}
          >
            {insideBy === '' && <option value="">Pick</option>}
            <option value="direct">directly</option>
            <option value="borescope">by borescope or mirror</option>
            <option value="blind">blind: felt only</option>
            <option value="not-seen">not seen</option>
          </select>
        </label>
        <label className="flex min-h-12 items-end gap-2 pb-3 text-sm">
          <input type="checkbox" className="checkbox" checked={reachable} onChange={(e) => setReachable(e.target.checked)} />
          inside can be reached, cleaned and seen
        </label>
      </div>

      <div role="radiogroup" aria-label="Zone" className="grid grid-cols-4 gap-1">
        {zoneSchema.options.map((z) => (
          <button
            key={z}
            type="button"
            role="radio"
            aria-checked={zone === z}
            disabled={!inside && z.startsWith('id')}
            className={`btn min-h-12 px-1 text-sm ${zone === z ? 'btn-primary' : ''}`}
            onClick={() => setZone(z)}
          >
            {zoneNames[z]}
          </button>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-2">
        <button
          type="button"
          className={`btn min-h-12 ${arcHours(arc) > 11.9 ? 'btn-primary' : ''}`}
          aria-pressed={arcHours(arc) > 11.9}
          onClick={() => setArc(ALL)}
        >
          All round
        </button>
        {(['from', 'to'] as const).map((end) => (
          <label key={end} className="text-sm font-medium">
            {end}
            <select
              aria-label={`Arc ${end}`}
              className="select ml-1 min-h-12 w-24"
              value={arc[end]}
              onChange={(e) => setArc({ ...arc, [end]: Number(e.target.value) })}
            >
              {Array.from({ length: 24 }, (_, i) => (i + 1) / 2).map((h) => (
                <option key={h} value={h}>
                  {Math.floor(h) || 12}
                  {h % 1 ? ':30' : ''}
                </option>
              ))}
            </select>
          </label>
        ))}
        <span className="pb-3 text-xs text-base-content/80">or press the clock: start, then end</span>
        <div className="ml-auto flex flex-wrap justify-end gap-1">
          <button type="button" className="btn min-h-12" disabled={!inside} onClick={() => bright('inside')}>
            {inside ? `Inside bright, seen ${seenBy[insideBy]}` : insideBy === '' ? 'Inside: say first how it was seen' : 'Inside not seen'}
          </button>
          <button type="button" className="btn min-h-12" onClick={() => bright('outside')}>
            Outside bright
          </button>
        </div>
      </div>

      {criterion.numbers && (
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" className="checkbox" checked={byNumber} onChange={(e) => setByNumber(e.target.checked)} />
          by the number of a printed guide
        </label>
      )}
      {byNumber ? (
        <div className="flex flex-wrap items-end gap-2">
          <label className="text-sm font-medium">
            Your guide
            <input className="input min-h-12 w-56" value={guide} onChange={(e) => setGuide(e.target.value)} />
          </label>
          <label className="text-sm font-medium">
            Number
            <input
              className="input min-h-12 w-20 font-figure"
              inputMode="numeric"
              value={number}
              onChange={(e) => setNumber(e.target.value)}
            />
          </label>
          <button type="button" className="btn min-h-12" onClick={gradeNumber}>
            Set number
          </button>
        </div>
      ) : (
        // Flat mid-grey surround: nothing here may bias the eye.
        <div className="grid grid-cols-6 gap-1 bg-[#777777] p-2" aria-label="Tint, computed colours">
          {bandsOf(zone.startsWith('id') ? film.id : film.od).map((b) => {
            const range = bandRange(zone.startsWith('id') ? film.id : film.od, b);
            return (
              <button
                key={b}
                type="button"
                className="flex min-h-14 flex-col bg-[#777777] p-1 text-left text-xs leading-tight text-black hover:outline-2 hover:outline-black"
                onClick={() => grade(b)}
                title={range ? `film about ${Math.round(range[0])} to ${Math.round(range[1])} nm (model)` : 'scale, no film thickness'}
              >
                <svg viewBox="0 0 40 14" preserveAspectRatio="none" className="mb-1 h-6 w-full" aria-hidden>
                  <rect
                    width="40"
                    height="14"
                    fill={bandHex(zone.startsWith('id') ? film.id : film.od, b)}
                    {...(!range && { stroke: '#000', strokeWidth: 0.6 })}
                  />
                </svg>
                {wordFor(criterion, b)}
              </button>
            );
          })}
          <button
            type="button"
            className="flex min-h-14 flex-col p-1 text-left text-xs leading-tight text-black hover:outline-2 hover:outline-black"
            onClick={unseen}
          >
            <svg viewBox="0 0 40 14" preserveAspectRatio="none" className="mb-1 h-6 w-full" aria-hidden>
              <rect x="0.5" y="0.5" width="39" height="13" fill="none" stroke="#000" strokeDasharray="3 2" />
            </svg>
            Not seen
          </button>
        </div>
      )}
      <p className="min-h-6 text-sm" role="status">
        {echo}
      </p>

      <div className="flex flex-wrap items-end gap-2">
        <label className="flex flex-col text-sm font-medium">
          Defect
          <select
            aria-label="Defect"
            className="select min-h-12 w-52"
            value={kind}
            onChange={(e) => setKind(defectSchema.parse(e.target.value))}
          >
            {defectSchema.options.map((d) => (
              <option key={d} value={d}>
                {defectNames[d]}
              </option>
            ))}
          </select>
        </label>
        {(['inside', 'outside'] as const).map((side) => (
          <button key={side} type="button" className="btn min-h-12" onClick={() => setDefects((d) => [...d, { kind, side, arc }])}>
            Add {side}
          </button>
        ))}
      </div>
      {defects.length > 0 && (
        <ul className="text-sm">
          {defects.map((d, i) => (
            <li key={i} className="flex items-center gap-2">
              {defectNames[d.kind]}, {d.side}, {arcText(d.arc)}
              <button
                type="button"
                className="btn btn-ghost min-h-10"
                onClick={() => setDefects((all) => all.filter((_, j) => j !== i))}
                aria-label={`Take back ${defectNames[d.kind]}`}
              >
                Take back
              </button>
            </li>
          ))}
        </ul>
      )}

      <Beside>
        <div className="space-y-3">
          <div className="border-2 border-base-content p-3" aria-live="polite">
            <p className="text-xl font-bold" data-testid="verdict">
              {verdict.outcome === 'incomplete' ? 'Incomplete' : outcomeNames[verdict.outcome]}
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
          <RefusalNote refusal={refusal} />
          <div className="flex flex-wrap items-end gap-2">
            <button
              type="button"
              className={`btn min-h-12 ${recorded ? '' : 'btn-primary'}`}
              disabled={busy || recorded}
              onClick={() => void save()}
            >
              {recorded ? 'Look recorded' : verdict.outcome === 'incomplete' ? 'Record the look, incomplete' : 'Record the look'}
            </button>
            {recorded && allowed.length > 0 && (
              <>
                <label className="text-sm font-medium">
                  Verdict
                  <select
                    aria-label="Verdict"
                    className="select min-h-12 w-52"
                    value={chosen || verdict.outcome}
                    onChange={(e) => setChosen(e.target.value as Outcome)}
                  >
                    {allowed.map((o) => (
                      <option key={o} value={o}>
                        {outcomeNames[o]}
                      </option>
                    ))}
                  </select>
                </label>
                <button type="button" className="btn btn-primary min-h-12" disabled={busy} onClick={() => void decide()}>
                  Give the verdict
                </button>
              </>
            )}
          </div>
        </div>
      </Beside>
    </div>
  );
}
