/**
 * A computed figure that opens: formula in words, inputs, source, uncertainty.
 * A model is drawn as a band, a measurement as a solid mark, what was typed is underlined.
 */
import type { Figure } from '../../../core/basics/figure';
import { format, inSystem, show, type System } from '../../../core/basics/units';

const kinds: Record<Figure['kind'], string> = { model: 'model', rule: 'rule', measured: 'measured', typed: 'typed' };

export function FigureView({ figure: f, system, big }: { figure: Figure; system: System; big?: boolean }) {
  const value = f.value === null ? null : format(f.value, f.quantity, system);
  const words = (t: string) => inSystem(t, system);
  const range = f.low !== null && f.high !== null && f.low !== f.high;
  return (
    <div className="border-b border-base-300">
      <details className="group">
        <summary className="flex min-h-11 cursor-pointer list-none items-center gap-3 py-1 hover:bg-base-200">
          <span className="w-24 shrink-0 @md:w-44 text-sm leading-tight">{words(f.label)}</span>
          <span className={`font-figure ${big ? 'text-2xl font-bold' : 'text-base'} ${f.kind === 'typed' ? 'underline' : ''}`}>
            {range ? (
              <>
                {format(f.low as number, f.quantity, system).number}
                <span className="mx-1 font-sans font-normal">to</span>
                {format(f.high as number, f.quantity, system).number}
                <span className="ml-1 text-[0.75em] font-normal">{format(f.high as number, f.quantity, system).unit}</span>
              </>
            ) : value ? (
              <>
                {value.number}
                <span className="ml-1 text-[0.75em] font-normal">{value.unit}</span>
              </>
            ) : (
              <span className="font-sans text-base font-normal">none</span>
            )}
          </span>
          {range && f.value !== null && <Band low={f.low as number} value={f.value} high={f.high as number} />}
          <span className="ml-auto shrink-0 text-xs text-base-content/80">
            <span className="hidden @sm:inline">{kinds[f.kind]} </span>
            <span aria-hidden className="inline-block group-open:rotate-90">
              ›
            </span>
          </span>
        </summary>
        <div className="bg-base-200 p-3 text-sm">
          <p>{words(f.formula)}.</p>
          {f.inputs.length > 0 && (
            <p className="mt-1">
              {f.inputs
                .map(
                  (i) =>
                    `${i.name} ${typeof i.value === 'number' && i.quantity ? show(i.value, i.quantity, system) : words(String(i.value))}`,
                )
                .join('; ')}
              .
            </p>
          )}
          {value && range && f.kind === 'model' && (
            <p className="mt-1">Middle {show(f.value as number, f.quantity, system)}; the ends are P10 and P90.</p>
          )}
          <p className="mt-1 text-base-content/80">Source: {words(f.source)}.</p>
          {f.note && <p className="mt-1">{words(f.note)}</p>}
          {f.kind === 'model' && <p className="mt-1 text-base-content/80">Model estimate, unproved here.</p>}
        </div>
      </details>
      {f.caution && <p className="pb-2 text-sm font-medium">□ {words(f.caution)}</p>}
    </div>
  );
}

/** The band from low to high with its middle marked. */
function Band({ low, value, high }: { low: number; value: number; high: number }) {
  const x = (v: number) => 4 + (72 * (v - low)) / (high - low || 1);
  return (
    <svg viewBox="0 0 80 14" className="hidden h-3.5 w-20 shrink-0 @md:block" aria-hidden>
      <rect x="4" y="4" width="72" height="6" className="fill-base-300" />
      <line x1={x(value)} x2={x(value)} y1="1" y2="13" className="stroke-base-content" strokeWidth="2" />
    </svg>
  );
}

/** Figures under each other; the one at `big` is the one that matters. */
export function Figures({ figures, system, big }: { figures: readonly Figure[]; system: System; big?: number }) {
  return (
    <div>
      {figures.map((f, i) => (
        <FigureView key={f.label} figure={f} system={system} big={i === big} />
      ))}
    </div>
  );
}
