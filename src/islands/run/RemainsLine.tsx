/** Under the headline: the place that is not measured, how sure it is, and, opened, what stays, what would tell, and what was kept out. */
import { besideWords, floorWords, isFresh, type Remains } from '../../../core/work/run';
import { keptOutText, testText, whyOf } from '../../../core/models/remaining';
import type { System } from '../../../core/basics/units';

type Props = { remains: Remains; places: readonly string[]; now: number; system: System };

export function RemainsLine({ remains, places, now, system }: Props) {
  const { answer } = remains;
  const beside = besideWords(remains, places, now);
  const out = answer.keptOut.map(keptOutText);
  if (!isFresh(remains, now)) return out.length > 0 ? <p className="text-sm">□ {out.join(' ')}</p> : null;
  return (
    <details className="text-sm" data-testid="remains">
      <summary className="min-h-6 cursor-pointer">
        <span aria-live="off">{beside}</span>
      </summary>
      <div className="space-y-1 border-l-4 border-base-300 pl-2">
        <p>{floorWords(remains, system)}</p>
        {testText(answer) && <p>{testText(answer)}</p>}
        {whyOf(answer) === null && answer.floorAbove > 0.1 && <p>Leak, gas and bypass look alike: no one monitor tells them apart.</p>}
        {out.map((t) => (
          <p key={t}>□ {t}</p>
        ))}
        <p>The gate stays on the reading.</p>
      </div>
    </details>
  );
}
