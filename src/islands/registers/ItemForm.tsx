/** The form of one kind of item: a new one, or one that is set right. */
import { writeForm } from '../../../core/basics/fields';
import { issuesOf } from '../../../core/work/event';
import { entryForm, entryKnown, registerSchema, type Entered, type NewRegisterItem, type RegisterItem } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import type { Refusal } from '../post';

export function ItemForm({
  kind,
  item,
  system,
  label,
  onItem,
}: {
  kind: Entered;
  /** what stands there now; null for a new one */
  item: RegisterItem | null;
  system: System;
  label: string;
  onItem: (item: NewRegisterItem) => Promise<Refusal | null>;
}) {
  const { fields, known: usual, item: made } = entryForm(kind, system);
  const known = (item && entryKnown(item, system)) ?? usual;
  const before = writeForm(fields, known, system);
  return (
    <Form
      key={kind}
      of={fields}
      known={known}
      system={system}
      label={label}
      onRecord={async (v, typed) => {
        // A field that was not touched keeps its figure as it is, not as it was rounded to be shown.
        const kept = item ? Object.fromEntries(Object.entries(known).filter(([name]) => typed[name] === before[name])) : {};
        const read = registerSchema.safeParse(made({ ...v, ...kept }));
        return read.success ? onItem(read.data) : { error: 'Something in it cannot be right.', reasons: issuesOf(read.error), status: 422 };
      }}
    >
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
  );
}
