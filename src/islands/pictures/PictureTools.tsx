/** What can be done on an open picture, in one row under it. */
import { useState } from 'react';
import { bandNames } from '../../../core/models/tint';
import { filmBands } from '../../../core/models/tint';
import { wordFor, zoneNames } from '../../../core/models/criteria';
import { arcText } from '../../../core/basics/seam';
import { useShop, useWeld } from '../weld/context';
import { useLooking } from '../weld/desk';
import { clockStart, MOST_LINES, withCard, withLine } from './marks';
import { usePictureRoom } from './room';

const press = 'btn min-h-12 border-black px-2.5';

export function PictureTools({ tapping, onTapping }: { tapping: boolean; onTapping: (on: boolean) => void }) {
  const { open, stand, marks, mark, before, layBefore, blend, setBlend, pictures, beside, putBeside, tapAt } = usePictureRoom();
  if (!open || stand.is !== 'open' || !marks) return null;
  const size = stand.opened;
  const last = marks.lines.at(-1)?.name;
  const others = pictures.filter((p) => p.file !== open.file && p.side === open.side && p.src !== null);
  return (
    <div
      className="flex shrink-0 flex-wrap items-center gap-1.5 bg-[#777777] px-2 py-1 text-sm text-black"
      role="toolbar"
      aria-label="On the picture"
    >
      <button
        type="button"
        className={press}
        disabled={marks.lines.length >= MOST_LINES}
        onClick={() => mark(withLine(marks, open.side, size))}
      >
        Add line
      </button>
      {last && (
        <button type="button" className={press} onClick={() => mark({ ...marks, lines: marks.lines.slice(0, -1) })}>
          Take {last} off
        </button>
      )}
      <button
        type="button"
        className={`${press} ${tapping ? 'btn-primary' : ''}`}
        aria-pressed={tapping}
        onClick={() => {
          onTapping(!tapping);
          tapAt(null);
        }}
      >
        Tap
      </button>
      <button
        type="button"
        className={`${press} ${marks.card ? 'btn-primary' : ''}`}
        aria-pressed={marks.card !== null}
        onClick={() => mark(withCard(marks, size))}
      >
        Card
      </button>
      <ClockTools />
      {before && (
        <button type="button" className={press} onClick={layBefore}>
          Lines as on {before.name}
        </button>
      )}
      {others.length > 0 && (
        <label className="flex items-center gap-1 font-medium">
          Beside
          <select
            aria-label="Beside"
            className="select min-h-12 w-40 text-base-content"
            value={beside?.file ?? ''}
            onChange={(e) => putBeside(e.target.value || null)}
          >
            <option value="">nothing</option>
            {others.map((p) => (
              <option key={p.file} value={p.file}>
                {p.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className="flex min-h-12 items-center gap-2 font-medium">
        Computed
        <input
          type="range"
          className="range range-sm w-20"
          min="0"
          max="1"
          step="0.05"
          value={blend}
          aria-label="Computed colours over the picture"
          onChange={(e) => setBlend(Number(e.target.value))}
        />
      </label>
    </div>
  );
}

/** The clock in the picture: how the tube is seen, which hour is marked, which way the hours run. */
function ClockTools() {
  const { stand, marks, mark } = usePictureRoom();
  const { state } = useWeld();
  if (!marks || stand.is !== 'open' || state.design.seam.kind === 'straight') return null;
  const { clock } = marks;
  const way = (to: string) => mark({ ...marks, clock: to === 'along' || to === 'side' ? clockStart(to, stand.opened) : null });
  return (
    <span className="flex items-center gap-1">
      <select
        aria-label="Clock in the picture"
        className="select min-h-12 w-36 text-base-content"
        value={clock?.way ?? ''}
        onChange={(e) => way(e.target.value)}
      >
        <option value="">no clock marked</option>
        <option value="along">seen along the tube</option>
        <option value="side">seen from the side</option>
      </select>
      {clock && (
        <>
          <select
            aria-label="Hour that is marked"
            className="select min-h-12 w-18 text-base-content"
            value={clock.hour}
            onChange={(e) => mark({ ...marks, clock: { ...clock, hour: Number(e.target.value) } })}
          >
            {Array.from({ length: 12 }, (_, i) => 12 - i).map((h) => (
              <option key={h} value={h}>
                {h}
              </option>
            ))}
          </select>
          <button type="button" className={press} onClick={() => mark({ ...marks, clock: { ...clock, turn: clock.turn === 1 ? -1 : 1 } })}>
            {clock.way === 'along'
              ? clock.turn === 1
                ? 'hours run right round'
                : 'hours run left round'
              : clock.turn === 1
                ? 'hours rise to the edge mark'
                : 'hours fall to the edge mark'}
          </button>
        </>
      )}
    </span>
  );
}

/** A tapped spot has two answers, thin film and thick: how many colours lie between bare metal and it tells which. */
export function TapAnswer() {
  const { tap, tapAt } = usePictureRoom();
  const { criterion } = useWeld();
  const { system } = useShop();
  const { looking, lay, change } = useLooking();
  const [said, setSaid] = useState('');
  if (!tap) return <p className="px-3 py-1 text-sm font-medium text-black">{said || 'Tap the place in question.'}</p>;
  const where = `${zoneNames[looking.zone]}, ${arcText(looking.arc, looking.seam, system)}`;
  return (
    <div className="flex flex-wrap items-center gap-2 bg-[#777777] px-3 py-1 text-sm text-black" role="group" aria-label="The spot">
      <p className="basis-full font-semibold">One spot, two answers. How many colours do you pass from bare metal to it?</p>
      {tap.of.map((c) => {
        const band = filmBands[c.band] ?? 'later';
        const passed =
          c.band === 0
            ? 'none'
            : c.band >= 8
              ? `${c.band - 1} or more, purple and blue among them`
              : c.band <= 2
                ? 'none but this'
                : `about ${c.band - 1}`;
        const word = wordFor(criterion, band);
        return (
          <button
            key={c.band}
            type="button"
            className={press}
            onClick={() => {
              lay([{ zone: looking.zone, arc: looking.arc, grade: { by: 'band', band } }]);
              change({ said: `${where}: ${word}, by a spot of the picture.` });
              setSaid(`${word}, to ${where}.`);
              tapAt(null);
            }}
          >
            {passed}: {word.toLowerCase() || bandNames[band]} (film about {Math.round(c.nm)} nm, model)
          </button>
        );
      })}
    </div>
  );
}
