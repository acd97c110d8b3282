/** Look and grade: how it was seen, defects; a verdict from the criterion with its reason. As welded, before any brush. */
import { useState } from 'react';
import { arcText, WHOLE } from '../../../core/basics/seam';
import { defectNames, defectSchema, outcomeNames, zoneSchema, type DefectKind, type Tint } from '../../../core/models/criteria';
import { insideByNames, type Look } from '../../../core/work/look';
import { useWords } from '../kit/reader';
import { useShop, useWeld } from './context';
import { useLooking } from './desk';
import { AsDoneLine } from './AsDoneLine';
import { WeldEnd } from './Drawings';
import { LookChoices } from './LookChoices';
import type { StageView } from './stageView';
import { Title } from './StagePage';
import { useJudged, Verdict } from './Verdict';

/** The panel: how the inside was seen, what is bright all round, what else was seen; the verdict stands below. */
function LookForm() {
  const { looking } = useLooking();
  return (
    <div className="space-y-3">
      <AsDoneLine />
      <HowSeen />
      <AllBright />
      <p className="min-h-6 border-l-4 border-base-content pl-2 text-base font-semibold" role="status">
        {looking.said}
      </p>
      <Defects />
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

/** The ways an inside is truly seen, as they stand on a press. */
const SEEN = { direct: 'seen directly', borescope: 'by borescope' } as const;

/** One press for a side that is bright, bead and HAZ together, all round; for the inside it says how it was seen, too. */
function AllBright() {
  const { looking, lay, change } = useLooking();
  const { insideBy, seam } = looking;
  const ways = (Object.keys(SEEN) as (keyof typeof SEEN)[]).filter((by) => insideBy === '' || insideBy === by);
  const bright = (side: 'id' | 'od', where: string, by?: keyof typeof SEEN) => {
    lay(
      zoneSchema.options
        .filter((z) => z.startsWith(side))
        .map((z): Tint => ({ zone: z, arc: WHOLE, grade: { by: 'band', band: 'bright' } })),
    );
    change({ ...(by && { insideBy: by }), said: `${where}: bead and HAZ bright, ${arcText(WHOLE, seam)}. Change what is not.` });
  };
  const look = 'btn h-auto min-h-14 px-2 leading-tight';
  return (
    <div className="grid grid-cols-2 gap-2">
      {ways.length === 0 && (
        <button type="button" className={look} disabled>
          Inside not seen
        </button>
      )}
      {ways.map((by) => (
        <button key={by} type="button" className={look} onClick={() => bright('id', `Inside, ${SEEN[by]}`, by)}>
          Inside bright, {SEEN[by]}
        </button>
      ))}
      <button type="button" className={`${look} ${ways.length === 2 ? 'col-span-2' : ''}`} onClick={() => bright('od', 'Outside')}>
        Outside bright
      </button>
    </div>
  );
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
      <LookChoices />
    </div>
  );
}

export const look: StageView = { view: 'end', Head: LookHead, Drawing: LookDrawing, Form: LookForm, Below: Verdict, grey: true };
