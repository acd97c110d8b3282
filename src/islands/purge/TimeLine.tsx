/** When vent, joint and the last place are at the limit, as bands on one line of time; the moment the drawing shows is taken from it. */
import type { Plan, Times } from '../../../core/models/purge';
import { clock } from '../../../core/basics/units';
import { useBox } from '../../draw/useBox';

type Span = Times['joint'];
type Props = {
  plan: Plan | null;
  /** the clock school's answer, s */
  byClock: number | null;
  /** the stretch in which the vent reads clean over air that is left, s; null when there is none */
  lies: { from: number; until: number } | null;
  at: number;
  longest: number;
  shown: boolean;
  onAt: (s: number) => void;
};

const LEFT = 66;
const ROW = 30;
const ticks = (longest: number): number[] => {
  const step = [15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200].find((s) => longest / s <= 7) ?? 14_400;
  return Array.from({ length: Math.floor(longest / step) + 1 }, (_, i) => i * step);
};

export function TimeLine({ plan, byClock, lies, at, longest, shown, onAt }: Props) {
  const [box, room] = useBox<HTMLDivElement>();
  const width = room?.width ?? 900;
  const x = (s: number) => LEFT + ((width - LEFT - 24) * Math.min(s, longest)) / longest;
  const slow = plan?.figures.find((f) => f.id === 'slowest');
  const rows: { name: string; span: Span | null; bold: boolean }[] = [
    { name: 'vent', span: plan?.vent ?? null, bold: false },
    { name: 'joint', span: plan?.joint ?? null, bold: true },
    ...(slow ? [{ name: 'last', span: { value: slow.value, low: null, high: null }, bold: false }] : []),
  ];
  const base = 8 + rows.length * ROW;
  return (
    <div ref={box} className={`relative ${plan ? '' : 'invisible'}`}>
      <svg viewBox={`0 0 ${width} ${base + 34}`} width="100%" height={base + 34} aria-hidden className="block">
        {ticks(longest).map((s) => (
          <g key={s}>
            <line x1={x(s)} x2={x(s)} y1="4" y2={base} className="stroke-base-300" strokeWidth="1.5" />
            <text x={x(s)} y={base + 26} textAnchor="middle" fontSize="13" className="fill-base-content font-figure">
              {clock(s)}
            </text>
          </g>
        ))}
        {byClock !== null && byClock <= longest && (
          <g>
            <line x1={x(byClock)} x2={x(byClock)} y1="4" y2={base} strokeWidth="2" strokeDasharray="2 3" className="stroke-base-content" />
            <text x={x(byClock) + 4} y="15" fontSize="12.5" className="fill-base-content">
              trade’s rule
            </text>
          </g>
        )}
        {rows.map((r, i) => {
          const y = 8 + i * ROW + ROW / 2;
          const { value, low, high } = r.span ?? { value: null, low: null, high: null };
          const [a, b] = [low ?? value, high ?? (low === null ? value : longest)];
          return (
            <g key={r.name}>
              <text x={LEFT - 12} y={y + 5} textAnchor="end" fontSize="14" fontWeight={r.bold ? 700 : 400} className="fill-base-content">
                {r.name}
              </text>
              {a === null || b === null ? (
                <>
                  {lies && r.name !== 'last' && <Hatch x1={x(r.name === 'vent' ? lies.from : 0)} x2={x(lies.until)} y={y} id={r.name} />}
                  <text
                    x={lies && r.name !== 'last' ? (x(r.name === 'vent' ? lies.from : 0) + x(lies.until)) / 2 : x(0) + 6}
                    y={y + 4.5}
                    textAnchor={lies && r.name !== 'last' ? 'middle' : 'start'}
                    fontSize="13"
                    fontWeight="600"
                    className="fill-base-content"
                    paintOrder="stroke"
                    stroke="var(--color-base-100)"
                    strokeWidth="9"
                  >
                    {lies && r.name === 'vent'
                      ? 'reads clean, air left inside'
                      : lies && r.name === 'joint'
                        ? 'air on the joint'
                        : 'no time'}
                  </text>
                </>
              ) : (
                <>
                  <rect x={x(a)} y={y - 9} width={Math.max(3, x(b) - x(a))} height="18" fill="var(--argon)" />
                  {[a, b].map((s, k) => (
                    <line key={k} x1={x(s)} x2={x(s)} y1={y - 10} y2={y + 10} strokeWidth="2.5" className="stroke-base-content" />
                  ))}
                  {high === null && low !== null && <path d={`M${x(longest) + 4} ${y - 7}l10 7l-10 7z`} className="fill-base-content" />}
                </>
              )}
            </g>
          );
        })}
        <line x1={LEFT} x2={width - 24} y1={base} y2={base} strokeWidth="3" className="stroke-base-content" />
        {shown && (
          <g>
            <line x1={x(at)} x2={x(at)} y1="0" y2={base} strokeWidth="2.5" className="stroke-base-content" />
            <circle cx={x(at)} cy={base} r="10" strokeWidth="3.5" className="fill-base-100 stroke-base-content" />
            <text
              x={x(at)}
              y={base + 28}
              textAnchor="middle"
              fontSize="15"
              fontWeight="700"
              paintOrder="stroke"
              stroke="var(--color-base-100)"
              strokeWidth="9"
              className="fill-base-content font-figure"
            >
              {clock(at)}
            </text>
          </g>
        )}
      </svg>
      {/* The hand is on a plain range: it answers to finger, keys and a screen reader alike. */}
      <input
        type="range"
        className={`absolute inset-y-0 left-[58px] h-full w-[calc(100%-74px)] cursor-ew-resize opacity-0 ${shown ? '' : 'hidden'}`}
        min={0}
        max={Math.max(1, Math.round(longest))}
        step={0.5}
        value={Math.min(at, longest)}
        aria-label="Moment shown"
        aria-valuetext={`gas on ${clock(at)}`}
        onChange={(e) => onAt(Number(e.target.value))}
      />
    </div>
  );
}

/** The stretch that would be taken for ready and is not. */
function Hatch({ x1, x2, y, id }: { x1: number; x2: number; y: number; id: string }) {
  return (
    <g>
      <defs>
        <pattern id={`no-${id}`} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="2" x2="2" y1="0" y2="9" strokeWidth="4" className="stroke-error" />
        </pattern>
      </defs>
      <rect x={x1} y={y - 9} width={Math.max(2, x2 - x1)} height="18" fill={`url(#no-${id})`} />
    </g>
  );
}
