/** Look and grade: zone, arc, band; defects; a verdict from the criterion with its reason. As welded, before any brush. */
import { useEffect, useRef, useState } from 'react';
import {
  arcHours,
  arcText,
  defectNames,
  defectSchema,
  wordFor,
  zoneNames,
  zoneSchema,
  type DefectKind,
  type Tint,
  type Zone,
} from '../../../core/models/criteria';
import { bandHex, bandRange, bandsOf, filmsOf, type Band } from '../../../core/models/tint';
import { guideForm, insideByNames, type Look } from '../../../core/work/look';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { useShop, useWeld } from './context';
import { ALL_ROUND, useDesk, type Looking } from './desk';
import { WeldEnd } from './Drawings';
import type { StageView } from './stageView';
import { Verdict } from './Verdict';

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

function LookStage() {
  const { criterion } = useWeld();
  const { looking, lay } = useLooking();
  const { zone, arc } = looking;
  const [echo, setEcho] = useState('');
  const [byNumber, setByNumber] = useState(false);
  const grade = (how: Tint['grade'], said: string) => {
    lay([{ zone, arc, grade: how }]);
    setEcho(`${zoneNames[zone]}, ${arcText(arc)}: ${said}.`);
  };
  const gradeBand = (band: Band) => grade({ by: 'band', band }, wordFor(criterion, band));
  useDigits(gradeBand, setEcho);
  return (
    <div className="space-y-3">
      <HowSeen />
      <Where onBright={setEcho} />
      {criterion.numbers && (
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" className="checkbox" checked={byNumber} onChange={(e) => setByNumber(e.target.checked)} />
          by the number of a printed guide
        </label>
      )}
      {byNumber ? (
        <ByNumber onGrade={(guide, number) => grade({ by: 'number', number, guide }, `number ${number} of ${guide}`)} />
      ) : (
        <Bands onBand={gradeBand} onUnseen={() => grade({ by: 'unseen' }, 'not seen')} />
      )}
      <p className="min-h-6 text-sm" role="status">
        {echo}
      </p>
      <Defects />
    </div>
  );
}

function HowSeen() {
  const { looking, change } = useLooking();
  return (
    <div className="grid grid-cols-2 gap-3">
      <label className="block text-sm font-medium">
        Inside seen
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
      <label className="flex min-h-12 items-end gap-2 pb-3 text-sm">
        <input type="checkbox" className="checkbox" checked={looking.reachable} onChange={(e) => change({ reachable: e.target.checked })} />
        inside can be reached, cleaned and seen
      </label>
    </div>
  );
}

const half = (h: number): string => `${Math.floor(h) || 12}${h % 1 ? ':30' : ''}`;

/** Zone and arc the next grade goes to; one press for a side that is bright. */
function Where({ onBright }: { onBright: (echo: string) => void }) {
  const { looking, change, lay } = useLooking();
  const { zone, arc, insideBy } = looking;
  const inside = insideBy === 'direct' || insideBy === 'borescope';
  const allRound = arcHours(arc) > 11.9;
  /** Bead and HAZ together, all round. */
  const bright = (side: 'inside' | 'outside') => {
    const zones = zoneSchema.options.filter((z) => z.startsWith(side === 'inside' ? 'id' : 'od'));
    lay(zones.map((z): Tint => ({ zone: z, arc: ALL_ROUND, grade: { by: 'band', band: 'bright' } })));
    const where = side === 'inside' ? `Inside, seen ${seenBy[insideBy || 'not-seen']}` : 'Outside';
    onBright(`${where}: bead and HAZ bright, all round. Change what is not.`);
  };
  return (
    <>
      <div role="radiogroup" aria-label="Zone" className="grid grid-cols-4 gap-1">
        {zoneSchema.options.map((z: Zone) => (
          <button
            key={z}
            type="button"
            role="radio"
            aria-checked={zone === z}
            disabled={!inside && z.startsWith('id')}
            className={`btn min-h-12 px-1 text-sm ${zone === z ? 'btn-primary' : ''}`}
            onClick={() => change({ zone: z })}
          >
            {zoneNames[z]}
          </button>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-2">
        <button
          type="button"
          className={`btn min-h-12 ${allRound ? 'btn-primary' : ''}`}
          aria-pressed={allRound}
          onClick={() => change({ arc: ALL_ROUND })}
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
              onChange={(e) => change({ arc: { ...arc, [end]: Number(e.target.value) } })}
            >
              {Array.from({ length: 24 }, (_, i) => (i + 1) / 2).map((h) => (
                <option key={h} value={h}>
                  {half(h)}
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
  const look = 'flex min-h-14 flex-col bg-[#777777] p-1 text-left text-xs leading-tight text-black hover:outline-2 hover:outline-black';
  return (
    <div className="grid grid-cols-6 gap-1 bg-[#777777] p-2" aria-label="Tint, computed colours">
      {bandsOf(film).map((b) => {
        const range = bandRange(film, b);
        return (
          <button
            key={b}
            type="button"
            className={look}
            onClick={() => onBand(b)}
            title={range ? `film about ${Math.round(range[0])} to ${Math.round(range[1])} nm (model)` : 'scale, no film thickness'}
          >
            <svg viewBox="0 0 40 14" preserveAspectRatio="none" className="mb-1 h-6 w-full" aria-hidden>
              <rect width="40" height="14" fill={bandHex(film, b)} {...(!range && { stroke: '#000', strokeWidth: 0.6 })} />
            </svg>
            {wordFor(criterion, b)}
          </button>
        );
      })}
      <button type="button" className={look} onClick={onUnseen}>
        <svg viewBox="0 0 40 14" preserveAspectRatio="none" className="mb-1 h-6 w-full" aria-hidden>
          <rect x="0.5" y="0.5" width="39" height="13" fill="none" stroke="#000" strokeDasharray="3 2" />
        </svg>
        Not seen
      </button>
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
  const { defects, arc } = looking;
  const [kind, setKind] = useState<DefectKind>('concavity');
  return (
    <>
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
          <button key={side} type="button" className="btn min-h-12" onClick={() => change({ defects: [...defects, { kind, side, arc }] })}>
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

function LookDrawing() {
  return (
    <div className="bg-[#777777]">
      <WeldEnd grading pressed />
    </div>
  );
}

export const look: StageView = { view: 'end', Form: LookStage, Drawing: LookDrawing, Below: Verdict };
