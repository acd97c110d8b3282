/** Papers that do not belong to this weld, said as soon as they are picked; what is so on the pipe all the same is recorded as a deviation. */
import type { PaperFault } from '../../../core/models/papers';
import { Field } from '../kit/Field';
import { RefusalNote } from '../kit/notes';
import type { Refusal } from '../post';

/** What hinders recording: a wrong paper of which nobody has said that it is so. The form holds that under `so`. */
export const paperRefusal = (faults: readonly PaperFault[], so: boolean): Refusal | null => {
  const wrong = faults.filter((f) => f.level === 'never').map((f) => f.text);
  return wrong.length === 0 || so
    ? null
    : { error: 'Pick the right paper. If it is so on the pipe, say so: the record keeps it as a deviation.', reasons: wrong, status: 422 };
};

export function PaperNotes({ faults }: { faults: readonly PaperFault[] }) {
  const wrong = faults.filter((f) => f.level === 'never').map((f) => f.text);
  return (
    <>
      {wrong.length > 0 && (
        <>
          <RefusalNote refusal={{ error: `Wrong paper. ${wrong[0] ?? ''}`, reasons: wrong.slice(1), status: 422 }} />
          <Field name="so" />
        </>
      )}
      {faults
        .filter((f) => f.level === 'mind')
        .map((f) => (
          <p key={f.id} className="text-sm font-semibold">
            □ {f.text}
          </p>
        ))}
    </>
  );
}
