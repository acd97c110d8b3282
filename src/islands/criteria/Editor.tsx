/** A scheme in the making: its limits moved on the scale, the rest typed under it; what it changes stands beside it before it is kept. */
import { useMemo, useState } from 'react';
import { readForm, writeForm, type Table, type TypedForm } from '../../../core/basics/fields';
import type { System } from '../../../core/basics/units';
import { issuesOf } from '../../../core/work/event';
import {
  compareCriteria,
  editedSchema,
  limitNames,
  limitSchema,
  schemeIdSchema,
  sourceText,
  type Criterion,
  type Edited,
  type LimitId,
} from '../../../core/models/criteria';
import { clauseForm, criterionEdited, criterionForm, criterionGroups, criterionKnown, keepForm } from '../../../core/work/criteria';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { request } from '../post';
import { Changes } from './Changes';
import { Zones } from './Zones';

type Props = { from: Criterion; as: 'copy' | 'next'; root: Criterion | null; system: System; onClose: () => void };
type Clauses = NonNullable<Edited['confirmed']>;

/** The fields a group opens with; the others are behind a press. */
const OPEN = new Set(['Oxygen', 'Measured']);

export function Editor({ from, as, root, system, onClose }: Props) {
  const [zones, setZones] = useState(from.zones);
  const [after, setAfter] = useState(from.after);
  const [clauses, setClauses] = useState<Clauses>(() => {
    const had = Object.entries(from.confirmed ?? {}).map(([l, { document, edition, clause }]) => [l, { document, edition, clause }]);
    return Object.fromEntries(had) as Clauses;
  });
  const known = useMemo(() => criterionKnown(from), [from]);
  const before = useMemo(() => writeForm(criterionForm, known as never, system), [known, system]);
  const table: Table = as === 'copy' ? { ...keepForm, ...criterionForm } : { why: keepForm.why, ...criterionForm };
  /** As it would be kept; null while something cannot be read. */
  const edited = (values: Record<string, unknown>, typed: TypedForm): Edited => {
    const kept = Object.fromEntries(Object.entries(known).filter(([name]) => typed[name] === before[name]));
    return { ...criterionEdited(from, { ...values, ...kept }, zones, after), confirmed: clauses };
  };
  const title = as === 'copy' ? `A copy of ${from.id} version ${from.version}` : `${from.id} version ${from.version + 1}`;
  return (
    <Form
      of={table}
      known={known}
      system={system}
      label={as === 'copy' ? 'Keep the copy' : `Keep version ${from.version + 1}`}
      look="btn-primary w-full"
      own
      onRecord={async (values, typed) => {
        const v = values as Record<string, unknown>;
        const id = as === 'copy' ? schemeIdSchema.safeParse(v['name']) : { success: true as const, data: from.id };
        if (!id.success) return { error: issuesOf(id.error)[0] ?? 'That is no name for it.', reasons: [], status: 422 };
        const read = editedSchema.safeParse(edited(v, typed));
        if (!read.success)
          return { error: 'Something in it cannot be right.', reasons: read.error.issues.map((i) => i.message), status: 422 };
        const sent = await request<{ id: string }>('POST', '/api/criteria', {
          ...{ from: { id: from.id, version: from.version }, id: id.data, why: v['why'], edited: read.data },
        });
        if (!sent.ok) return sent.refusal;
        location.href = `/criteria/${encodeURIComponent(sent.value.id)}`;
        return null;
      }}
    >
      {({ typed, bar }) => {
        const read = readForm(criterionForm, typed, system, []);
        const next = read.ok ? ({ ...from, ...edited(read.values, typed), confirmed: from.confirmed } as Criterion) : null;
        return (
          <div className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
            <div className="min-w-0 space-y-5">
              <div className="flex flex-wrap items-baseline gap-3">
                <h1 className="text-2xl font-semibold">{title}</h1>
                <button type="button" className="btn btn-ghost min-h-11" onClick={onClose}>
                  Leave it as it was
                </button>
              </div>
              <Zones c={next ?? from} zones={zones} after={after} onZones={setZones} onAfter={setAfter} />
              <div className="grid gap-x-3 gap-y-1 sm:grid-cols-2">
                <Field name="title" />
                <Field name="about" />
              </div>
              {Object.entries(criterionGroups).map(([group, names]) => (
                <details key={group} open={OPEN.has(group)} className="border-t border-base-300 pt-2">
                  <summary className="min-h-8 cursor-pointer text-lg font-semibold">{group}</summary>
                  <div className="grid grid-cols-2 gap-x-3 gap-y-1 pt-1 md:grid-cols-4">
                    {names.map((name) => {
                      const { asked } = criterionForm[name] ?? {};
                      return (!asked || asked(typed)) && <Field key={name} name={name} />;
                    })}
                  </div>
                </details>
              ))}
              <ClauseList from={from} clauses={clauses} system={system} onClauses={setClauses} />
            </div>
            <div className="space-y-3 border-2 border-base-content bg-base-100 p-3 lg:sticky lg:top-3">
              <h2 className="text-lg font-bold">What it changes</h2>
              <div className="max-h-64 overflow-y-auto text-sm" tabIndex={0} role="region" aria-label="What it changes">
                {next ? (
                  <Changes changes={compareCriteria(from, next, system)} none="Nothing yet." />
                ) : (
                  <p>□ Something typed cannot be read yet.</p>
                )}
              </div>
              {root && root !== from && next && (
                <p className="text-sm">
                  Against {root.id} as it ships: {compareCriteria(root, next, system).filter((c) => c.way === 'looser').length} looser.
                </p>
              )}
              <p className="text-sm">What is looser than the shipped scheme is printed with every verdict, with your name and why.</p>
              {as === 'copy' && <Field name="name" />}
              <Field name="why" />
              {bar}
            </div>
          </div>
        );
      }}
    </Form>
  );
}

