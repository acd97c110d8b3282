/**
 * The joint looking along the tube: a clock face with 12 at the top. Shows gap, tacks, tape and weld, tint inside
 * and outside by arc, defects. An arc can be chosen on it, and with it the ring that is pressed, by pointer or by arrow keys.
 * A branch is seen the same way, along itself, with the run it stands on under it.
 */
import { midOf, ROUND, saddleDrop } from '../../core/basics/seam';
import { show } from '../../core/basics/units';
import type { Zone } from '../../core/models/criteria';
import { atHour, gapBand, hourOf, sector } from '../../core/models/drawing';
import { bandHex, bandNames, type Film } from '../../core/models/tint';
import { quartersOf, sameArc, type Peeled } from '../../core/work/run';
import { BRUSHED, type Foretelling, type SeamProps } from './seam';
import type { Room } from './useBox';
import { useSeamPress } from './useSeamPress';

const C = 100;
/** Outside the numbers: what was found on the outside stands there, never over an hour. */
const EDGE = 12;
const SIDE = 200 + 2 * EDGE;
/** Radii: outside HAZ, outside bead, wall, inside bead, inside HAZ, outermost first. */
const rings: Record<Zone, [number, number]> = { 'od-haz': [74, 82], 'od-bead': [66, 73], 'id-bead': [49, 56], 'id-haz': [40, 48] };
const hours = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

/** The zone a point at this radius hits: the nearer where it lies between two. */
function ringAt(r: number): Zone | 'joint' | null {
  if (r > 57 && r < 65.5) return 'joint';
  const near = (z: Zone) => Math.max(rings[z][0] - r, r - rings[z][1], 0);
  const [best] = (Object.keys(rings) as Zone[]).sort((a, b) => near(a) - near(b));
  return best && near(best) <= 4 ? best : null;
}

