/** What the table says of a step, at the form that records it: must not be, wants a reason, mind. What was done is recorded all the same. */
import type { Breach } from '../../../core/models/cleaning';
import { unanswered } from '../../../core/work/clean';
import { Field } from '../kit/Field';
import { RefusalNote } from '../kit/notes';
import { useWords } from '../kit/reader';
import type { Refusal } from '../post';

/** Records, unless something must not be and was not done, or a reason is missing. */
export async function answered(
  breaches: readonly Breach[],
  v: { done: boolean; because: string },
  record: () => Promise<Refusal | null>,
): Promise<Refusal | null> {
  const missing = unanswered(breaches, v);
  return missing === null ? record() : { error: missing, reasons: [], status: 422 };
}

export function Speaks({ breaches }: { breaches: readonly Breach[] }) {
  const words = useWords();
  const of = (level: Breach['level']) => breaches.filter((b) => b.level === level).map((b) => b.text);
  const [never, reason, warn] = [of('never'), of('reason'), of('warn')];
  return (
    <>
      {never.length > 0 && <RefusalNote refusal={{ error: never[0] ?? '', reasons: never, status: 422 }} />}
      {(reason.length > 0 || warn.length > 0) && (
        <ul className="space-y-1 text-sm" aria-label="Mind">
          {[...reason, ...warn].map((t) => (
            <li key={t}>□ {words(t)}</li>
          ))}
        </ul>
      )}
      {never.length > 0 && <Field name="done" />}
      {(never.length > 0 || reason.length > 0) && <Field name="because" />}
    </>
  );
}
