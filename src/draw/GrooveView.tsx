/** The joint cut through: how its edges meet, and the passes that fill it, each with its current. A pass is picked on it. */
import { AUTOGENOUS_MOST } from '../../core/models/heat';
import { passNames, type PassId } from '../../core/models/passes';

export type GroovePass = { pass: PassId; times: number; text: string };
type Props = {
  /** m */
  wall: number;
  gap: number;
  opened: boolean;
  passes: readonly GroovePass[];
  picked: PassId;
  onPick?: (p: PassId) => void;
  className?: string;
};

/** Half of the usual bevel's included angle of 75 degrees (ASME B16.25, from memory). */
const BEVEL = (37.5 * Math.PI) / 180;
/** m that stay square at the root. Common practice, no source: 0 to 1.6 mm. */
const LAND = 0.8e-3;
/** What a root fills, m. Common practice, no source. */
const ROOT = 3e-3;

const W = 240;
const H = 250;

/** Layers from the root up, each with the height it fills, m. */
function heights(
  wall: number,
  passes: readonly GroovePass[],
): { pass: PassId; low: number; high: number; text: string; nth: number; times: number }[] {
  const layers = passes.flatMap((p) => Array.from({ length: p.times }, (_, i) => ({ ...p, nth: i })));
  if (layers.length <= 1) return layers.map((l) => ({ ...l, low: 0, high: wall }));
  const root = Math.min(ROOT, wall * 0.55);
  const rest = (wall - root) / (layers.length - 1);
  return layers.map((l, i) => ({ ...l, low: i === 0 ? 0 : root + rest * (i - 1), high: i === 0 ? root : root + rest * i }));
}

export function GrooveView({ wall, gap, opened, passes, picked, onPick, className }: Props) {
  const bevelled = opened && wall > AUTOGENOUS_MOST * 0.7;
  const open = bevelled ? Math.min(Math.max(gap, 1e-3), 0.5 * wall + 2e-3) : Math.min(gap, 0.4 * wall);
  const layers = heights(wall, passes);
  const wide = bevelled ? open / 2 + Math.max(0, wall - LAND) * Math.tan(BEVEL) : wall;
  const k = Math.min(96 / wall, 100 / (wide * 1.5));
  const [cx, foot] = [W / 2, 160];
  const half = (y: number) => (bevelled ? open / 2 + Math.max(0, y - LAND) * Math.tan(BEVEL) : wall * (0.45 + 0.6 * (y / wall)));
  const px = (m: number) => m * k;
  const plate = (side: 1 | -1) => {
    const inner = (m: number) => cx + side * px(m);
    const top = bevelled ? wide : open / 2;
    return `M${inner(open / 2)} ${foot}L${inner(open / 2)} ${foot - px(Math.min(LAND, wall))}L${inner(top)} ${foot - px(wall)}L${cx + side * (W / 2)} ${foot - px(wall)}L${cx + side * (W / 2)} ${foot}Z`;
  };
  return (
    <svg
      viewBox={`0 36 ${W} ${H - 36}`}
      className={`select-none ${className ?? ''}`}
      role="group"
      aria-label="The joint cut through, its passes"
    >
      <path d={`${plate(1)}${plate(-1)}`} className="fill-base-300 stroke-base-content" strokeWidth="1.4" />
      {layers.map((l, i) => {
        const [low, high] = [l.low, l.high];
        const [a, b] = [px(half(low)), px(half(high))];
        const [y0, y1] = [foot - px(low), foot - px(high)];
        const top = i === layers.length - 1 ? 9 : 3;
        const sag = i === 0 ? 6 : 0;
        const mine = l.pass === picked;
        return (
          <g key={i} className={onPick ? 'cursor-pointer' : ''} onPointerDown={() => onPick?.(l.pass)} data-layer={l.pass}>
            <path
              d={`M${cx - a} ${y0}Q${cx} ${y0 + 2 * sag} ${cx + a} ${y0}L${cx + b} ${y1}Q${cx} ${y1 - 2 * top} ${cx - b} ${y1}Z`}
              className={`stroke-base-content ${mine ? 'fill-base-content' : 'fill-secondary'}`}
              strokeWidth="1.4"
            />
          </g>
        );
      })}
      {passes.map((p, i) => {
        const mine = p.pass === picked;
        return (
          <text
            key={p.pass}
            x={W / 2}
            y={H - 8 - 21 * (passes.length - 1 - i) - (passes.length === 1 ? 18 : 0)}
            textAnchor="middle"
            className={`fill-base-content text-[16px] ${mine ? 'font-bold' : ''}`}
            onPointerDown={() => onPick?.(p.pass)}
          >
            {passes.length === 1 && !opened ? 'One pass' : passNames[p.pass]}
            {p.times > 1 ? ` × ${p.times}` : ''}: {p.text}
          </text>
        );
      })}
    </svg>
  );
}
