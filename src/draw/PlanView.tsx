/** The seam from above with the cup over it. A plain picture for now: no hot zone is computed here yet. */
import { cupBore } from '../../core/models/shield';
import type { Size } from '../../core/basics/sizes';

type Props = { size: Size; cup: number | null; lens?: boolean; welded?: number; mini?: boolean; className?: string };

export function PlanView({ size, cup, lens = true, welded = 0, mini, className }: Props) {
  const scale = 90 / Math.max(size.od, 0.03); // px per metre, tube about 90 px wide
  const r = cup === null ? 0 : Math.min(60, (cupBore(cup) / 2) * scale);
  return (
    <svg
      viewBox="0 0 200 200"
      className={className}
      role="img"
      aria-label={`Plan view. ${cup === null ? 'No cup chosen.' : `Cup ${cup}${lens ? ' with lens' : ''} over the seam.`} ${welded >= 1 ? 'Seam welded.' : ''} The hot zone is not computed here.`}
    >
      <rect x="10" y={100 - size.od * scale * 0.5} width="180" height={size.od * scale} className="fill-base-200" />
      <path
        d={`M10 ${100 - size.od * scale * 0.5}H190M10 ${100 + size.od * scale * 0.5}H190`}
        className="stroke-base-content"
        strokeWidth="2.5"
      />
      <line
        x1="100"
        x2="100"
        y1={100 - size.od * scale * 0.5}
        y2={100 + size.od * scale * 0.5}
        className="stroke-base-content"
        strokeWidth={welded >= 1 ? 7 : 2}
        strokeDasharray={welded >= 1 ? '2 1.5' : undefined}
      />
      {cup !== null && (
        <g className="stroke-base-content" fill="none">
          <circle cx="100" cy="100" r={r} strokeWidth="3" />
          {lens && <circle cx="100" cy="100" r={r * 0.8} strokeWidth="0.8" strokeDasharray="2 2" />}
          <circle cx="100" cy="100" r="3" className="fill-base-content" />
          <path d="M100 100v-34m-4 7l4 -8l4 8" strokeWidth="1.5" />
        </g>
      )}
      {!mini && (
        <text x="100" y="194" textAnchor="middle" fontSize="5" className="fill-base-content">
          {cup === null ? 'cup not chosen' : `cup ${cup}${lens ? ', lens' : ''}; hot zone not computed here`}
        </text>
      )}
    </svg>
  );
}
