/** A free end of the spool on the Side view. */
import type { SideScene } from '../../core/models/drawing';
import type { Seat } from '../../core/basics/spool';

/** Above a level end, left of an upright one: out of the way of what goes through its dam. */
export function besideEnd(f: SideScene['free'][number], scene: SideScene): { x: number; y: number } {
  const inner = scene.pipes.find((p) => p.part === f.part)?.inner ?? 20;
  const up = Math.abs(f.dx) > 0.5;
  const off = inner / 2 + 14;
  return { x: f.x + f.dx * 4 - (up ? 0 : off), y: f.y + f.dy * 4 - (up ? off : 0) };
}

/** A free end: a part dropped or added here snaps on. */
export function FreeEnd({
  end,
  x,
  y,
  wrong,
  picked,
  over,
  label,
  onPick,
}: {
  end: Seat;
  x: number;
  y: number;
  wrong: boolean;
  picked: boolean;
  /** a part is held over it */
  over: boolean;
  label: string;
  onPick: () => void;
}) {
  const big = over || picked;
  return (
    <g
      data-end={`${end.part}:${end.port}`}
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={picked}
      className="cursor-pointer"
      onClick={onPick}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          onPick();
        }
      }}
    >
      <circle cx={x} cy={y} r="18" fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={big ? 10 : 6}
        strokeWidth="2"
        className={`${wrong ? 'stroke-error' : 'stroke-base-content'} ${picked ? 'fill-base-content' : 'fill-base-100'}`}
      />
      <path
        d={`M${x - 3.5} ${y}h7M${x} ${y - 3.5}v7`}
        strokeWidth="1.5"
        className={picked ? 'stroke-base-100' : wrong ? 'stroke-error' : 'stroke-base-content'}
      />
    </g>
  );
}
