/** The seam from above with the cup over it, small: what was set, and what of it was said to be hot. Large and at work it is HotPlan. */
import { cupBore } from '../../core/models/shield';
import { ROUND, type Seam } from '../../core/basics/seam';
import type { Size } from '../../core/basics/sizes';
import type { Figure } from '../../core/basics/figure';
import type { TorchPlan } from '../../core/models/shield';

/** What is hot behind the arc and what follows the torch, m. */
export type Zone = { length: number; halfWidth: number; trailing: TorchPlan['trailing'] };
/** As the figures of a set-up had it; null where it has none. */
export function zoneOf(s: { figures: readonly Figure[]; trailing: TorchPlan['trailing'] } | null): Zone | null {
  const of = (id: string) => s?.figures.find((f) => f.id === id)?.value ?? null;
  const [length, halfWidth] = [of('hot-length'), of('hot-width')];
  return s && length !== null && halfWidth !== null ? { length, halfWidth, trailing: s.trailing } : null;
}

type Props = {
  size: Size;
  seam?: Seam;
  cup: number | null;
  lens?: boolean;
  welded?: number;
  zone?: Zone | null;
  mini?: boolean;
  className?: string;
};

export function PlanView({ size, seam = ROUND, cup, lens = true, welded = 0, zone = null, mini, className }: Props) {
  // A round seam runs across its tube, 90 px wide; a straight one across the picture, between plates; a saddle round its branch.
  const across = seam.kind === 'straight' ? 0.05 : Math.max(size.od, 0.03);
  const scale = 90 / across;
  const r = cup === null ? 0 : Math.min(60, (cupBore(cup) / 2) * scale);
  const half = (size.od * scale) / 2;
  const line = { className: 'stroke-base-content', strokeWidth: welded >= 1 ? 7 : 2, strokeDasharray: welded >= 1 ? '2 1.5' : undefined };
  /** where the torch stands on the seam, and which way it goes */
  const torch = seam.kind === 'saddle' ? { x: 100, y: 100 + half, turn: 90 } : { x: 100, y: 100, turn: seam.kind === 'straight' ? 90 : 0 };
  return (
    <svg
      viewBox="0 0 200 200"
      className={className}
      role="img"
      aria-label={`Plan view. ${cup === null ? 'No cup chosen.' : `Cup ${cup}${lens ? ' with lens' : ''} over the seam.`} ${zone ? 'What stays hot behind the arc is drawn.' : ''} ${welded >= 1 ? 'Seam welded.' : ''}`}
    >
      {seam.kind === 'straight' ? (
        <>
          <path d="M10 30H190V170H10z" className="fill-base-200 stroke-base-content" strokeWidth="2.5" />
          <path d="M10 100H190" {...line} />
        </>
      ) : seam.kind === 'saddle' ? (
        <>
          <Tube half={Math.min(92, (seam.onto.od * scale) / 2)} />
          <circle cx="100" cy="100" r={half} fill="none" {...line} />
        </>
      ) : (
        <>
          <Tube half={half} />
          <path d={`M100 ${100 - half}V${100 + half}`} {...line} />
        </>
      )}
      {zone && <Tail zone={zone} scale={scale} half={seam.kind === 'straight' ? 70 : half} torch={torch} />}
      {cup !== null && (
        <g className="stroke-base-content" fill="none" transform={`translate(${torch.x} ${torch.y}) rotate(${torch.turn})`}>
          <circle r={r} strokeWidth="3" />
          {lens && <circle r={r * 0.8} strokeWidth="0.8" strokeDasharray="2 2" />}
          <circle r="3" className="fill-base-content" />
          <path d="M0 0v-34m-4 7l4 -8l4 8" strokeWidth="1.5" />
        </g>
      )}
      {!mini && cup === null && (
        <text x="100" y="192" textAnchor="middle" fontSize="8" className="fill-base-content">
          Cup not chosen.
        </text>
      )}
    </svg>
  );
}

/** A tube from above, with its two edges. */
const Tube = ({ half }: { half: number }) => (
  <>
    <rect x="10" y={100 - half} width="180" height={2 * half} className="fill-base-200" />
    <path d={`M10 ${100 - half}H190M10 ${100 + half}H190`} className="stroke-base-content" strokeWidth="2.5" />
  </>
);

/** What stays hot behind the arc, as long and as wide as it was reckoned, as far as it can be seen from above; the shield over it. */
function Tail({ zone, scale, half, torch }: { zone: Zone; scale: number; half: number; torch: { x: number; y: number; turn: number } }) {
  const [l, w] = [zone.length * scale, zone.halfWidth * scale];
  const { trailing } = zone;
  return (
    <g transform={`translate(${torch.x} ${torch.y}) rotate(${torch.turn})`}>
      <clipPath id={`tail-${Math.round(half)}`}>
        <rect x="-100" y={-half} width="200" height={2 * half} />
      </clipPath>
      <g clipPath={`url(#tail-${Math.round(half)})`}>
        <path
          d={`M0 ${-0.7 * w}C${1.35 * w} ${-0.7 * w} ${w} ${l / 2} 0 ${l}C${-w} ${l / 2} ${-1.35 * w} ${-0.7 * w} 0 ${-0.7 * w}Z`}
          className="fill-base-content/20 stroke-base-content"
          strokeWidth="1"
        />
        {trailing && (
          <rect
            x={(-trailing.width / 2) * scale}
            y="0"
            width={trailing.width * scale}
            height={trailing.length * scale}
            rx="3"
            fill="none"
            className="stroke-base-content"
            strokeWidth="1.8"
          />
        )}
      </g>
    </g>
  );
}
