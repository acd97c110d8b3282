/** In the panel: what the open picture is, what the grader says of it, and the presses by which a person takes it or leaves it. */
import { useState } from 'react';
import { arcText, hourText } from '../../../core/basics/seam';
import { wordFor, zoneNames, zoneSchema, type Tint } from '../../../core/models/criteria';
import { flagText, inputFaults, type AnswerFlag, type Flag } from '../../../core/models/grade';
import { pictureStageNames, sideOfZone, tiedText } from '../../../core/work/pictures';
import { RefusalNote } from '../kit/notes';
import type { Refusal } from '../post';
import { useShop, useWeld } from '../weld/context';
import { insideSeen, useLooking } from '../weld/desk';
import { flagsOf, usePictureRoom, type Told } from './room';

/** A flag as a person reads it. */
export const wordsOf = (f: AnswerFlag): string => (f in inputFaults ? inputFaults[f as keyof typeof inputFaults] : flagText(f as Flag));

export function PictureSays() {
  const { open, show, stand, again, answer, fault, grading } = usePictureRoom();
  if (!open) return null;
  return (
    <section aria-label="The picture" className="space-y-2 border-b-2 border-base-content pb-3">
      <div className="flex items-start justify-between gap-2">
        <div className="min-w-0 text-sm leading-tight">
          <h3 className="truncate text-base font-bold">{open.name}</h3>
          {open.side}, {pictureStageNames[open.shows]}; {tiedText(open)}
          {open.rendered && '; rendered, no photograph'}
        </div>
        <button type="button" className="btn min-h-11 px-3" onClick={() => show(null)}>
          Close
        </button>
      </div>
      {stand.is === 'opening' && (
        <div role="status">
          <p className="text-sm font-medium">{stand.what}</p>
          <progress className="progress w-full" value={stand.share} max={1} />
          <button type="button" className="btn min-h-11" onClick={() => show(null)}>
            Stop
          </button>
        </div>
      )}
      {stand.is === 'fault' && (
        <div role="alert" className="border-l-8 border-base-content bg-base-100 p-2 text-sm">
          <p>□ {stand.text}</p>
          <button type="button" className="btn mt-1 min-h-11" onClick={again}>
            Open it again
          </button>
        </div>
      )}
      {fault && <p className="border-l-8 border-base-content bg-base-100 p-2 text-sm">□ {fault}</p>}
      {stand.is === 'open' && (
        <ul className="space-y-1 text-sm leading-tight" aria-label="What the grader minds" aria-busy={grading}>
          {flagsOf(answer).map((f) => (
            <li key={f}>□ {wordsOf(f)}</li>
          ))}
        </ul>
      )}
      {grading && !answer && (
        <p role="status" className="text-sm font-medium">
          Reading the lines
        </p>
      )}
      {answer?.worst && <Take />}
    </section>
  );
}

function Take() {
  const { told, keep, changed, open, grading } = usePictureRoom();
  const { criterion } = useWeld();
  const { system } = useShop();
  const { looking, lay, change } = useLooking();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const placed = told.filter((t) => t.arc !== null);
  const welded = open?.shows === 'as-welded';
  const hidden = placed.some((t) => t.zone.startsWith('id')) && !insideSeen(looking);
  const take = async () => {
    const no = await keep();
    setRefusal(no);
    if (no || !open) return;
    // Thin first: where lines touch the same place the worst of them stays on top.
    const tints = [...placed].reverse().map((t): Tint => ({
      zone: t.zone,
      arc: t.arc as Tint['arc'],
      grade: { by: 'band', band: t.band },
      from: { picture: open.file, line: t.name },
    }));
    lay(tints);
    const says = placed.map(
      (t) => `${t.name} ${wordFor(criterion, t.band).toLowerCase()}, ${arcText(t.arc as Tint['arc'], looking.seam, system)}`,
    );
    change({ said: `Taken from the picture: ${says.join('; ')}.` });
  };
  return (
    <div className="space-y-2">
      <ul className="space-y-1">
        {told.map((t) => (
          <LinePlace key={t.name} of={t} />
        ))}
      </ul>
      <RefusalNote refusal={refusal} />
      {hidden && <p className="text-sm">□ Say first how the inside was seen.</p>}
      {!welded && <p className="text-sm">After cleaning it is no grade of the weld: its lines are kept beside those as welded.</p>}
      <div className="flex flex-wrap gap-2">
        {welded && (
          <button
            type="button"
            className="btn btn-primary min-h-12"
            disabled={grading || placed.length === 0 || hidden}
            onClick={() => void take()}
          >
            Take what it says
          </button>
        )}
        <button type="button" className="btn min-h-12" disabled={grading || !changed} onClick={() => void keep().then(setRefusal)}>
          {changed ? 'Keep the lines' : 'Lines kept'}
        </button>
      </div>
      <p className="text-xs text-base-content/80">The grader suggests; you decide, by the criterion and its own pictures.</p>
    </div>
  );
}

/** Where a line lies: bead or beside it, and which hours it speaks for. */
function LinePlace({ of: t }: { of: Told }) {
  const { marks, mark, open } = usePictureRoom();
  const { state } = useWeld();
  const { looking } = useLooking();
  const { system } = useShop();
  if (!marks || !open) return null;
  const { seam } = state.design;
  const line = marks.lines.find((l) => l.name === t.name);
  const set = (to: Partial<NonNullable<typeof line>>) =>
    mark({ ...marks, lines: marks.lines.map((l) => (l.name === t.name ? { ...l, ...to } : l)) });
  const at = line?.said ? (line.said.from + 0.5) % 12 || 12 : null;
  const zones = zoneSchema.options.filter((z) => sideOfZone(z) === open.side);
  return (
    <li className="flex flex-wrap items-center gap-1 text-sm">
      <strong className="w-4">{t.name}</strong>
      <select
        aria-label={`Line ${t.name}, zone`}
        className="select min-h-11 w-24 px-2"
        value={t.zone}
        onChange={(e) => set({ zone: zoneSchema.parse(e.target.value) })}
      >
        {zones.map((z) => (
          <option key={z} value={z}>
            {zoneNames[z].split(', ')[1]}
          </option>
        ))}
      </select>
      {seam.kind === 'straight' ? (
        <button type="button" className="btn min-h-11 grow px-2" onClick={() => set({ said: looking.arc })}>
          {t.arc ? arcText(t.arc, seam, system) : 'place: take the chosen stretch'}
        </button>
      ) : marks.clock && !line?.said ? (
        <span className="grow">{t.arc ? arcText(t.arc, seam, system) : 'not on the tube'}</span>
      ) : (
        <select
          aria-label={`Line ${t.name}, place`}
          className="select min-h-11 w-28 px-2"
          value={at ?? ''}
          onChange={(e) => {
            const h = Number(e.target.value);
            set({ said: e.target.value ? { from: (h + 11.5) % 12 || 12, to: (h + 0.5) % 12 || 12 } : null });
          }}
        >
          <option value="">where?</option>
          {Array.from({ length: 24 }, (_, i) => 12 - i / 2).map((h) => (
            <option key={h} value={h}>
              at {hourText(h)}
            </option>
          ))}
        </select>
      )}
    </li>
  );
}
