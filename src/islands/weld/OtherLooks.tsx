/** Who else has looked: not shown before one has graded oneself, then what they saw differently, at its place. */
import { arcText } from '../../../core/basics/seam';
import { gradeWords, zoneNames, type Tint } from '../../../core/models/criteria';
import { differences } from '../../../core/work/look';
import { useShop, useWeld } from './context';
import { lookingAt, useLooking } from './desk';

export function OtherLooks() {
  const { state, criterion } = useWeld();
  const { people, person, system } = useShop();
  const { looking, change } = useLooking();
  const me = person?.id ?? null;
  const name = (id: string | null) => people.find((p) => p.id === id)?.name ?? 'somebody';
  const others = state.looks.filter((l) => l.by !== me);
  const mine = state.looks.find((l) => l.by === me);
  if (others.length === 0) return null;
  const { seam } = state.design;
  if (looking.veiled)
    return (
      <section aria-label="Who else has looked" className="border-l-4 border-base-content pl-3 text-sm">
        <p>
          <strong>{others.map((o) => name(o.by)).join(' and ')} graded this weld.</strong> Grade it yourself first: what they saw is shown
          afterwards.
        </p>
        <button
          type="button"
          className="btn mt-1 min-h-11"
          onClick={() => change({ ...lookingAt(state.look, state.design), said: 'Shown: a look of yours is no longer independent.' })}
        >
          Show what they saw
        </button>
      </section>
    );
  if (!mine) return null;
  const word = (g: Tint['grade']) => (g.by === 'unseen' ? 'not seen' : gradeWords(criterion, g));
  return (
    <section aria-label="Who else has looked" className="border-l-4 border-base-content pl-3 text-sm">
      {others.map((o) => {
        const apart = differences(mine.tints, o.tints, criterion, seam);
        return (
          <div key={o.event}>
            <p className="font-semibold">
              {apart.length === 0 ? `${name(o.by)} saw the same.` : `${name(o.by)} differs:`}
              {mine.blind || o.blind ? '' : ' (not graded apart)'}
            </p>
            <ul>
              {apart.map((d) => (
                <li key={`${d.zone}${d.arc.from}`}>
                  {d.overLimit ? '■' : '□'} {zoneNames[d.zone]}, {arcText(d.arc, seam, system)}: you {word(d.grades[0])}, {name(o.by)}{' '}
                  {word(d.grades[1])}
                  {d.apart === null ? '' : `, ${d.apart} ${d.apart === 1 ? 'colour' : 'colours'} apart`}
                  {d.overLimit ? ', the limit between' : ''}
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </section>
  );
}
