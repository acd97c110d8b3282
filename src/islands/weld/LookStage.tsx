/** Look and grade: zone, arc, band; defects; a verdict from the criterion with its reason. As welded, before any brush. */
import { useEffect, useRef, useState } from 'react';
import { arcOf, arcText, hourText, isWhole, WHOLE } from '../../../core/basics/seam';
import {
  defectNames,
  defectSchema,
  gradeOutcome,
  outcomeNames,
  wordFor,
  zoneNames,
  zoneSchema,
  type DefectKind,
  type Tint,
  type Zone,
} from '../../../core/models/criteria';
import { bandHex, bandRange, bandsOf, filmsOf, type Band } from '../../../core/models/tint';
import { place } from '../../../core/basics/fields';
import { guideForm, insideByNames, type Look } from '../../../core/work/look';
import { sameArc } from '../../../core/work/run';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { useShop, useWeld } from './context';
import { insideSeen, useDesk, type Looking } from './desk';
import { WeldEnd } from './Drawings';
import type { StageView } from './stageView';
import { Title } from './StagePage';
import { useJudged, Verdict } from './Verdict';
import { useWords } from '../kit/reader';

/** Five groups, first key; the second key picks within. */
const groups: Band[][] = [
  ['bright', 'pale-straw'],
  ['straw', 'gold'],
  ['bronze', 'purple'],
  ['dark-blue', 'light-blue'],
  ['silvery', 'second-yellow', 'second-rose', 'second-blue', 'second-green', 'later', 'grey', 'sugar', 'white'],
];
const seenBy: Record<Look['insideBy'], string> = {
  direct: 'directly',
  borescope: 'by borescope',
  blind: 'blind',
  'not-seen': 'not at all',
};

const useLooking = () => {
  const { desk, act } = useDesk();
  return {
    looking: desk.looking,
    change: (change: Partial<Looking>) => act({ do: 'look', change }),
    lay: (tints: readonly Tint[]) => act({ do: 'grade', tints }),
  };
};

/** The panel: how the inside was seen, what is bright all round, what else was seen; the verdict stands below. */
function LookForm() {
  const { looking } = useLooking();
  return (
    <div className="space-y-3">
      <HowSeen />
      <AllBright />
      <p className="min-h-6 border-l-4 border-base-content pl-2 text-base font-semibold" role="status">
        {looking.said}
      </p>
      <Defects />
    </div>
  );
}

/** Beside the joint: where the next grade goes, and the tints as the model of the oxide draws them. */
function Choices() {
  const { criterion } = useWeld();
  const { looking, lay, change } = useLooking();
  const { zone, arc, seam } = looking;
  const { system } = useShop();
  const [byNumber, setByNumber] = useState(false);
  const say = (said: string) => change({ said });
  const grade = (how: Tint['grade'], said: string) => {
    lay([{ zone, arc, grade: how }]);
    say(`${zoneNames[zone]}, ${arcText(arc, seam, system)}: ${said}.`);
  };
  const gradeBand = (band: Band) => grade({ by: 'band', band }, wordFor(criterion, band));
  useDigits(gradeBand, say);
  return (
    <div className="flex flex-col gap-2 p-3 lg:overflow-y-auto">
      <Where />
      {criterion.numbers && (
        <label className="flex items-center gap-2 text-sm text-black">
          <input type="checkbox" className="checkbox border-black" checked={byNumber} onChange={(e) => setByNumber(e.target.checked)} />
          by the number of a printed guide
        </label>
      )}
      {byNumber ? (
        <div className="bg-base-100 p-3">
          <ByNumber onGrade={(guide, number) => grade({ by: 'number', number, guide }, `number ${number} of ${guide}`)} />
        </div>
      ) : (
        <Bands onBand={gradeBand} onUnseen={() => grade({ by: 'unseen' }, 'not seen')} />
      )}
    </div>
  );
}

