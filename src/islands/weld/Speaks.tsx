/** What the table says of a step, at the form that records it: must not be, wants a reason, mind. What was done is recorded all the same. */
import type { Breach } from '../../../core/models/cleaning';
import { CheckField, TextField } from '../kit/fields';
import { RefusalNote } from '../kit/notes';
import { useWords } from '../kit/reader';

/** The two fields it adds to a form. */
export type Answers = { because: string; done: boolean };
export const noAnswers: Answers = { because: '', done: false };

/** What hinders recording just now: something that must not be and was not done, or a reason that is missing. */
export const unanswered = (breaches: readonly Breach[], v: Answers): string[] => {
  const never = breaches.some((b) => b.level === 'never');
  if (never && !v.done) return ['Do not do it like this. If it was done all the same, say so below: the record keeps it as a deviation.'];
  if (breaches.some((b) => b.level !== 'warn') && v.because.trim().length < 3) return ['Say why in a few words: the record keeps it.'];
  return [];
};
export const reasonOf = (breaches: readonly Breach[], v: Answers): string | null =>
  breaches.some((b) => b.level !== 'warn') && v.because.trim() !== '' ? v.because.trim() : null;

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
      {never.length > 0 && <CheckField name="done" label="It was done all the same: record it as a deviation" />}
      {(never.length > 0 || reason.length > 0) && <TextField name="because" label="Why" />}
    </>
  );
}