export function EndView(p: SeamProps) {
  const { film = { id: 'steel-id', od: 'steel-od' }, gap, tints = [], defects = [], welded = 0, peeled = null, tacks = 0 } = p;
  const { seam = ROUND, system = 'metric', od = 0, chosen, onPress, step = 1, mini, grading, className } = p;
  const spoken = useSeamPress(p, 'End', (under) => ({
    at: (Math.round(hourOf(C, C, under) / step) * step) % 12 || 12,
    band: ringAt(Math.hypot(under.x - C, under.y - C)),
  }));
  return (
    <svg viewBox={mini ? '0 0 200 200' : `${-EDGE} ${-EDGE} ${SIDE} ${SIDE}`} className={`select-none ${className ?? ''}`} {...spoken}>
      {seam.kind === 'saddle' && <Run across={(65 * seam.onto.od) / od} mini={mini ?? false} grading={grading ?? false} />}
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
        quartersOf(seam).map(({ name, arc }) => {
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
        if (t.grade.by === 'brushed') return <path key={i} d={d} fillRule="evenodd" {...BRUSHED} />;
        if (t.grade.by === 'number') {
          const p = atHour(C, C, (rings[t.zone][0] + rings[t.zone][1]) / 2, midOf(t.arc));
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
      {!mini && p.foretold && <ForetoldRings {...p.foretold} film={film} grading={grading ?? false} />}
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
        const p = atHour(C, C, d.side === 'inside' ? 33 : 104, midOf(d.arc));
        return (
          <g key={i} className="stroke-base-content" strokeWidth="1.6">
            <path d={`M${p.x - 3.5} ${p.y - 3.5}l7 7m0 -7l-7 7`} />
          </g>
        );
      })}
      {(p.cleaned ?? []).map(({ side, arc }, i) => {
        const [bead, haz] = side === 'inside' ? [rings['id-haz'], rings['id-bead']] : [rings['od-bead'], rings['od-haz']];
        const at = atHour(C, C, side === 'inside' ? 44 : 78, midOf(arc));
        const tick = `M${at.x - 4} ${at.y}l3 3.5l5.5 -7`;
        return (
          <g key={i} fill="none" className="stroke-base-content">
            <path d={sector(C, C, bead[0] - 1, haz[1] + 1, arc.from, arc.to)} strokeWidth="1.2" />
            <path d={tick} className="stroke-base-100" strokeWidth="6" strokeLinecap="square" />
            <path d={tick} strokeWidth="2.4" />
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
      {!mini && seam.kind === 'saddle' && (
        <g fontSize="6.5" className={grading ? 'fill-black' : 'fill-base-content'}>
          <rect x={-EDGE - 1} y="190" width="92" height="19" className={grading ? 'fill-[#777777]' : 'fill-base-100'} />
          <text x={-EDGE} y="198">
            12 and 6 lie along the run.
          </text>
          <text x={-EDGE} y="206.5">
            At 3 and 9 the seam is {show(saddleDrop(od, seam.onto.od, 3), 'length', system)} lower.
          </text>
        </g>
      )}
      {onPress && <circle cx={C} cy={C} r="86" fill="transparent" className="touch-none" />}
      {mini && <path d="M100 8v10" className="stroke-base-content" strokeWidth="4" />}
    </svg>
  );
}

/** Radii of what is foretold: inside within the HAZ, outside beyond it; thinnest film outermost, as it lies beside a weld. */
const foretoldAt = { inside: [30, 38.5], outside: [82.8, 85.8] } as const;

/** What a model expects, drawn broken: a ring of each word it may be, the likeliest the widest. What is seen is drawn whole. */
function ForetoldRings({ inside, outside, film, grading }: Foretelling & { film: { id: Film; od: Film }; grading: boolean }) {
  return (
    <g fill="none">
      {(['inside', 'outside'] as const).map((side) => {
        const told = side === 'inside' ? inside : outside;
        if (!told) return null;
        const [inner, outer] = foretoldAt[side];
        if (side === 'outside') {
          // No room for a ring a word: its ends and the likeliest follow each other round.
          const ends = [...new Set([told.words[0], told.likely, told.words.at(-1)])].filter((b) => b !== undefined);
          const piece = (2 * Math.PI * ((inner + outer) / 2)) / (ends.length * Math.ceil(60 / ends.length));
          return ends.map((band, i) => (
            <circle
              key={band}
              cx={C}
              cy={C}
              r={(inner + outer) / 2}
              stroke={bandHex(film.od, band)}
              strokeWidth={outer - inner}
              strokeDasharray={`${0.8 * piece} ${(ends.length - 0.8) * piece}`}
              strokeDashoffset={-i * piece}
            />
          ));
        }
        // A ring a word; the likeliest counts for two.
        const share = (outer - inner) / (told.words.length + 1);
        let at: number = inner;
        return told.words.map((band) => {
          const wide = share * (band === told.likely ? 2 : 1);
          at += wide;
          return (
            <circle key={band} cx={C} cy={C} r={at - wide / 2} stroke={bandHex(film.id, band)} strokeWidth={wide} strokeDasharray="5 2.2" />
          );
        });
      })}
      {inside && (
        <g className={grading ? 'fill-black' : 'fill-base-content'} textAnchor="middle" fontSize="6.5">
          {['foretold inside', ...rangeLines(inside)].map((t, i) => (
            <text key={t} x={C} y={C - 7 + 8.5 * i}>
              {t}
            </text>
          ))}
        </g>
      )}
    </g>
  );
}
const rangeLines = ({ words }: NonNullable<Foretelling['inside']>): string[] => {
  const [low, high] = [words[0], words.at(-1)];
  if (!low || !high) return [];
  return low === high ? [bandNames[low].toLowerCase()] : [`${bandNames[low].toLowerCase()} to`, bandNames[high].toLowerCase()];
};

/** Where a place of the seam lies in a room, px: the picture keeps its shape in the middle of it. */
export function onClock({ width, height }: Room, at: number, where: Zone | 'joint'): { x: number; y: number } {
  const [inner, outer] = where === 'joint' ? [57, 65] : rings[where];
  const scale = Math.min(width, height) / SIDE;
  const p = atHour(0, 0, ((inner + outer) / 2) * scale, at);
  return { x: width / 2 + p.x, y: height / 2 + p.y };
}

/** The run under a branch, seen along the branch: lines along it, every five degrees around it, crowd where it falls away. */
function Run({ across, mini, grading }: { across: number; mini: boolean; grading: boolean }) {
  const half = Math.min(C + EDGE, across);
  const step = mini ? 15 : 5;
  const lines = Array.from({ length: 180 / step - 1 }, (_, i) => across * Math.sin((((i + 1) * step - 90) * Math.PI) / 180));
  const ink = grading ? 'stroke-black' : 'stroke-base-content';
  return (
    <g>
      <rect x={C - half} y={-EDGE} width={2 * half} height={200 + 2 * EDGE} className={grading ? 'fill-none' : 'fill-base-200'} />
      <path
        d={lines
          .filter((x) => Math.abs(x) <= half)
          .map((x) => `M${(C + x).toFixed(1)} ${-EDGE}V${200 + EDGE}`)
          .join('')}
        className={ink}
        strokeWidth={mini ? 1.2 : 0.4}
        opacity="0.4"
      />
      {across <= half && (
        <path d={`M${C - across} ${-EDGE}V${200 + EDGE}M${C + across} ${-EDGE}V${200 + EDGE}`} className={ink} strokeWidth="2" />
      )}
    </g>
  );
}
