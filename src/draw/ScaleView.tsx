/**
 * A zone's limits on the scale of the film: every word in its computed colours from thin to thick, over it what follows, between two outcomes a
 * limit that can be dragged or walked by arrow keys. What is no film (grey, sugar, white) stands apart. Outcomes differ by line and word,
 * never by hue: the colours here are those of the metal.
 */
import { useRef, useState, type PointerEvent } from 'react';
import { outcomeNames, stretchesOf, type Criterion, type Outcome, type Stretch, type Zone } from '../../core/models/criteria';
import { twoLines } from './twoLines';
import { bandHex, bandRange, bandsOf, filmBands, tintHex, type Band, type Film } from '../../core/models/tint';

type ZoneRule = Criterion['zones'][Zone];
type Props = {
  rule: ZoneRule;
  film: Film;
  name: (band: Band) => string;
  /** said before every limit */
  label: string;
  /** limit `which` is put before the word `before` */
  onMove?: (which: number, before: number) => void;
  onPick?: (band: Band) => void;
  picked?: Band | null;
  /** in a list: neither words nor handles */
  small?: boolean;
};

/** Units of the picture: a word is so wide, and its colours so high. */
const [WIDE, APART, PAD] = [62, 22, 6];
const FILM = WIDE * filmBands.length;
/** Slices of a word's colours. */
const SLICES = 8;

const short: Record<Outcome, string> = { accept: 'Accept', clean: 'Clean', refer: 'Refer', reweld: 'Re-weld', 'cut-out': 'Cut out' };
/** How an outcome's line looks: whole where it passes, ever more broken as it gets worse, twice where it is cut out. */
const dashes: Record<Outcome, string | undefined> = {
  accept: undefined,
  clean: '14 5',
  refer: '3 5',
  reweld: '14 4 3 4',
  'cut-out': undefined,
};

function OutcomeLine({ from, to, outcome, small }: { from: number; to: number; outcome: Outcome; small: boolean }) {
  const y = small ? 25 : 24;
  return (
    <g>
      <path
        d={`M${from + 3} ${y}H${to - 3}`}
        strokeWidth={small ? 4 : 5}
        strokeDasharray={dashes[outcome]}
        className="stroke-base-content"
      />
      {outcome === 'cut-out' && !small && <path d={`M${from + 3} ${y - 7}H${to - 3}`} strokeWidth="3" className="stroke-base-content" />}
      <text
        x={(from + to) / 2}
        y={outcome === 'cut-out' && !small ? y - 11 : y - 8}
        textAnchor="middle"
        fontSize={small ? 19 : 15}
        fontWeight="700"
        className="fill-base-content"
      >
        {short[outcome]}
      </text>
    </g>
  );
}

