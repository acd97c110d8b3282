/** The seam from above with the cup over it. A plain picture for now: no hot zone is computed here yet. */
import { cupBore } from '../../core/models/shield';
import { ROUND, type Seam } from '../../core/basics/seam';
import type { Size } from '../../core/basics/sizes';

type Props = { size: Size; seam?: Seam; cup: number | null; lens?: boolean; welded?: number; mini?: boolean; className?: string };

export function PlanView({ size, seam = ROUND, cup, lens = true, welded = 0, mini, className }: Props) {
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
      aria-label={`Plan view. ${cup === null ? 'No cup chosen.' : `Cup ${cup}${lens ? ' with lens' : ''} over the seam.`} ${welded >= 1 ? 'Seam welded.' : ''} The hot zone is not computed here.`}
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
      {cup !== null && (
        <g className="stroke-base-content" fill="none" transform={`translate(${torch.x} ${torch.y}) rotate(${torch.turn})`}>
          <circle r={r} strokeWidth="3" />
          {lens && <circle r={r * 0.8} strokeWidth="0.8" strokeDasharray="2 2" />}
          <circle r="3" className="fill-base-content" />
          <path d="M0 0v-34m-4 7l4 -8l4 8" strokeWidth="1.5" />
        </g>
      )}
      {!mini && (
        <text x="100" y="192" textAnchor="middle" fontSize="8" className="fill-base-content">
          {cup === null ? 'Cup not chosen.' : 'Hot zone not computed here.'}
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
