/** Errors, cautions, advice, rules: each with a shape and a word, never by hue alone. */
import OctagonAlert from 'lucide-react/icons/octagon-alert';
import TriangleAlert from 'lucide-react/icons/triangle-alert';
import { DEFER } from '../../../core/work/record';
import type { Rule } from '../../../core/models/purge';
import type { Refusal } from '../post';
import { useWords } from './reader';

export function RefusalNote({ refusal }: { refusal: Refusal | null }) {
  const words = useWords();
  if (!refusal) return null;
  const more = refusal.reasons.filter((r) => r !== refusal.error);
  return (
    <div role="alert" className="flex gap-3 border-l-8 border-error bg-base-200 p-3">
      <OctagonAlert className="shrink-0 text-error" aria-hidden />
      <div>
        <p className="font-semibold">{words(refusal.error)}</p>
        {more.map((r) => (
          <p key={r} className="text-sm">
            {words(r)}
          </p>
        ))}
      </div>
    </div>
  );
}

/** Cautions: hatched edge, so that they are not taken for decoration. */
export function Cautions({ texts }: { texts: readonly string[] }) {
  const words = useWords();
  if (texts.length === 0) return null;
  return (
    <aside aria-label="Cautions" className="caution flex gap-3 bg-base-200 p-3 pl-6 text-sm">
      <TriangleAlert className="shrink-0" size={22} aria-hidden />
      <ul className="space-y-1">
        {texts.map((t) => (
          <li key={t}>{words(t)}</li>
        ))}
        <li className="text-xs text-base-content/80">{DEFER}</li>
      </ul>
    </aside>
  );
}

export function Rules({ rules }: { rules: readonly Rule[] }) {
  const words = useWords();
  return (
    <ul className="space-y-1" aria-label="What is wrong with this set-up">
      {rules.map((r) => (
        <li key={r.id} className={`flex gap-2 text-sm ${r.level === 'stop' ? 'font-semibold' : ''}`}>
          <span aria-hidden className={r.level === 'stop' ? 'text-error' : ''}>
            {r.level === 'stop' ? '■' : '□'}
          </span>
          <span>
            {r.level === 'stop' && <span className="text-error">Wrong. </span>}
            {words(r.text)}
          </span>
        </li>
      ))}
    </ul>
  );
}

export function Advices({ advice }: { advice: readonly { school: string; text: string; source: string }[] }) {
  const words = useWords();
  return (
    <dl className="space-y-1 text-sm">
      {advice.map((a) => (
        <div key={a.school + a.text} className="grid gap-x-2 @md:grid-cols-[9rem_1fr]">
          <dt className="font-medium">{a.school}</dt>
          <dd>
            {words(a.text)} <span className="text-xs text-base-content/80">{words(a.source)}.</span>
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** Says where to enter what a list still lacks. */
export function Missing({ what }: { what: readonly (string | false)[] }) {
  const lacking = what.filter(Boolean);
  if (lacking.length === 0) return null;
  return (
    <p className="border-l-8 border-base-content bg-base-200 p-3 text-sm">
      □ Nothing to pick for {lacking.join(', ')}. Enter it under{' '}
      <a className="link" href="/registers">
        Lots and tools
      </a>
      , then come back.
    </p>
  );
}
