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
  /** the press that opens it */
  ask: string;
  of: T;
  known?: Partial<Values<T>>;
  system: System;
  label: string;
  /** what holds while it is taken */
  caution?: string;
  /** the check that comes of the fields */
  check: (v: Values<T>) => NewCheck;
  onCheck: OnCheck;
  /** beside the press while it is shut */
  children?: ReactNode;
};

/** A look at an instrument, behind one press: its fields in a row; what the server minds is said below, and what was refused stays in its field. */
export function CheckForm<T extends Table>({ ask, of, known = {}, system, label, caution, check, onCheck, children }: CheckProps<T>) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="btn min-h-12" aria-expanded={open} onClick={() => setOpen(!open)}>
          {ask}
        </button>
        {!open && children}
      </div>
      {open && (
        <>
          {caution && <p className="caution mt-2 bg-base-200 p-2 pl-6 text-sm">{caution}</p>}
          <Form
            row
            of={of}
            known={known}
            system={system}
            label={label}
            className="mt-1 grid grid-cols-2 items-start gap-2"
            onRecord={async (v) => {
              const answer = await onCheck(check(v));
              setNote(answer.note);
              if (!answer.refusal) setOpen(false);
              return answer.refusal;
            }}
          >
            {Object.keys(of).map((name) => (
              <Field key={name} name={name} />
            ))}
          </Form>
        </>
      )}
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
        Take {what} back
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

/** One cylinder, meter or monitor: its name, the verdict as the sentence to read from afar, and what it rests on below. */
export function Card({
  id,
  label,
  about,
  glance,
  bad,
  drawing,
  children,
}: {
  /** where an address with it leads */
  id: string;
  label: string;
  about: string;
  glance: ReactNode;
  bad: boolean;
  drawing?: ReactNode;
  children: ReactNode;
}) {
  return (
    <article id={id} className="flex gap-3 border-b border-base-300 py-3" aria-label={label}>
      {drawing}
      <div className="min-w-0 grow">
        <h3 className="text-sm">
          <strong className="text-base">{label}</strong> {about}
        </h3>
        <p data-testid="glance" className={`font-figure text-xl leading-snug font-bold ${bad ? 'text-error' : ''}`}>
          {bad && '■ '}
          {glance}
        </p>
        {children}
      </div>
    </article>
  );
}

export const ago = (ms: number): string =>
  ms < 3_600_000
    ? `${Math.max(0, Math.round(ms / 60_000))} min ago`
    : ms < 2 * 86_400_000
      ? `${Math.round(ms / 3_600_000)} h ago`
      : `${Math.round(ms / 86_400_000)} days ago`;
