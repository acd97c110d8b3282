/**
 * A straight seam on its rule: edge to edge, measured from the first. The torch side above the joint, the purged side below it; gap,
 * tacks, tape and weld on the joint itself, tint in its zones, defects outside them. A place can be chosen by pointer or by arrow keys.
 */
import { metresAt, midOf, type Arc, type Seam } from '../../core/basics/seam';
import { format, type System } from '../../core/basics/units';
import { zoneNames, type Zone } from '../../core/models/criteria';
import { gapAlong, RULE_HEIGHT, ruleBands, ruleOf, ruleTicks, type Rule, type RuleBand } from '../../core/models/drawing';
import { bandHex, type Film } from '../../core/models/tint';
import type { Joint } from '../../core/work/jobs';
import { quartersOf, sameArc } from '../../core/work/run';
import { BRUSHED, type Foretelling, type SeamProps } from './seam';
import { useSeamPress } from './useSeamPress';
import { useBox, type Room } from './useBox';

const zones = ['od-haz', 'od-bead', 'id-bead', 'id-haz'] as const satisfies Zone[];
const [TOP, BOTTOM] = ruleBands.joint;
const MIDDLE = (TOP + BOTTOM) / 2;
/** Top of the rule; what is said at the edges stands under it. */
const RULER = 146;

export function RuleView(p: SeamProps & { seam: Extract<Seam, { kind: 'straight' }> }) {
  const { seam, system = 'metric', mini, grading, onPress, chosen, className = '' } = p;
  const [box, room] = useBox<HTMLDivElement>();
  const rule = ruleOf(mini ? 1.1 : room ? room.width / room.height : 2);
  /** words keep their size however large the drawing is */
  const words = Math.min(10, ((room && room.width > 600 ? 14 : 11.5) * RULE_HEIGHT) / (room?.height ?? 300));
  // How to weld it is no question of a look.
  const wide = !grading && rule.width / words > 46;
  const spoken = useSeamPress(p, 'Seam', ({ x, y }) => {
    // Caught by the finest marks of the rule, or by the far edge where that is nearer.
    const metres = (seam.length * rule.at(x)) / 12;
    const { fine } = ruleTicks(seam.length, system);
    const caught = Math.round(metres / fine) * fine;
    const at = Math.abs(caught - metres) < seam.length - metres ? (12 * caught) / seam.length : 12;
    return { at: Math.min(12, at), band: rule.band(y) };
  });
  const ink = grading ? 'fill-black' : 'fill-base-content';
  const line = grading ? 'stroke-black' : 'stroke-base-content';
  return (
    <div ref={box} className={className}>
      <svg viewBox={mini ? `0 20 ${rule.width} 120` : `0 0 ${rule.width} ${RULE_HEIGHT}`} className="h-full w-full select-none" {...spoken}>
        {/* The two plates: outside above, inside below; their edges are the ends of the seam. */}
        <rect x={rule.left} y="24" width={rule.right - rule.left} height="112" className={grading ? 'fill-[#8c8c8c]' : 'fill-base-200'} />
        <g className={onPress ? 'touch-none' : ''}>
          <Zones {...p} rule={rule} />
          <Joint {...p} seam={seam} rule={rule} />
        </g>
        <path d={`M${rule.left} 20V140M${rule.right} 20V140`} className={line} strokeWidth={mini ? 6 : 2.5} />
        {!mini && p.foretold && <ForetoldStrips {...p.foretold} film={p.film ?? { id: 'steel-id', od: 'steel-od' }} rule={rule} />}
        {chosen && (
          <rect
            {...span(rule, chosen.arc)}
            y={ruleBands[chosen.zone][0] - 1.5}
            height={ruleBands[chosen.zone][1] - ruleBands[chosen.zone][0] + 3}
            fill="none"
            className={line}
            strokeWidth="2"
          />
        )}
        {p.cleaned?.map(({ side, arc }, i) => {
          const [x, y] = [rule.x(midOf(arc)), side === 'outside' ? 13 : RULER - 12];
          return <path key={i} d={`M${x - 5} ${y}l4 4.5l7 -9`} fill="none" className={line} strokeWidth="2.6" />;
        })}
        {p.defects?.map((d, i) => {
          const [x, y] = [rule.x(midOf(d.arc)), d.side === 'outside' ? 13 : RULER - 12];
          return <path key={i} d={`M${x - 4} ${y - 4}l8 8m0 -8l-8 8`} className={line} strokeWidth="1.8" />;
        })}
        {!mini && (
          <g fontSize={words} className={ink}>
            <Ruler rule={rule} seam={seam} system={system} words={words} line={line} />
            <text x={rule.left + 4} y={24 - words / 2}>
              torch side
            </text>
            {grading &&
              zones.map((z) => (
                <text key={z} x={rule.right - 4} y={ruleBands[z][0] + 1.1 * words} textAnchor="end" pointerEvents="none">
                  {zoneNames[z]}
                </text>
              ))}
            {wide && <Edge x={rule.left} way={1} />}
            {wide && <Edge x={rule.right} way={-1} />}
            <Lines x={rule.left} words={words}>
              {p.looking ? `Measured from ${p.looking}.` : ''}
              {wide && 'Start off the edge, with less pedal:'}
              {wide && 'there the heat has one way to go.'}
            </Lines>
            {wide && (
              <Lines x={rule.right} words={words} end>
                {'Ease the pedal before the far edge.'}
                {'Common practice, no source.'}
              </Lines>
            )}
            {wide && p.joint && <Section joint={p.joint} x={rule.width / 2} y={RULER + 46} />}
          </g>
        )}
      </svg>
    </div>
  );
}

