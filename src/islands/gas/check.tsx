/** What the cards of cylinders, meters and monitors share: a typed field, a check that is sent, how long ago. */
import { useState, type ReactNode } from 'react';
import type { NewCheck } from '../../../core/work/registers';
import { RefusalNote } from '../kit/notes';
import type { Refusal } from '../post';

export type OnCheck = (check: NewCheck) => Promise<{ refusal: Refusal | null; note: string }>;

/** One typed quantity of a small form; wrong text is said when it is sent. */
export function Typed({ label, value, onValue, hint }: { label: string; value: string; onValue: (v: string) => void; hint?: string }) {
  return (
    <label className="block text-sm font-medium">
      {label}
      <input className="input min-h-12 w-full font-figure" value={value} placeholder={hint} onChange={(e) => onValue(e.target.value)} />
    </label>
  );
}

/** One cylinder, meter or monitor: its name, what it is, and what is to be read at a glance; the rest below. */
export function Card({
  label,
  about,
  glance,
  bad,
  children,
}: {
  label: string;
  about: string;
  glance: ReactNode;
  bad: boolean;
  children: ReactNode;
}) {
  return (
    <article className="border-b border-base-300 py-3" aria-label={label}>
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-semibold">
          {label} <span className="text-sm font-normal">{about}</span>
        </h3>
        <p data-testid="glance" className={`font-semibold ${bad ? 'text-error' : ''}`}>
          {bad && '■ '}
          {glance}
        </p>
      </div>
      {children}
    </article>
  );
}

export function useCheck(onCheck: OnCheck) {
  const [said, setSaid] = useState<{ refusal: Refusal | null; note: string }>({ refusal: null, note: '' });
  const wrong = (error: string) => setSaid({ refusal: { error, reasons: [], status: 422 }, note: '' });
  const send = async (check: NewCheck): Promise<boolean> => {
    const answer = await onCheck(check);
    setSaid(answer);
    return answer.refusal === null;
  };
  const view = (
    <>
      <RefusalNote refusal={said.refusal} />
      {said.note && (
        <p role="status" className="text-sm font-medium">
          □ {said.note}
        </p>
      )}
    </>
  );
  return { wrong, send, view };
}

export const ago = (ms: number): string =>
  ms < 3_600_000
    ? `${Math.max(0, Math.round(ms / 60_000))} min ago`
    : ms < 2 * 86_400_000
      ? `${Math.round(ms / 3_600_000)} h ago`
      : `${Math.round(ms / 86_400_000)} days ago`;
