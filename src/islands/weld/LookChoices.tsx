/** What a seam may have come to: the tints as the model of the oxide draws them, the number of a printed guide, or not seen. */
import { useEffect, useRef, useState } from 'react';
import { arcText } from '../../../core/basics/seam';
import { gradeOutcome, wordFor, zoneNames, type Tint } from '../../../core/models/criteria';
import { bandHex, bandRange, bandsOf, filmsOf, type Band } from '../../../core/models/tint';
import { guideForm } from '../../../core/work/look';
import { sameArc } from '../../../core/work/run';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { keep, kept } from '../kept';
import { useShop, useWeld } from './context';
import { useLooking } from './desk';
import { LookWhere } from './LookWhere';

/** The printed guide this device graded by last. */
const GUIDE = 'sentrel_guide';

/** Five groups, first key; the second key picks within. */
const groups: Band[][] = [
  ['bright', 'pale-straw'],
  ['straw', 'gold'],
  ['bronze', 'purple'],
  ['dark-blue', 'light-blue'],
  ['silvery', 'second-yellow', 'second-rose', 'second-blue', 'second-green', 'later', 'grey', 'sugar', 'white'],
];
/** Beside the joint: where the next grade goes, and what it may be. @param beside a picture is open: the place is pressed on the joint */
export function LookChoices({ beside = false }: { beside?: boolean }) {
  const { criterion } = useWeld();
  const { looking, lay, change } = useLooking();
  const { zone, arc, seam } = looking;
  const { system } = useShop();
  const [byNumber, setByNumber] = useState(false);
  const [guide, setGuide] = useState('');
  // Which guide a shop has does not change from weld to weld.
  useEffect(() => setGuide(kept(GUIDE) ?? ''), []);
  const say = (said: string) => change({ said });
  const grade = (how: Tint['grade'], said: string) => {
    lay([{ zone, arc, grade: how }]);
    say(`${zoneNames[zone]}, ${arcText(arc, seam, system)}: ${said}.`);
  };
  const gradeBand = (band: Band) => grade({ by: 'band', band }, wordFor(criterion, band));
  const gradeNumber = (of: string, number: number) => grade({ by: 'number', number, guide: of }, `number ${number} of ${of}`);
  useDigits(byNumber ? { numbers: criterion.numbers?.most ?? 0, guide, onNumber: gradeNumber } : { onBand: gradeBand }, say);
  return (
    <div className={`flex flex-col gap-1.5 lg:overflow-y-auto ${beside ? 'px-2 pb-1' : 'p-2'}`}>
      {beside ? (
        <p className="text-sm font-semibold text-black">
          {zoneNames[zone]}, {arcText(arc, seam, system)}
        </p>
      ) : (
        <LookWhere />
      )}
      {criterion.numbers && (
        <label className="flex items-center gap-2 text-sm text-black">
          <input type="checkbox" className="checkbox border-black" checked={byNumber} onChange={(e) => setByNumber(e.target.checked)} />
          by the number of a printed guide
        </label>
      )}
      {byNumber ? (
        <div className="bg-base-100 p-3">
          <ByNumber
            key={guide}
            guide={guide}
            onGrade={(of, number) => {
              keep(GUIDE, of);
              setGuide(of);
              gradeNumber(of, number);
            }}
          />
        </div>
      ) : (
        <Bands
          onBand={gradeBand}
          onUnseen={() => grade({ by: 'unseen' }, 'not seen')}
          onBrushed={() => grade({ by: 'brushed' }, 'brushed before anybody looked, as-welded colour unknown')}
        />
      )}
    </div>
  );
}