/** Clauses: each only once somebody has the edition open before them. */
function ClauseList({
  from,
  clauses,
  system,
  onClauses,
}: {
  from: Criterion;
  clauses: Clauses;
  system: System;
  onClauses: (c: Clauses) => void;
}) {
  const [open, setOpen] = useState<LimitId | null>(null);
  return (
    <details className="border-t border-base-300 pt-2">
      <summary className="min-h-8 cursor-pointer text-lg font-semibold">Clauses, looked up in an edition</summary>
      <p className="text-sm">Confirm a limit with its document open before you: your name and the day stand with it.</p>
      <ul>
        {limitSchema.options.map((l) => {
          const is = clauses[l];
          const source = from.sources?.[l];
          return (
            <li key={l} className="border-t border-base-300 py-1">
              <div className="flex flex-wrap items-center gap-x-3">
                <span className="w-44 font-semibold">{limitNames[l]}</span>
                <span className="grow text-sm">
                  {is ? `${is.document}, ${is.edition}, ${is.clause}` : source ? sourceText(source) : 'Source not said'}
                </span>
                <button type="button" className="btn min-h-11" onClick={() => setOpen(open === l ? null : l)}>
                  {is ? 'Look it up again' : 'I looked it up'}
                </button>
                {is && (
                  <button
                    type="button"
                    className="btn btn-ghost min-h-11"
                    onClick={() => onClauses(Object.fromEntries(Object.entries(clauses).filter(([k]) => k !== l)))}
                  >
                    Not confirmed
                  </button>
                )}
              </div>
              {open === l && <ClauseEntry limit={l} system={system} onClause={(c) => (setOpen(null), onClauses({ ...clauses, [l]: c }))} />}
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** Three words in a row; not a form of its own, since it stands in one. */
function ClauseEntry({ limit, system, onClause }: { limit: LimitId; system: System; onClause: (c: Clauses[LimitId]) => void }) {
  const [typed, setTyped] = useState<TypedForm>({ document: '', edition: '', clause: '' });
  const [wrong, setWrong] = useState<string | null>(null);
  const take = () => {
    const read = readForm(clauseForm, typed, system, []);
    if (read.ok) onClause(read.values);
    else setWrong(Object.values(read.errors)[0] ?? 'Fill in all three.');
  };
  return (
    <div className="flex flex-wrap items-end gap-2 pb-2" role="group" aria-label={`Clause for ${limitNames[limit]}`}>
      {(Object.keys(clauseForm) as (keyof typeof clauseForm)[]).map((name) => (
        <label key={name} className="text-sm font-medium">
          {clauseForm[name].label}
          <input
            className="input block min-h-11"
            value={String(typed[name])}
            onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              take();
            }}
          />
        </label>
      ))}
      <button type="button" className="btn min-h-11" onClick={take}>
        Confirm
      </button>
      {wrong && (
        <p role="alert" className="text-sm font-semibold text-error">
          ■ {wrong}
        </p>
      )}
    </div>
  );
}
