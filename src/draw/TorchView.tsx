/**
 * The torch on the seam, cut through: cup, tungsten, how far it stands out, and what the rules allow, each at its place. The rim of the
 * cup is dragged up and down for the stick-out, its wall sideways for the next cup; both by arrow keys too.
 */
import { useRef } from 'react';
import { show, type System } from '../../core/basics/units';
import { boreAt, stickOutAt, TORCH, torchPicture } from '../../core/models/drawing';
import { cupBore, cups, stickOut as longestOf } from '../../core/models/shield';
import { inPicture } from './useSeamPress';

type Props = {
  cup: number;
  lens: boolean;
  screen: boolean;
  /** m; null while it cannot be read */
  stickOut: number | null;
  electrode: number | null;
  system: System;
  /** words at their places, once they are known */
  words: { flow?: string; flowRange?: string };
  onStickOut?: (metres: number) => void;
  onCup?: (n: number) => void;
  className?: string;
};

/** The step a hand sets a tungsten by, m: 1/32 in, or half a millimetre. */
const stepOf = (system: System): number => (system === 'inch' ? 0.0254 / 32 : 5e-4);

export function TorchView({ cup, lens, screen, stickOut, electrode, system, words, onStickOut, onCup, className = '' }: Props) {
  const rod = electrode ?? 2.4e-3;
  const longest = longestOf(cup, lens, rod, screen).value;
  const out = stickOut ?? 0;
  const p = torchPicture(cupBore(cup), out, rod);
  const [left, right] = [TORCH.middle - p.half, TORCH.middle + p.half];
  const far = longest !== null && stickOut !== null && stickOut > longest * 1.001;
  const q = (m: number) => show(m, 'length', system);
  const step = stepOf(system);
  const held = useRef<'rim' | 'wall' | null>(null);
  const nearest = (bore: number) => cups.reduce((best, n) => (Math.abs(cupBore(n) - bore) < Math.abs(cupBore(best) - bore) ? n : best));
  const move = (e: React.PointerEvent<SVGGElement>) => {
    const svg = e.currentTarget.ownerSVGElement;
    if (!held.current || !svg) return;
    const { x, y } = inPicture(svg, e);
    if (held.current === 'rim') onStickOut?.(Math.min(0.05, Math.round(stickOutAt(y) / step) * step));
    else onCup?.(nearest(boreAt(x)));
  };
  const grip = (which: 'rim' | 'wall') => ({
    tabIndex: 0,
    role: 'slider' as const,
    onPointerDown: (e: React.PointerEvent<SVGGElement>) => {
      held.current = which;
      e.currentTarget.setPointerCapture(e.pointerId);
    },
    onPointerMove: move,
    onPointerUp: () => (held.current = null),
    onPointerCancel: () => (held.current = null),
  });
  /** the way an arrow key goes: on is out, or wider */
  const keyed = (e: React.KeyboardEvent): number => {
    const by = e.key === 'ArrowUp' || e.key === 'ArrowRight' ? 1 : e.key === 'ArrowDown' || e.key === 'ArrowLeft' ? -1 : 0;
    if (by !== 0) e.preventDefault();
    return by;
  };
  return (
    <svg
      viewBox={`56 8 226 ${TORCH.height - 8}`}
      className={`select-none ${className}`}
      role="group"
      aria-label={`Torch, cut through. Cup ${cup}${lens ? (screen ? ' with lens and screen' : ' with lens') : ''}, ${q(cupBore(cup))} bore; stick-out ${q(out)}${longest === null ? '' : `, the longest for it ${q(longest)}`}.`}
    >
      {/* the work, with its seam */}
      <path d={`M20 ${TORCH.work}H280V${TORCH.work + 12}H20z`} className="fill-base-300" />
      <path d={`M20 ${TORCH.work}H280`} className="stroke-base-content" strokeWidth="2.4" />
      <path d={`M${TORCH.middle} ${TORCH.work}v12`} className="stroke-base-content" strokeWidth="1.2" strokeDasharray="2 1.5" />
      {/* what the gas covers: about as wide as the bore, while the rule holds */}
      <path d={`M${left} ${p.rim}L${left - 6} ${TORCH.work}H${right + 6}L${right} ${p.rim}z`} className="fill-base-content/10" />
      {longest !== null && (
        <g className={far ? 'stroke-error' : 'stroke-base-content'}>
          <path d={`M${left - 14} ${p.rimAt(longest)}H${right + 14}`} strokeWidth={far ? 2.4 : 1.2} strokeDasharray="5 3" />
        </g>
      )}
      <path
        d={`M${TORCH.middle - p.rod} 14V${p.tip - 9}L${TORCH.middle - 0.8} ${p.tip}h1.6L${TORCH.middle + p.rod} ${p.tip - 9}V14z`}
        className="fill-base-content"
      />
      {lens && (
        <path
          d={`M${left} ${p.rim - 22}h${2 * p.half}v5h${-2 * p.half}z`}
          className="fill-none stroke-base-content"
          strokeDasharray="1.5 1.5"
        />
      )}
      {lens && screen && (
        <path d={`M${left} ${p.rim - 13}h${2 * p.half}`} className="stroke-base-content" strokeDasharray="1 1.2" strokeWidth="2" />
      )}
      <g
        {...grip('wall')}
        aria-label="Cup"
        aria-valuemin={cups[0]}
        aria-valuemax={cups[cups.length - 1]}
        aria-valuenow={cup}
        aria-valuetext={`No. ${cup}, ${q(cupBore(cup))} bore`}
        onKeyDown={(e) => {
          const next = cups[cups.indexOf(cup as (typeof cups)[number]) + keyed(e)];
          if (next !== undefined && next !== cup) onCup?.(next);
        }}
        className={`touch-none ${onCup ? 'cursor-ew-resize' : ''}`}
      >
        {[left, right].map((x, i) => (
          <g key={i}>
            <rect x={x - 9} y="18" width="18" height={Math.max(8, p.rim - 30)} fill="transparent" />
            <path
              d={`M${x} ${p.rim}V${Math.min(p.rim - 34, 30)}L${x + (i ? -1 : 1) * Math.min(p.half - 8, 10)} 16`}
              className="fill-none stroke-base-content"
              strokeWidth="4"
            />
          </g>
        ))}
      </g>
      <g
        {...grip('rim')}
        aria-label="Stick-out"
        aria-valuemin={0}
        aria-valuemax={50}
        aria-valuenow={Math.round(out * 1e4) / 10}
        aria-valuetext={q(out)}
        onKeyDown={(e) => {
          const by = keyed(e);
          if (by !== 0) onStickOut?.(Math.max(0, Math.round(out / step + by) * step));
        }}
        className={`touch-none ${onStickOut ? 'cursor-ns-resize' : ''}`}
      >
        <rect x={left - 8} y={p.rim - 10} width={2 * p.half + 16} height="20" fill="transparent" />
        <path
          d={`M${left - 5} ${p.rim}h${p.half - p.rod + 2}M${right + 5} ${p.rim}h${-(p.half - p.rod + 2)}`}
          className="stroke-base-content"
          strokeWidth="1"
          strokeDasharray="3 2"
        />
        <path
          d={`M${right + 18} ${p.rim}V${p.tip}m-3 -5l3 5l3 -5M${right + 18} ${p.rim}m-3 5l3 -5l3 5M${right + 6} ${p.rim}h18M${TORCH.middle + 4} ${p.tip}H${right + 24}`}
          fill="none"
          className="stroke-base-content"
          strokeWidth="1"
        />
      </g>
      <Words
        {...{ right, far, words }}
        middle={(p.rim + p.tip) / 2}
        limit={longest === null ? null : { y: p.rimAt(longest), text: q(longest) }}
        out={stickOut === null ? '–' : q(stickOut)}
      />
    </svg>
  );
}

/** The few words it has room for. */
function Words({
  right,
  far,
  middle,
  limit,
  out,
  words,
}: {
  right: number;
  far: boolean;
  middle: number;
  limit: { y: number; text: string } | null;
  out: string;
  words: Props['words'];
}) {
  return (
    <g fontSize="9.5" className="fill-base-content">
      <text x={right + 27} y={middle - 2} fontSize="15" fontWeight="700" className="font-figure">
        {out}
      </text>
      <text x={right + 27} y={middle + 9}>
        out
      </text>
      <text x="64" y={limit ? Math.max(24, limit.y - 4) : middle} className={far || !limit ? 'fill-error font-bold' : ''}>
        {limit ? `${far ? '■ ' : ''}to ${limit.text}` : 'wants a lens'}
      </text>
      <text x="64" y={TORCH.work + 25}>
        <tspan fontSize="12" fontWeight="700" className="font-figure">
          {words.flow ?? ''}
        </tspan>
      </text>
      <text x="64" y={TORCH.work + 37}>
        {words.flowRange ?? ''}
      </text>
    </g>
  );
}