function HowSeen() {
  const { looking, change } = useLooking();
  return (
    <div className="space-y-1">
      <label className="block text-sm font-medium">
        Inside seen by
        <select
          aria-label="Inside seen"
          className="select min-h-12 w-full"
          value={looking.insideBy}
          onChange={(e) => change({ insideBy: e.target.value as Look['insideBy'] })}
        >
          {looking.insideBy === '' && <option value="">Pick</option>}
          {Object.entries(insideByNames).map(([by, name]) => (
            <option key={by} value={by}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="flex min-h-11 items-center gap-2 text-sm">
        <input type="checkbox" className="checkbox" checked={looking.reachable} onChange={(e) => change({ reachable: e.target.checked })} />
        inside can be reached, cleaned and seen
      </label>
    </div>
  );
}

/** One press for a side that is bright, bead and HAZ together, all round. */
function AllBright() {
  const { looking, lay, change } = useLooking();
  const { insideBy, seam } = looking;
  const inside = insideSeen(looking) && insideBy !== '';
  const bright = (side: 'inside' | 'outside') => {
    const zones = zoneSchema.options.filter((z) => z.startsWith(side === 'inside' ? 'id' : 'od'));
    lay(zones.map((z): Tint => ({ zone: z, arc: WHOLE, grade: { by: 'band', band: 'bright' } })));
    const where = side === 'inside' ? `Inside, seen ${seenBy[insideBy || 'not-seen']}` : 'Outside';
    change({ said: `${where}: bead and HAZ bright, ${arcText(WHOLE, seam)}. Change what is not.` });
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      <button type="button" className="btn h-auto min-h-14 px-2 leading-tight" disabled={!inside} onClick={() => bright('inside')}>
        {inside ? `Inside bright, seen ${seenBy[insideBy]}` : insideBy === '' ? 'Inside: say first how it was seen' : 'Inside not seen'}
      </button>
      <button type="button" className="btn h-auto min-h-14 px-2 leading-tight" onClick={() => bright('outside')}>
        Outside bright
      </button>
    </div>
  );
}

/** Zone and arc the next grade goes to. */
function Where() {
  const { looking, change } = useLooking();
  const { zone, arc, seam } = looking;
  const inside = insideSeen(looking);
  const allRound = isWhole(arc);
  return (
    <>
      <div role="radiogroup" aria-label="Zone" className="grid grid-cols-2 gap-1">
        {zoneSchema.options.map((z: Zone) => (
          <button
            key={z}
            type="button"
            role="radio"
            aria-checked={zone === z}
            disabled={!inside && z.startsWith('id')}
            className={`btn min-h-12 border-black px-1 text-sm ${zone === z ? 'btn-primary' : ''}`}
            onClick={() => change({ zone: z })}
          >
            {zoneNames[z]}
          </button>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-2 text-black">
        <button
          type="button"
          className={`btn min-h-12 border-black ${allRound ? 'btn-primary' : ''}`}
          aria-pressed={allRound}
          onClick={() => change({ arc: WHOLE })}
        >
          {seam.kind === 'straight' ? 'All along' : 'All round'}
        </button>
        {seam.kind === 'straight' ? <AlongEnds /> : <RoundEnds />}
        <span className="basis-full text-sm">or on the drawing: press a zone and drag, or press where it starts, then where it ends</span>
      </div>
    </>
  );
}

/** Where an arc begins and ends on the clock, by the half hour. */
function RoundEnds() {
  const { looking, change } = useLooking();
  const { arc } = looking;
  return (['from', 'to'] as const).map((end) => (
    <label key={end} className="text-sm font-medium">
      {end}
      <select
        aria-label={`Arc ${end}`}
        className="select ml-1 min-h-12 w-22 text-base-content"
        value={arc[end]}
        onChange={(e) => change({ arc: { ...arc, [end]: Number(e.target.value) } })}
      >
        {Array.from({ length: 24 }, (_, i) => (i + 1) / 2).map((h) => (
          <option key={h} value={h}>
            {hourText(h)}
          </option>
        ))}
      </select>
    </label>
  ));
}

/** Where a stretch begins and ends on a straight seam, as measured from its edge. What cannot be read, or runs backwards, is said and changes nothing. */
function AlongEnds() {
  const { looking, change } = useLooking();
  const { system } = useShop();
  const { arc, seam } = looking;
  const field = place('Stretch', seam);
  const written = () => ({ from: String(field.write(arc.from % 12, system)), to: String(field.write(arc.to, system)) });
  const [typed, setTyped] = useState(written);
  const [said, setSaid] = useState('');
  // Pressed or dragged on the drawing: the fields follow.
  useEffect(() => setTyped(written()), [arc.from, arc.to, system]);
  const take = () => {
    const stands = written();
    // Left as it stands it is not read again: what is written is rounded to a rule's marks.
    if (typed.from === stands.from && typed.to === stands.to) return setSaid('');
    const [from, to] = [field.read(typed.from, system), field.read(typed.to, system)];
    const no = !from.ok ? from.error : !to.ok ? to.error : from.value >= to.value ? 'It ends before it begins.' : '';
    setSaid(no);
    if (no === '' && from.ok && to.ok) change({ arc: arcOf(from.value, to.value) });
  };
  return (
    <>
      {(['from', 'to'] as const).map((end) => (
        <label key={end} className="text-sm font-medium">
          {end}
          <input
            aria-label={`Stretch ${end}`}
            className="input ml-1 min-h-12 w-24 font-figure text-base-content"
            value={typed[end]}
            onChange={(e) => setTyped({ ...typed, [end]: e.target.value })}
            onBlur={take}
            onKeyDown={(e) => e.key === 'Enter' && take()}
          />
        </label>
      ))}
      {said && (
        <span role="alert" className="basis-full text-sm font-semibold">
          □ {said}
        </span>
      )}
    </>
  );
}

function ByNumber({ onGrade }: { onGrade: (guide: string, number: number) => void }) {
  const { system } = useShop();
  return (
    <Form
      row
      again={false}
      of={guideForm}
      system={system}
      label="Set number"
      onRecord={({ guide, number }) => {
        onGrade(guide, number);
        return Promise.resolve(null);
      }}
    >
      <Field name="guide" className="w-56" />
      <Field name="number" className="w-24" />
    </Form>
  );
}

/** The tints as the model of the oxide draws them. Flat mid-grey surround: nothing here may bias the eye. */
function Bands({ onBand, onUnseen }: { onBand: (band: Band) => void; onUnseen: () => void }) {
  const { state, criterion } = useWeld();
  const { looking } = useLooking();
  const films = filmsOf(state.design.alloyA);
  const film = looking.zone.startsWith('id') ? films.id : films.od;
  const look = 'flex min-h-14 flex-col p-1 text-left text-[12.5px] leading-[1.1] text-black hover:outline-2 hover:outline-black';
  const here = looking.tints.findLast((t) => t.zone === looking.zone && sameArc(t.arc, looking.arc));
  const bands = bandsOf(film);
  const allowed = (b: Band) => gradeOutcome(criterion, looking.zone, { by: 'band', band: b }) === 'accept';
  return (
    <div className="grid grid-cols-6 gap-x-1 gap-y-1 bg-[#777777]" aria-label="Tint, computed colours">
      {bands.map((b) => {
        const range = bandRange(film, b);
        const chosen = here?.grade.by === 'band' && here.grade.band === b;
        return (
          <button
            key={b}
            type="button"
            className={`${look} ${chosen ? 'outline-4 outline-black' : ''}`}
            aria-pressed={chosen}
            onClick={() => onBand(b)}
            title={range ? `film about ${Math.round(range[0])} to ${Math.round(range[1])} nm (model)` : 'scale, no film thickness'}
          >
            {/* The limit is drawn on the choices: what this criterion allows here has a bar over it. */}
            <span className={`mb-0.5 block h-1 w-full ${allowed(b) ? 'bg-white' : ''}`} aria-hidden />
            <svg viewBox="0 0 40 24" preserveAspectRatio="none" className="mb-1 h-9 w-full" aria-hidden>
              <rect width="40" height="24" fill={bandHex(film, b)} {...(!range && { stroke: '#000', strokeWidth: 0.6 })} />
            </svg>
            {wordFor(criterion, b)}
            {allowed(b) && <span className="sr-only">, allowed</span>}
          </button>
        );
      })}
      <button type="button" className={look} onClick={onUnseen}>
        <span className="mb-0.5 block h-1" aria-hidden />
        <svg viewBox="0 0 40 24" preserveAspectRatio="none" className="mb-1 h-9 w-full" aria-hidden>
          <rect x="0.5" y="0.5" width="39" height="23" fill="none" stroke="#000" strokeDasharray="3 2" />
        </svg>
        Not seen
      </button>
      <p className="col-span-full text-sm text-black">
        White bar: allowed here by {criterion.id} version {criterion.version}.
      </p>
    </div>
  );
}

/** Digits are a shortcut for the bands, wherever the focus is on the page: the group first, then the band in it. */
function useDigits(onBand: (band: Band) => void, say: (echo: string) => void) {
  const { state, criterion } = useWeld();
  const [group, setGroup] = useState<number | null>(null);
  const keys = (e: KeyboardEvent) => {
    if (e.target instanceof HTMLInputElement || e.target instanceof HTMLSelectElement || !/^[1-9]$/.test(e.key)) return;
    const n = Number(e.key);
    if (group === null) {
      if (n > groups.length) return;
      setGroup(n - 1);
      say(`Group ${n}: ${groups[n - 1]?.map((b, i) => `${i + 1} ${wordFor(criterion, b)}`).join(', ')}.`);
      return;
    }
    const band = groups[group]?.[n - 1];
    setGroup(null);
    if (band && bandsOf(filmsOf(state.design.alloyA).id).includes(band)) onBand(band);
  };
  const onKey = useRef(keys);
  onKey.current = keys;
  useEffect(() => {
    const listener = (e: KeyboardEvent) => onKey.current(e);
    document.addEventListener('keydown', listener);
    return () => document.removeEventListener('keydown', listener);
  }, []);
}

function Defects() {
  const { looking, change } = useLooking();
  const { defects, arc, seam } = looking;
  const { system } = useShop();
  const [kind, setKind] = useState<DefectKind>('concavity');
  return (
    <>
      <div className="grid grid-cols-2 items-end gap-2">
        <label className="col-span-2 flex flex-col text-sm font-medium">
          Also seen, {arcText(arc, seam, system)}
          <select
            aria-label="Defect"
            className="select min-h-12 w-full"
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
          <button key={side} type="button" className="btn min-h-12" onClick={() => change({ defects: [...defects, { kind, side, arc }] })}>
            Add {side}
          </button>
        ))}
      </div>
      {defects.length > 0 && (
        <ul className="text-sm">
          {defects.map((d, i) => (
            <li key={i} className="flex items-center gap-2">
              {defectNames[d.kind]}, {d.side}, {arcText(d.arc, seam, system)}
              <button
                type="button"
                className="btn btn-ghost min-h-10"
                onClick={() => change({ defects: defects.filter((_, j) => j !== i) })}
                aria-label={`Take back ${defectNames[d.kind]}`}
              >
                Take back
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** The verdict first, with the reason that weighs most; what is still not seen while it is not all seen. No hue here: colour is judged on this page. */
function LookHead() {
  const { criterion } = useWeld();
  const words = useWords();
  const { verdict } = useJudged();
  const { outcome, reasons, missing } = verdict;
  const rule = `${criterion.id} version ${criterion.version}`;
  const [first] = reasons;
  return (
    <Title
      level={outcome === 'accept' ? 'none' : 'mind'}
      title={outcome === 'incomplete' ? (first ? 'Past the limit, and not all seen.' : 'Not all seen yet.') : `${outcomeNames[outcome]}.`}
      reason={words(first ?? `${missing.length} of ${zoneSchema.options.length} zones not seen all round. ${rule}.`)}
    />
  );
}

function LookDrawing() {
  return (
    <div className="flex flex-col lg:absolute lg:inset-0 lg:grid lg:grid-cols-[minmax(0,1fr)_26rem]">
      <div className="relative min-h-80 lg:min-h-0">
        <WeldEnd grading pressed={0.5} />
      </div>
      <Choices />
    </div>
  );
}

export const look: StageView = { view: 'end', Head: LookHead, Drawing: LookDrawing, Form: LookForm, Below: Verdict, grey: true };