function ByNumber({ guide: known, onGrade }: { guide: string; onGrade: (guide: string, number: number) => void }) {
  const { system } = useShop();
  return (
    <Form
      row
      again={false}
      of={guideForm}
      known={{ guide: known }}
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
function Bands({ onBand, onUnseen, onBrushed }: { onBand: (band: Band) => void; onUnseen: () => void; onBrushed: () => void }) {
  const { state, criterion } = useWeld();
  const { looking } = useLooking();
  const films = filmsOf(state.design.alloyA);
  const film = looking.zone.startsWith('id') ? films.id : films.od;
  const look = 'flex min-h-14 flex-col p-1 text-left text-xs leading-[1.05] text-black hover:outline-2 hover:outline-black';
  const here = looking.tints.findLast((t) => t.zone === looking.zone && sameArc(t.arc, looking.arc));
  const bands = bandsOf(film);
  const allowed = (b: Band) => gradeOutcome(criterion, looking.zone, { by: 'band', band: b }) === 'accept';
  return (
    <div className="grid grid-cols-6 gap-x-1 bg-[#777777]" aria-label="Tint, computed colours">
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
            <svg viewBox="0 0 40 24" preserveAspectRatio="none" className="mb-0.5 h-8 w-full" aria-hidden>
              <rect width="40" height="24" fill={bandHex(film, b)} {...(!range && { stroke: '#000', strokeWidth: 0.6 })} />
            </svg>
            {wordFor(criterion, b)}
            {allowed(b) && <span className="sr-only">, allowed</span>}
          </button>
        );
      })}
      <button type="button" className={look} onClick={onUnseen}>
        <span className="mb-0.5 block h-1" aria-hidden />
        <svg viewBox="0 0 40 24" preserveAspectRatio="none" className="mb-0.5 h-8 w-full" aria-hidden>
          <rect x="0.5" y="0.5" width="39" height="23" fill="none" stroke="#000" strokeDasharray="3 2" />
        </svg>
        Not seen
      </button>
      <button type="button" className={look} onClick={onBrushed}>
        <span className="mb-0.5 block h-1" aria-hidden />
        <svg viewBox="0 0 40 24" preserveAspectRatio="none" className="mb-0.5 h-8 w-full" aria-hidden>
          <rect width="40" height="24" fill="#9a9a9a" />
          <path d="M0 4h34M6 9h34M0 14h30M4 19h36" stroke="#222" strokeWidth="0.8" />
        </svg>
        Brushed
      </button>
      <p className="col-span-full text-xs text-black">
        White bar: allowed here by {criterion.id} version {criterion.version}.
      </p>
    </div>
  );
}

type Digits = { onBand: (band: Band) => void } | { numbers: number; guide: string; onNumber: (guide: string, n: number) => void };

/**
 * Digits grade, wherever the focus is on the page. Of a numbered guide they are its numbers, 0 for ten; else the first picks the group and the
 * second the band in it. What they did is said in words.
 */
function useDigits(by: Digits, say: (echo: string) => void) {
  const { state, criterion } = useWeld();
  const [group, setGroup] = useState<number | null>(null);
  const numbered = (by: Extract<Digits, { numbers: number }>, n: number) => {
    if (by.guide === '') return say('Name your printed guide first.');
    if (n > by.numbers) return say(`${by.guide} has no number ${n}: ${by.numbers} is its highest.`);
    by.onNumber(by.guide, n);
  };
  const banded = (onBand: (band: Band) => void, n: number) => {
    if (group === null) {
      if (n < 1 || n > groups.length) return;
      setGroup(n - 1);
      return say(`Group ${n}: ${groups[n - 1]?.map((b, i) => `${i + 1} ${wordFor(criterion, b)}`).join(', ')}.`);
    }
    const band = groups[group]?.[n - 1];
    setGroup(null);
    if (band && bandsOf(filmsOf(state.design.alloyA).id).includes(band)) onBand(band);
  };
  const keys = (e: KeyboardEvent) => {
    if (e.ctrlKey || e.metaKey || e.altKey || e.target instanceof HTMLInputElement || e.target instanceof HTMLSelectElement) return;
    if (!/^[0-9]$/.test(e.key)) return;
    if ('numbers' in by) numbered(by, Number(e.key) || 10);
    else banded(by.onBand, Number(e.key));
  };
  const onKey = useRef(keys);
  onKey.current = keys;
  useEffect(() => {
    const listener = (e: KeyboardEvent) => onKey.current(e);
    document.addEventListener('keydown', listener);
    return () => document.removeEventListener('keydown', listener);
  }, []);
}
