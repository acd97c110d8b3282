/** The WPS over the set-up: what lies outside it stands open with its reason; all else behind a press, each value in its range. */
import type { Verdict } from '../../../core/models/wps';
import { Field } from '../kit/Field';
import { useShop, useWeld } from './context';
import type { Torch } from './desk';
import { useWps } from './useSheet';
import { reasonKnown } from '../../../core/work/record';
import { itemsOf } from '../../../core/work/registers';

export function WpsOver({ torch }: { torch: Torch }) {
  const { state } = useWeld();
  const { registers } = useShop();
  const over = useWps(torch);
  const named = state.fitup?.wps;
  const wps = itemsOf(registers, 'wps').find((w) => w.id === named?.id);
  if (!over)
    return named ? (
      <p className="text-sm font-bold">
        {named.label} revision {named.revision}
      </p>
    ) : (
      <p className="text-sm">□ No WPS yet: it is named at the fit-up, and is the limit of what is set here.</p>
    );
  const out = over.verdicts.filter((v) => !v.inside);
  const essential = out.some((v) => v.essential);
  return (
    <section aria-label="WPS" className="space-y-1 border-b-2 border-base-content/40 pb-2 text-sm">
      <p>
        <strong>{over.name}</strong>
        {wps && named && wps.body.revision !== named.revision && (
          <span className="block font-semibold">□ Fitted up to revision {named.revision}. Ask which counts.</span>
        )}
      </p>
      {out.length > 0 && (
        <ul className="space-y-1" aria-label="Outside the WPS">
          {out.map((v) => (
            <li key={v.id} className="font-semibold">
              {v.essential ? '■' : '□'} {v.label}
              {v.at === null ? '' : `, ${v.at}`}: {v.value}. It gives {v.range}.
              {reasonKnown(v, state.need) !== null && <span className="font-normal"> Decided: {reasonKnown(v, state.need)}.</span>}
              <Range v={v} />
            </li>
          ))}
        </ul>
      )}
      {over.unsaid.length > 0 && (
        <>
          <Field
            name="reason"
            hint={essential ? 'Essential: the verdict refers until a named person has decided.' : 'A deviation, with this reason.'}
          />
        </>
      )}
      {over.verdicts.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">
            {over.verdicts.length - out.length} of {over.verdicts.length} inside ›
          </summary>
          <ul className="space-y-1">
            {over.verdicts
              .filter((v) => v.inside)
              .map((v) => (
                <li key={v.id}>
                  {v.label}
                  {v.at === null ? '' : `, ${v.at}`}: <span className="font-figure">{v.value}</span> in {v.range}
                  <Range v={v} />
                </li>
              ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** Where a value lies between the two ends of its range. */
function Range({ v }: { v: Verdict }) {
  if (v.share === null) return null;
  const [a, b] = [30, 190];
  const x = Math.max(8, Math.min(212, a + (b - a) * v.share));
  return (
    <svg viewBox="0 0 220 14" className="block h-3.5 w-full max-w-56" aria-hidden>
      <rect x={a} y="4" width={b - a} height="6" className="fill-base-content/25" />
      <path d={`M${a} 1v12M${b} 1v12`} className="stroke-base-content" strokeWidth="1.5" />
      <circle cx={x} cy="7" r="5" className={v.inside ? 'fill-base-content' : 'fill-base-100 stroke-base-content'} strokeWidth="2.5" />
    </svg>
  );
}
