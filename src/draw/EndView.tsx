/**
 * The joint looking along the tube: a clock face with 12 at the top. Shows gap, tacks, tape and weld, tint inside
 * and outside by arc, defects. One hour or arc can be chosen on it by pointer or by arrow keys.
 */
import { arcText, defectNames, zoneNames, type Arc, type FoundDefect, type Tint, type Zone } from '../../core/models/criteria';
import { atHour, gapBand, hourOf, sector } from '../../core/models/drawing';
import { arcName, quarters, sameArc, type Peeled } from '../../core/work/run';
import { bandHex, bandNames, type Film } from '../../core/models/tint';

type Props = {
  film?: { id: Film; od: Film };
  gap?: { narrowAt: number; wideAt: number; narrow?: string; wide?: string } | null;
  tints?: readonly Tint[];
  defects?: readonly FoundDefect[];
  welded?: number;
  /** a joint welded by arc: what is peeled, what of it is welded; the rest is taped */
  peeled?: Peeled | null;
  tacks?: number;
  looking?: string;
  /** chosen arc and zone */
  chosen?: { arc: Arc; zone: Zone } | null;
  onHour?: (hour: number) => void;
  mini?: boolean;
  /** flat neutral grey, for judging colour */
  grading?: boolean;
  className?: string;
};

const C = 100;
/** Outside the numbers: what was found on the outside stands there, never over an hour. */
const EDGE = 12;
/** Radii: outside HAZ, outside bead, wall, inside bead, inside HAZ, outermost first. */
const rings: Record<Zone, [number, number]> = { 'od-haz': [74, 82], 'od-bead': [66, 73], 'id-bead': [49, 56], 'id-haz': [40, 48] };
const hours = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