/** Where a place of the seam lies in a room, px: the picture keeps its shape in the middle of it. */
export function onRule({ width, height }: Room, at: number, where: RuleBand): { x: number; y: number } {
  const rule = ruleOf(width / height);
  const scale = Math.min(width / rule.width, height / RULE_HEIGHT);
  const [top, bottom] = ruleBands[where];
  return { x: width / 2 + (rule.x(at) - rule.width / 2) * scale, y: height / 2 + ((top + bottom - RULE_HEIGHT) / 2) * scale };
}

const span = (rule: Rule, a: Arc) => {
  const x = rule.x(a.from % 12);
  return { x, width: Math.max(0.5, rule.x(a.to) - x) };
};

/** Where the torch begins, a little way in from its edge; where it is eased, a little before the other. */
const Edge = ({ x, way }: { x: number; way: 1 | -1 }) => <path d={`M${x + way * 9} ${RULER - 2}l-4 -7h8z`} />;

/** Words under the rule, line by line. */
function Lines({ x, words, end, children }: { x: number; words: number; end?: boolean; children: React.ReactNode[] }) {
  return children.filter(Boolean).map((line, i) => (
    <text key={i} x={x} y={RULER + 34 + (i + 1) * 1.3 * words} textAnchor={end ? 'end' : 'start'}>
      {line}
    </text>
  ));
}

/** How the plates meet, cut across the seam: torch from above, purge below. */
function Section({ joint, x, y }: { joint: Joint; x: number; y: number }) {
  const plates: Partial<Record<Joint, string>> = {
    straight: 'M-30 0h29v5h-29zM1 0h29v5h-29z',
    tank: 'M-30 6q15 -7 29 -7v5q-14 0 -27 7zM1 -1q14 0 29 7l-2 5q-13 -7 -27 -7z',
    corner: 'M-24 0h24v5h-24zM0 5h5v22h-5z',
    fillet: 'M-26 16h52v5h-52zM-2.5 -8h5v23h-5z',
  };
  const bead: Partial<Record<Joint, string>> = {
    ...{ straight: 'M-3.5 -1.5q3.5 -3 7 0l-2 8h-3z', tank: 'M-3.5 -2.5q3.5 -3 7 0l-2 8h-3z' },
    ...{ corner: 'M-1 0q7 -3 6 5l-5 1z', fillet: 'M2.5 8l8 8h-8z' },
  };
  return (
    <g transform={`translate(${x} ${y})`}>
      <path d={plates[joint] ?? ''} className="fill-base-300 stroke-base-content" strokeWidth="0.8" />
      <path d={bead[joint] ?? ''} />
    </g>
  );
}

function Zones({ film = { id: 'steel-id', od: 'steel-od' }, tints = [], grading, mini, rule }: SeamProps & { rule: Rule }) {
  return (
    <>
      {zones.map((zone) => {
        const [top, bottom] = ruleBands[zone];
        return (
          <rect
            key={zone}
            x={rule.left}
            y={top}
            width={rule.right - rule.left}
            height={bottom - top}
            fill="transparent"
            strokeWidth={mini ? 0.8 : 0.5}
            strokeDasharray="1 2"
            className={grading ? 'stroke-black' : 'stroke-base-content/50'}
          />
        );
      })}
      {tints.map((t, i) => {
        const [top, bottom] = ruleBands[t.zone];
        const at = { ...span(rule, t.arc), y: top, height: bottom - top };
        if (t.grade.by === 'unseen') return <rect key={i} {...at} fill="none" strokeDasharray="2 2" className="stroke-base-content" />;
        if (t.grade.by === 'brushed') return <rect key={i} {...at} {...BRUSHED} />;
        if (t.grade.by === 'number')
          return (
            <g key={i}>
              <rect {...at} fill="#9a9a9a" stroke="#222" strokeWidth="0.5" />
              <text x={at.x + at.width / 2} y={bottom - 4.5} textAnchor="middle" fontSize="9" fill="#000">
                {t.grade.number}
              </text>
            </g>
          );
        return <rect key={i} {...at} fill={bandHex(t.zone.startsWith('id') ? film.id : film.od, t.grade.band)} />;
      })}
    </>
  );
}

