/** What else was seen: its place, its size as measured, and a picture of it. */
import { useState } from 'react';
import { arcText } from '../../../core/basics/seam';
import { defectNames, defectSchema, sizeWords, type DefectKind, type FoundDefect } from '../../../core/models/criteria';
import { sizeForm } from '../../../core/work/look';
import { usePictureRoom } from '../pictures/room';
import { useShop, useWeld } from './context';
import { useLooking } from './desk';

export function FoundDefects() {
  const { state } = useWeld();
  const { looking, change } = useLooking();
  const { defects, arc, seam } = looking;
  const { system } = useShop();
  const { open, pictures, show } = usePictureRoom();
  const [kind, setKind] = useState<DefectKind>('concavity');
  const [size, setSize] = useState('');
  const read = sizeForm.size.read(size, system);
  const { wall } = state.design.size;
  const add = (side: FoundDefect['side']) => {
    if (!read.ok) return;
    const picture = open?.side === side ? open.file : null;
    change({ defects: [...defects, { kind, side, arc, size: read.value, picture }] });
    setSize('');
  };
  const words = (d: FoundDefect) =>
    `${defectNames[d.kind]}, ${d.side}, ${arcText(d.arc, seam, system)}${d.size ? `, ${sizeWords(d.size, wall, system)}` : ''}`;
  return (
    <>
      <div className="grid grid-cols-[1fr_auto_auto] items-end gap-2">
        <label className="col-span-3 flex flex-col text-sm font-medium">
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
        <label className="flex min-w-0 flex-col text-sm font-medium">
          Measured
          <input
            aria-label="Measured size"
            className="input min-h-12 w-full font-figure"
            maxLength={20}
            placeholder={system === 'inch' ? 'in' : 'mm'}
            value={size}
            aria-invalid={!read.ok}
            onChange={(e) => setSize(e.target.value)}
          />
        </label>
        {(['inside', 'outside'] as const).map((side) => (
          <button key={side} type="button" className="btn min-h-12 px-2.5" disabled={!read.ok} onClick={() => add(side)}>
            Add {side}
          </button>
        ))}
        {open && (
          <p className="col-span-2 text-sm">
            With {open.name} as its picture, on the {open.side}.
          </p>
        )}
      </div>
      {defects.length > 0 && (
        <ul className="text-sm">
          {defects.map((d, i) => (
            <li key={i} className="flex flex-wrap items-center gap-2">
              {words(d)}
              {d.picture && (
                <button type="button" className="btn btn-ghost min-h-10" onClick={() => show(d.picture ?? null)}>
                  {pictures.find((p) => p.file === d.picture)?.name ?? 'Picture'}
                </button>
              )}
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
