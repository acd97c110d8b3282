/** Where the next grade goes: the zone, and the arc or the stretch of it. */
import { useEffect, useState } from 'react';
import { arcOf, hourText, isWhole, WHOLE } from '../../../core/basics/seam';
import { place } from '../../../core/basics/fields';
import { zoneNames, zoneSchema, type Zone } from '../../../core/models/criteria';
import { useShop } from './context';
import { insideSeen, useLooking } from './desk';

export function LookWhere() {
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
        <span className="basis-full text-sm">or on the drawing: press a zone where it starts, and drag</span>
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
