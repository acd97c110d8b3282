/** What the cards of cylinders, meters and monitors share: a check that is sent, one taken back, how long ago. */
import { useState, type ReactNode } from 'react';
import type { Table, Values } from '../../../core/basics/fields';
import type { System } from '../../../core/basics/units';
import { reasonForm } from '../../../core/work/release';
import type { NewCheck } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { request, type Refusal } from '../post';

export type OnCheck = (check: NewCheck) => Promise<{ refusal: Refusal | null; note: string }>;

type CheckProps<T extends Table> = {
  of: T;
  known?: Partial<Values<T>>;
  system: System;
  label: string;
  /** the check that comes of the fields */
  check: (v: Values<T>) => NewCheck;
  onCheck: OnCheck;
};

/** A look at an instrument: its fields in a row; what the server minds is said below, and what was refused stays in its field. */
export function CheckForm<T extends Table>({ of, known = {}, system, label, check, onCheck }: CheckProps<T>) {
  const [note, setNote] = useState('');
  return (
    <>
      <Form
        row
        of={of}
        known={known}
        system={system}
        label={label}
        className="mt-1 grid grid-cols-2 items-start gap-2 md:grid-cols-4"
        onRecord={async (v) => {
          const answer = await onCheck(check(v));
          setNote(answer.note);
          return answer.refusal;
        }}
      >
        {Object.keys(of).map((name) => (
          <Field key={name} name={name} />
        ))}
      </Form>
      {note && (
        <p role="status" className="text-sm font-medium">
          □ {note}
        </p>
      )}
    </>
  );
}

const backForm = reasonForm('What was wrong with it', 'Say in a few words what was wrong with it.');

/** A check entered wrongly: taken back with its reason. It stays on the server, and counts for nothing. */
export function TakeBack({ id, what, system, onBack }: { id: string; what: string; system: System; onBack: (id: string) => void }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <button type="button" className="btn min-h-11 btn-ghost btn-sm" onClick={() => setOpen(true)}>
        {what} was entered wrongly
      </button>
    );
  return (
    <Form
      row
      of={backForm}
      system={system}
      label="Take it back"
      onRecord={async (v) => {
        const sent = await request('POST', `/api/checks/${id}/back`, v);
        if (sent.ok) onBack(id);
        return sent.ok ? null : sent.refusal;
      }}
    >
      <Field name="reason" className="grow" />
    </Form>
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

export const ago = (ms: number): string =>
  ms < 3_600_000
    ? `${Math.max(0, Math.round(ms / 60_000))} min ago`
    : ms < 2 * 86_400_000
      ? `${Math.round(ms / 3_600_000)} h ago`
      : `${Math.round(ms / 86_400_000)} days ago`;