export function EndView({
  film = { id: 'steel-id', od: 'steel-od' },
  gap,
  tints = [],
  defects = [],
  welded = 0,
  peeled = null,
  tacks = 0,
  looking,
  chosen,
  onHour,
  mini,
  grading,
  className,
}: Props) {
  const said = [
    looking ? `Looking ${looking}.` : '',
    gap ? `Narrowest gap at ${gap.narrowAt} o'clock, widest at ${gap.wideAt}.` : '',
    welded >= 1 ? 'Welded all round.' : '',
    ...(peeled?.open.map((a) => `Peeled ${arcName(a)}.`) ?? []),
    ...(peeled?.welded.map((a) => `Welded ${arcName(a)}.`) ?? []),
    ...tints.map(
      (t) =>
        `${zoneNames[t.zone]}, ${arcText(t.arc)}: ${t.grade.by === 'band' ? bandNames[t.grade.band] : t.grade.by === 'number' ? `number ${t.grade.number}` : 'not seen'}.`,
    ),
    ...defects.map((d) => `${defectNames[d.kind]} ${d.side}, ${arcText(d.arc)}.`),
  ].filter(Boolean);

  const turn = (e: React.KeyboardEvent) => {
    if (!onHour) return;
    const from = chosen?.arc.from ?? 12;
    const next =
      e.key === 'ArrowRight' || e.key === 'ArrowDown'
        ? (from % 12) + 1
        : e.key === 'ArrowLeft' || e.key === 'ArrowUp'
          ? ((from + 10) % 12) + 1
          : null;
    if (next !== null) {
      e.preventDefault();
      onHour(next);
    }
  };
  const point = (e: React.PointerEvent<SVGSVGElement>) => {
    if (!onHour) return;
    // However the picture lies in its box: its middle is the middle of the joint.
    const box = e.currentTarget.getBoundingClientRect();
    const p = { x: C + e.clientX - box.left - box.width / 2, y: C + e.clientY - box.top - box.height / 2 };
    onHour(Math.round(hourOf(C, C, p)) || 12);
  };

  return (
    <svg
      viewBox={mini ? '0 0 200 200' : `${-EDGE} ${-EDGE} ${200 + 2 * EDGE} ${200 + 2 * EDGE}`}
      className={className}
      role={chosen ? 'slider' : 'img'}
      aria-label={`End view. ${said.join(' ') || 'Nothing recorded yet.'}`}
      {...(onHour && { onPointerDown: point })}
      {...(chosen && {
        tabIndex: 0,
        'aria-valuemin': 1,
        'aria-valuemax': 12,
        'aria-valuenow': chosen.arc.from,
        'aria-valuetext': `${chosen.arc.from} o'clock`,
        onKeyDown: turn,
      })}
    >
      <circle cx={C} cy={C} r="65" className={grading ? 'fill-none' : 'fill-base-200'} />
      {/* the wall, drawn thicker than it is */}
      <path d={sector(C, C, 57, 65, 12, 12)} fillRule="evenodd" className={grading ? 'fill-[#8c8c8c]' : 'fill-base-300'} />
      <path d={sector(C, C, 57, 65, 12, 12)} fillRule="evenodd" fill="none" className="stroke-base-content" strokeWidth="0.8" />
      {gap && welded === 0 && !mini && (
        <path
          d={gapBand(C, C, 61, gap.narrowAt, gap.wideAt, 0.8, 5.5)}
          fillRule="evenodd"
          className="fill-base-100 stroke-base-content"
          strokeWidth="0.5"
        />
      )}
      {welded > 0 && (
        <path
          d={sector(C, C, 57.5, 64.5, 12, welded >= 1 ? 12 : 12 * welded)}
          fillRule="evenodd"
          className={grading ? 'fill-[#9a9a9a]' : 'fill-secondary'}
        />
      )}
      {peeled &&
        quarters.map(({ name, arc }) => {
          const is = (list: Peeled['open']) => list.some((a) => sameArc(a, arc));
          if (is(peeled.welded))
            return <path key={name} d={sector(C, C, 57.5, 64.5, arc.from, arc.to)} fillRule="evenodd" className="fill-secondary" />;
          const mid = arc.from + 1.5;
          // Peeled: the joint lies open. Taped: a band over it, with a tab that stands out so that none is missed.
          if (is(peeled.open))
            return (
              <path
                key={name}
                d={sector(C, C, 57, 65, arc.from, arc.to)}
                fillRule="evenodd"
                className="fill-base-100 stroke-base-content"
                strokeWidth="2"
              />
            );
          const [a, b] = [atHour(C, C, 67, mid), atHour(C, C, 76, mid)];
          return (
            <g key={name} className="stroke-base-content" strokeWidth="1">
              <path d={sector(C, C, 55, 67, arc.from, arc.to)} fillRule="evenodd" className="fill-base-content/15" strokeDasharray="3 2" />
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} strokeWidth="5" className="stroke-base-content/60" />
            </g>
          );
        })}
      {(Object.keys(rings) as Zone[]).map((zone) => (
        <path
          key={zone}
          d={sector(C, C, ...rings[zone], 12, 12)}
          fillRule="evenodd"
          fill="none"
          strokeWidth={mini ? 0.4 : 0.5}
          strokeDasharray="1 2"
          className={grading ? 'stroke-black' : 'stroke-base-content/50'}
        />
      ))}
      {tints.map((t, i) => {
        const d = sector(C, C, ...rings[t.zone], t.arc.from, t.arc.to);
        if (t.grade.by === 'unseen')
          return <path key={i} d={d} fillRule="evenodd" fill="none" strokeDasharray="2 2" className="stroke-base-content" />;
        if (t.grade.by === 'number') {
          const mid = t.arc.from + (((t.arc.to - t.arc.from + 12 - 1e-9) % 12) + 1e-9) / 2;
          const p = atHour(C, C, (rings[t.zone][0] + rings[t.zone][1]) / 2, mid);
          return (
            <g key={i}>
              <path d={d} fillRule="evenodd" fill="#9a9a9a" stroke="#222" strokeWidth="0.5" />
              <text x={p.x} y={p.y + 2.6} textAnchor="middle" fontSize="8" fill="#000">
                {t.grade.number}
              </text>
            </g>
          );
        }
        return <path key={i} d={d} fillRule="evenodd" fill={bandHex(t.zone.startsWith('id') ? film.id : film.od, t.grade.band)} />;
      })}
      {chosen && (
        <path
          d={sector(C, C, rings[chosen.zone][0] - 1, rings[chosen.zone][1] + 1, chosen.arc.from, chosen.arc.to)}
          fillRule="evenodd"
          fill="none"
          stroke={grading ? '#000' : 'currentColor'}
          strokeWidth="2"
        />
      )}
      {defects.map((d, i) => {
        const mid = d.arc.from + (((d.arc.to - d.arc.from + 12 - 1e-9) % 12) + 1e-9) / 2;
        const p = atHour(C, C, d.side === 'inside' ? 33 : 104, mid);
        return (
          <g key={i} className="stroke-base-content" strokeWidth="1.6">
            <path d={`M${p.x - 3.5} ${p.y - 3.5}l7 7m0 -7l-7 7`} />
          </g>
        );
      })}
      {Array.from({ length: tacks }, (_, i) => {
        const p = atHour(C, C, 61, 12 + (i * 12) / tacks);
        return <rect key={i} x={p.x - 2.5} y={p.y - 2.5} width="5" height="5" className="fill-base-content" />;
      })}
      {gap &&
        (
          [
            ['narrow', gap.narrowAt, gap.narrow],
            ['wide', gap.wideAt, gap.wide],
          ] as const
        ).map(([kind, hour, text]) => {
          const [a, b] = [atHour(C, C, 56, hour), atHour(C, C, 66, hour)];
          const label = atHour(C, C, mini ? 0 : 27, hour);
          return (
            <g key={kind}>
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-base-100" strokeWidth={kind === 'wide' ? 6 : 3} />
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-base-content" strokeWidth={kind === 'wide' ? 3.2 : 1.4} />
              {!mini && text && (
                <text x={label.x} y={label.y + 3} textAnchor="middle" fontSize="8" className={grading ? 'fill-black' : 'fill-base-content'}>
                  {text}
                </text>
              )}
            </g>
          );
        })}
      {!mini &&
        hours.map((h) => {
          const p = atHour(C, C, 91, h);
          return (
            <text
              key={h}
              x={p.x}
              y={p.y + 3.5}
              textAnchor="middle"
              fontSize={h % 3 === 0 ? 11 : 8}
              fontWeight={h === 12 ? 700 : 400}
              className={grading ? 'fill-black' : 'fill-base-content'}
            >
              {h}
            </text>
          );
        })}
      {mini && <path d="M100 8v10" className="stroke-base-content" strokeWidth="4" />}
    </svg>
  );
}
