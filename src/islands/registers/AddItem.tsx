/** Adds an item to a register: a heat, a WPS, a gas lot, a tool, a product. */
import { useState } from 'react';
import { issuesOf } from '../../../core/work/event';
import { entered, entryForm, registerSchema, type Entered } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { listening } from '../kit/listening';
import { request, type Refusal } from '../post';

export default listening(AddItem);

function AddItem({ system }: { system: System }) {
  const [kind, setKind] = useState<Entered>('heat');
  const { fields, known, item } = entryForm(kind, system);
  const save = async (v: Record<string, unknown>): Promise<Refusal | null> => {
    const read = registerSchema.safeParse(item(v));
    if (!read.success) return { error: 'Something in it cannot be right.', reasons: issuesOf(read.error), status: 422 };
    const sent = await request('POST', '/api/registers', read.data);
    if (!sent.ok) return sent.refusal;
    location.reload();
    return null;
  };
  return (
    <>
      <div role="group" aria-label="What to add" className="mb-2 flex flex-wrap gap-1">
        {(Object.entries(entered) as [Entered, string][]).map(([k, name]) => (
          <button
            key={k}
            type="button"
            className={`btn min-h-12 ${kind === k ? 'btn-primary' : ''}`}
            aria-pressed={kind === k}
            onClick={() => setKind(k)}
          >
            {name}
          </button>
        ))}
      </div>
      <Form key={kind} of={fields} known={known} system={system} onRecord={save} label="Add">
        {({ typed }) => (
          <div className="grid max-w-4xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
            {Object.entries(fields).map(
              ([name, { shape, asked }]) =>
                (!asked || asked(typed)) && (
                  <Field key={name} name={name} {...(shape.kind === 'several' && { className: 'col-span-2 md:col-span-4' })} />
                ),
            )}
          </div>
        )}
      </Form>
    </>
  );
}
