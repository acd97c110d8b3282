/** What the cards of cylinders, meters and monitors share: a typed field, a check that is sent, how long ago. */
import { useId, useState, type ReactNode } from 'react';
import type { Quantity } from '../../../core/basics/figure';
import { parseQuantity, show, type Parsed, type System } from '../../../core/basics/units';
import type { NewCheck } from '../../../core/work/registers';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';

export type OnCheck = (check: NewCheck) => Promise<{ refusal: Refusal | null; note: string }>;

/** One typed text of a small form. */
export function Typed({ label, value, onValue, hint }: { label: string; value: string; onValue: (v: string) => void; hint?: string }) {
  return (
    <label className="block text-sm font-medium">
      {label}
      <input className="input min-h-12 w-full font-figure" value={value} placeholder={hint} onChange={(e) => onValue(e.target.value)} />
    </label>
  );
}

type Measured = {
  label: string;
  value: string;
  onValue: (v: string) => void;
  quantity: Quantity;
  system: System;
  hint?: string;
  /** unit of a bare number where it is not the person's own */
  bare?: string;
  /** lowest and highest that can be, SI, with what to say beyond */
  range?: { least: number; most: number; say: string };
};

/** Reads a measured text as its field does; an error where it makes no sense. */
export function readMeasured({ value, quantity, system, bare, range }: Omit<Measured, 'label' | 'onValue' | 'hint'>): Parsed {
  const p = parseQuantity(value, quantity, system, undefined, bare);
  return p.ok && range && (p.value < range.least || p.value > range.most) ? { ok: false, error: range.say } : p;
}

/** One quantity of a small form: how it was read stands below, what it cannot be is said at the field, and the text stays. */
export function TypedQuantity({ label, value, onValue, hint, ...how }: Measured) {
  const id = useId();
  const [left, setLeft] = useState(false);
  const read = value.trim() === '' ? null : readMeasured({ value, ...how });
  const wrong = read && !read.ok && left ? read.error : null;
  return (
    <div>
      <label htmlFor={id} className="block text-sm font-medium">
        {label}
      </label>
      <input
        id={id}
        className="input min-h-12 w-full font-figure aria-invalid:border-error"
        aria-invalid={wrong !== null}
        aria-describedby={`${id}-note`}
        value={value}
        placeholder={hint}
        onChange={(e) => onValue(e.target.value)}
        onFocus={() => setLeft(false)}
        onBlur={() => setLeft(true)}
      />
      <p
        id={`${id}-note`}
        role={wrong ? 'alert' : undefined}
        className={wrong ? 'min-h-4 text-sm font-semibold text-error' : 'min-h-4 text-xs text-base-content/80'}
      >
        {wrong
          ? `■ ${wrong}`
          : read?.ok && show(read.value, how.quantity, how.system) !== value.trim()
            ? `= ${show(read.value, how.quantity, how.system)}`
            : ' '}
      </p>
    </div>
  );
}

/** A check entered wrongly: taken back with its reason. It stays on the server, and counts for nothing. */
export function TakeBack({ id, what, onBack }: { id: string; what: string; onBack: (id: string) => void }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  if (!open)
    return (
      <button type="button" className="btn min-h-11 btn-ghost btn-sm" onClick={() => setOpen(true)}>
        {what} was entered wrongly
      </button>
    );
  const send = async () => {
    const sent = await request('POST', `/api/checks/${id}/back`, { reason });
    setRefusal(sent.ok ? null : sent.refusal);
    if (sent.ok) onBack(id);
  };
  return (
    <div className="mt-1 flex flex-wrap items-end gap-2">
      <label className="grow text-sm font-medium">
        What was wrong with it
        <input className="input min-h-12 w-full" maxLength={200} value={reason} onChange={(e) => setReason(e.target.value)} />
      </label>
      <button type="button" className="btn min-h-12" onClick={() => void send()}>
        Take it back
      </button>
      <RefusalNote refusal={refusal} />
    </div>
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

/** What a field cannot be is said at the field. */
export const NOT_KEPT = 'Nothing was kept. Set the marked field right, or fill in what is empty.';

export const ago = (ms: number): string =>
  ms < 3_600_000
    ? `${Math.max(0, Math.round(ms / 60_000))} min ago`
    : ms < 2 * 86_400_000
      ? `${Math.round(ms / 3_600_000)} h ago`
      : `${Math.round(ms / 86_400_000)} days ago`;
