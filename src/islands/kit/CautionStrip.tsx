/** Cautions: whole when their step starts; what may fold folds to one hatched line by a press. Give it the step as its key. */
import { useState } from 'react';
import { DEFER, neverFolds } from '../../../core/work/record';
import { useWords } from './reader';

export function CautionStrip({
  texts,
  tight = false,
}: {
  texts: readonly string[];
  /** little room: on a phone they scroll in their own strip, none folded away */ tight?: boolean;
}) {
  const words = useWords();
  const [read, setRead] = useState(false);
  if (texts.length === 0) return null;
  const shown = read ? texts.filter(neverFolds) : texts;
  return (
    <aside
      aria-label="Cautions"
      className={`caution flex shrink-0 items-center gap-3 border-t border-base-300 bg-base-200 py-1.5 pr-2 pl-6 leading-snug ${tight ? 'text-xs max-md:max-h-16 max-md:items-start max-md:overflow-y-auto md:text-[13px]' : 'text-[13px]'}`}
      {...(tight && { tabIndex: 0 })}
      title={DEFER}
    >
      <ul className="grid grow gap-x-5 gap-y-0.5 sm:grid-cols-[repeat(auto-fit,minmax(15rem,1fr))]">
        {shown.map((t) => (
          <li key={t}>{words(t)}</li>
        ))}
        {read && <li className="font-semibold">Cautions of this step, folded away</li>}
      </ul>
      {!texts.every(neverFolds) && (
        <button
          type="button"
          className={`btn min-h-11 shrink-0 px-3 ${tight ? 'max-md:hidden' : ''}`}
          aria-expanded={!read}
          onClick={() => setRead(!read)}
        >
          {read ? 'Show' : 'Fold away'}
        </button>
      )}
    </aside>
  );
}