/** What a model expects, drawn broken beside the HAZ of its side; the likeliest the widest. */
function ForetoldStrips({ inside, outside, film, rule }: Foretelling & { film: { id: Film; od: Film }; rule: Rule }) {
  const strip = (told: Foretelling['inside'], side: 'id' | 'od', from: number, to: number) => {
    if (!told) return null;
    const share = (to - from) / (told.words.length + 1);
    let y = from;
    return told.words.map((band) => {
      const high = share * (band === told.likely ? 2 : 1);
      y += high;
      return (
        <path
          key={side + band}
          d={`M${rule.left} ${y - high / 2}H${rule.right}`}
          stroke={bandHex(film[side], band)}
          strokeWidth={Math.abs(high)}
          strokeDasharray="9 4"
        />
      );
    });
  };
  return (
    <g fill="none">
      {strip(outside, 'od', 33, 26)}
      {strip(inside, 'id', 127, 135)}
    </g>
  );
}

/** What is done on the joint itself: gap, tape, weld, tacks. */
function Joint(p: SeamProps & { seam: Seam; rule: Rule }) {
  const { rule, seam, gap, welded = 0, peeled = null, tacks = 0, grading, mini } = p;
  const full = { y: TOP, height: BOTTOM - TOP };
  const bead = grading ? 'fill-[#9a9a9a]' : 'fill-secondary';
  return (
    <>
      <rect
        {...{ ...full, x: rule.left, width: rule.right - rule.left }}
        className={grading ? 'fill-[#8c8c8c]' : 'fill-base-300'}
        strokeWidth="0"
      />
      <path d={`M${rule.left} ${MIDDLE}H${rule.right}`} className="stroke-base-content" strokeWidth={mini ? 2 : 1} />
      {gap && welded === 0 && !mini && (
        <path
          d={gapAlong(rule, MIDDLE, gap.narrowAt, gap.wideAt, 1.2, 9)}
          className="fill-base-100 stroke-base-content"
          strokeWidth="0.6"
        />
      )}
      {welded > 0 && <rect {...full} x={rule.left} width={(rule.right - rule.left) * Math.min(1, welded)} className={bead} />}
      {peeled &&
        quartersOf(seam).map(({ name, arc }) => {
          const at = { ...full, ...span(rule, arc) };
          const is = (list: readonly Arc[]) => list.some((a) => sameArc(a, arc));
          if (is(peeled.welded)) return <rect key={name} {...at} className="fill-secondary" />;
          if (is(peeled.open)) return <rect key={name} {...at} className="fill-base-100 stroke-base-content" strokeWidth="2" />;
          // Taped: a band over the joint, with a tab that stands out so that none is missed.
          return (
            <g key={name}>
              <rect
                {...at}
                y={TOP - 3}
                height={BOTTOM - TOP + 6}
                className="fill-base-content/15 stroke-base-content"
                strokeDasharray="3 2"
              />
              <path d={`M${at.x + at.width / 2} ${TOP - 3}v-9`} strokeWidth="6" className="stroke-base-content/60" />
            </g>
          );
        })}
      {Array.from({ length: tacks }, (_, i) => (
        <rect key={i} x={rule.x((12 * (i + 0.5)) / tacks) - 3} y={MIDDLE - 3} width="6" height="6" className="fill-base-content" />
      ))}
      {gap &&
        (['narrow', 'wide'] as const).map((kind) => {
          const x = rule.x(gap[`${kind}At`]);
          const text = gap[kind];
          return (
            <g key={kind}>
              <path d={`M${x} ${TOP - 2}V${BOTTOM + 2}`} className="stroke-base-content" strokeWidth={kind === 'wide' ? 3.2 : 1.4} />
              {!mini && text && (
                <text x={x} y={TOP - 5} textAnchor="middle" fontSize="9" className={grading ? 'fill-black' : 'fill-base-content'}>
                  {text}
                </text>
              )}
            </g>
          );
        })}
    </>
  );
}

/** Numbered where it reads well, and always at both edges. */
function Ruler({ rule, seam, system, words, line }: { rule: Rule; seam: { length: number }; system: System; words: number; line: string }) {
  const { numbered } = ruleTicks(seam.length, system, rule.width / words > 46 ? 9 : 5);
  const apart = (numbered[1] ?? seam.length) / 5;
  const small = Array.from({ length: Math.floor(seam.length / apart + 1e-9) + 1 }, (_, i) => i * apart);
  const x = (m: number) => rule.x((12 * m) / seam.length);
  const last = format(metresAt(seam.length, 12), 'length', system);
  const size = 1.15 * words;
  return (
    <g>
      <path
        d={`M${rule.left} ${RULER}H${rule.right}${small.map((m) => `M${x(m)} ${RULER}v4`).join('')}${numbered.map((m) => `M${x(m)} ${RULER}v8`).join('')}M${rule.right} ${RULER}v12`}
        className={line}
        strokeWidth="1"
      />
      <g fontSize={size} textAnchor="middle" className="font-figure">
        {numbered
          .filter((m) => x(m) < rule.right - 3.5 * size)
          .map((m) => (
            <text key={m} x={x(m)} y={RULER + 9 + size}>
              {format(m, 'length', system).number}
            </text>
          ))}
        <text x={rule.right} y={RULER + 13 + size} fontWeight="700">
          {last.number} {last.unit}
        </text>
      </g>
    </g>
  );
}