export function ScaleView({ rule, film, name, label, onMove, onPick, picked = null, small = false }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const stretches = stretchesOf(rule);
  const scale = bandsOf(film).filter((b) => !filmBands.includes(b));
  const [top, high] = small ? [33, 34] : [34, 84];
  const width = FILM + APART + WIDE * scale.length + 2 * PAD;
  const height = small ? top + high + 8 : top + high + 52;
  const bands = [...filmBands, ...scale];
  const at = (i: number) => PAD + (i < filmBands.length ? WIDE * i : FILM + APART + WIDE * (i - filmBands.length));
  const drag = (e: PointerEvent, which: number) => {
    const box = svg.current?.getBoundingClientRect();
    if (box && onMove) onMove(which, Math.round((((e.clientX - box.left) / box.width) * width - PAD) / WIDE));
  };
  const said = stretches.map((s) => `${outcomeNames[s.outcome]}: ${ends(s, name).join(' to ')}`).join('. ');
  const live = onMove || onPick;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      role={live ? 'group' : 'img'}
      aria-label={`${label}. ${said}.`}
    >
      {stretches.map((s) => (
        <OutcomeLine key={s.first} from={at(s.first)} to={at(s.last) + WIDE} outcome={s.outcome} small={small} />
      ))}
      {scale.map((b, i) => (
        <OutcomeLine
          key={b}
          from={at(filmBands.length + i)}
          to={at(filmBands.length + i) + WIDE}
          outcome={rule[b] ?? 'refer'}
          small={small}
        />
      ))}
      <rect x={PAD - 6} y={top - 4} width={FILM + 12} height={high + 8} fill="#777777" />
      <rect x={at(filmBands.length) - 6} y={top - 4} width={WIDE * scale.length + 12} height={high + 8} fill="#777777" />
      {bands.map((b, i) => {
        const range = bandRange(film, b);
        const slices = range ? SLICES : 1;
        return (
          <g key={b}>
            {Array.from({ length: slices }, (_, k) => (
              <rect
                key={k}
                x={at(i) + 1 + ((WIDE - 2) * k) / slices}
                y={top}
                width={(WIDE - 2) / slices + 0.4}
                height={high}
                fill={range ? tintHex(film, range[0] + ((range[1] - range[0]) * (k + 0.5)) / slices) : bandHex(film, b)}
              />
            ))}
            {/* Grey on grey is seen by its edge. */}
            {!range && <rect x={at(i) + 1} y={top} width={WIDE - 2} height={high} fill="none" stroke="#000" strokeWidth="1" />}
            {picked === b && <rect x={at(i)} y={top - 2} width={WIDE} height={high + 4} fill="none" stroke="#000" strokeWidth="4" />}
            {!small &&
              twoLines(name(b)).map((t, k) => (
                <text
                  key={t}
                  x={at(i) + WIDE / 2}
                  y={top + high + 22 + 15 * k}
                  textAnchor="middle"
                  fontSize={t.length > 9 ? 11.5 : 13}
                  className="fill-base-content"
                >
                  {t}
                </text>
              ))}
            {onPick && (
              <rect
                x={at(i)}
                y={top}
                width={WIDE}
                height={high}
                fill="transparent"
                className="cursor-pointer outline-offset-2"
                role="button"
                tabIndex={0}
                aria-pressed={picked === b}
                aria-label={`${name(b)}: ${outcomeNames[rule[b] ?? 'refer']}`}
                onClick={() => onPick(b)}
                onKeyDown={(e) => {
                  if (e.key !== 'Enter' && e.key !== ' ') return;
                  e.preventDefault();
                  onPick(b);
                }}
              />
            )}
          </g>
        );
      })}
      {stretches.slice(0, -1).map((s, i) => {
        const next = stretches[i + 1];
        const x = PAD + WIDE * (s.last + 1);
        if (!next) return null;
        const bar = (
          <>
            <path d={`M${x} ${top - 6}V${top + high + 6}`} stroke="#fff" strokeWidth={small ? 5 : 8} />
            <path d={`M${x} ${top - 6}V${top + high + 6}`} stroke="#000" strokeWidth={small ? 3 : 4} />
          </>
        );
        if (!onMove) return <g key={i}>{bar}</g>;
        const [upTo] = ends(s, name).slice(-1);
        const [from] = ends(next, name);
        return (
          <g
            key={i}
            role="slider"
            tabIndex={0}
            aria-label={`${label}, limit ${i + 1}`}
            aria-valuemin={s.first + 1}
            aria-valuemax={next.last}
            aria-valuenow={s.last + 1}
            aria-valuetext={`${outcomeNames[s.outcome]} up to ${upTo}, ${outcomeNames[next.outcome].toLowerCase()} from ${from}`}
            className="cursor-ew-resize touch-none outline-offset-2"
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              setHeld(i);
            }}
            onPointerMove={(e) => held === i && drag(e, i)}
            onPointerUp={() => setHeld(null)}
            onPointerCancel={() => setHeld(null)}
            onKeyDown={(e) => {
              const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[e.key];
              if (by === undefined) return;
              e.preventDefault();
              onMove(i, s.last + 1 + by);
            }}
          >
            <rect x={x - 24} y={top - 6} width="48" height={high + 12} fill="transparent" />
            {bar}
            <path d={`M${x} ${top + high / 2 - 15}l13 15l-13 15l-13 -15z`} fill="#000" stroke="#fff" strokeWidth="2.5" />
          </g>
        );
      })}
    </svg>
  );
}

/** The first and last word of a stretch; one where they are the same. */
const ends = ({ first, last }: Stretch, name: (b: Band) => string): string[] =>
  [...new Set([first, last])].map((i) => name(filmBands[i] ?? 'bright').toLowerCase());
