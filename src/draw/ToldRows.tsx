/** Welds as rows on the scale of words: what was foretold as an open band, what was seen as a solid mark. */
import { show } from '../../core/basics/units';
import { foretoldText, seenAgainst, type Foretold } from '../../core/models/foretold';
import { twoLines } from './twoLines';
import { bandHex, bandNames, filmBands, type Band } from '../../core/models/tint';

export type ToldRow = { id: string; name: string; told: Foretold; seen: Band; ppm: number };

const [WIDE, HIGH, LEFT, HEAD] = [56, 26, 150, 44];
/** What is no film comes last. */
const scale: readonly Band[] = [...filmBands, 'grey'];
const place = (b: Band): number => (scale.includes(b) ? scale.indexOf(b) : scale.length - 1);
const how = { within: 'within', thinner: 'less', thicker: 'more' };

export function ToldRows({ rows, of }: { rows: readonly ToldRow[]; of: string }) {
  const film = rows[0]?.told.film;
  if (!film) return null;
  const height = HEAD + HIGH * rows.length + 6;
  const x = (i: number) => LEFT + WIDE * i;
  const width = x(scale.length) + 70;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Foretold against seen, ${of}`}>
      <svg viewBox={`0 0 ${width} ${height}`} className="block w-full min-w-[44rem]" role="group" aria-label={rows.map(said).join(' ')}>
        {scale.map((b, i) => (
          <g key={b}>
            <rect x={x(i) + 1} y="2" width={WIDE - 2} height="14" fill={bandHex(film, b)} />
            {twoLines(bandNames[b]).map((t, k) => (
              <text key={t} x={x(i) + WIDE / 2} y={27 + 11 * k} textAnchor="middle" fontSize="10.5" className="fill-base-content">
                {t}
              </text>
            ))}
            <path d={`M${x(i)} ${HEAD}V${height}`} className="stroke-base-300" strokeWidth="1" />
          </g>
        ))}
        {rows.map((r, i) => {
          const y = HEAD + HIGH * i;
          const [from, to, likely, seen] = [place(r.told.low), place(r.told.high), place(r.told.likely), place(r.seen)];
          return (
            <g key={r.id}>
              <a href={`/welds/${r.id}`}>
                <text x="0" y={y + 18} fontSize="14" className="fill-base-content underline">
                  {r.name}
                </text>
              </a>
              <text x={LEFT - 10} y={y + 18} textAnchor="end" fontSize="13" className="fill-base-content font-figure">
                {show(r.ppm, 'oxygen', 'metric')}
              </text>
              <rect
                x={x(from) + 3}
                y={y + 6}
                width={WIDE * (to - from + 1) - 6}
                height={HIGH - 12}
                fill="none"
                className="stroke-base-content"
                strokeWidth="1.5"
                strokeDasharray="5 3"
              />
              <path
                d={`M${x(likely) + WIDE / 2} ${y + 6}v${HIGH - 12}`}
                className="stroke-base-content"
                strokeWidth="1.5"
                strokeDasharray="3 2"
              />
              <circle cx={x(seen) + WIDE / 2} cy={y + HIGH / 2} r="6" className="fill-base-content" />
              <text x={x(scale.length) + 8} y={y + 18} fontSize="13" className="fill-base-content">
                {how[seenAgainst(r.told, r.seen)]}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="text-sm text-base-content/80">Broken band: foretold, eight in ten. Dot: the worst that was seen.</p>
    </div>
  );
}

const said = (r: ToldRow): string =>
  `${r.name}, ${show(r.ppm, 'oxygen', 'metric')}: foretold ${foretoldText(r.told, (b) => bandNames[b])}; seen ${bandNames[r.seen].toLowerCase()}.`;
