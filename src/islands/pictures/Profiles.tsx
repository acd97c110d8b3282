/** Each line as it was read: the picture's own colours over the computed ones, where the limit runs, and what it comes to in the words of the criterion. */
import { mostAllowed, wordFor, type LimitSide } from '../../../core/models/criteria';
import { bandRange, filmsOf, tintHex, type Film } from '../../../core/models/tint';
import { answerBand } from '../../../core/models/grade';
import type { ReadLine } from '../../../core/work/pictures';
import { useWeld } from '../weld/context';
import { rankOf, usePictureRoom, type Told } from './room';

const sideWords: Record<LimitSide, string> = { within: 'within the limit', near: 'near the limit', past: 'past the limit' };

export function Profiles() {
  const { state, criterion } = useWeld();
  const { told, colours, marks, grading } = usePictureRoom();
  const films = filmsOf(state.design.alloyA);
  return (
    <div
      className="max-h-44 shrink-0 space-y-1 overflow-y-auto bg-[#777777] px-2 py-1 text-black"
      aria-label="Lines, as read"
      aria-busy={grading}
    >
      {told.map((t) => {
        const i = marks?.lines.findIndex((l) => l.name === t.name) ?? -1;
        const film = t.zone.startsWith('id') ? films.id : films.od;
        return (
          <div key={t.name} className="flex items-center gap-2" data-line={t.name}>
            <span className="w-5 text-xl font-bold">{t.name}</span>
            <Strips own={colours[i] ?? []} line={t.read} film={film} limit={limitAt(t, mostAllowed(criterion, t.zone))} />
            <p className="w-60 shrink-0 text-xs leading-tight">
              <strong className="block text-sm leading-tight">
                {sideWords[t.side]}: {wordFor(criterion, t.band).toLowerCase()}
              </strong>
              {rangeWords(t, (b) => wordFor(criterion, b).toLowerCase())}
              <br />
              {filmWords(t, film)}
            </p>
          </div>
        );
      })}
      {told.length > 0 && <p className="text-xs">Upper strip the picture as taken, lower computed. Mark: where the allowed colours end.</p>}
    </div>
  );
}

const rangeWords = ({ range: [low, high], read }: Told, word: (b: Told['band']) => string): string =>
  `${low === high ? `${word(low)} only` : `${word(low)} to ${word(high)}`}, sure ${Math.round(100 * (read.worst?.sure ?? 0))} %`;

/** A film as the model has it, between the words it may be. */
function filmWords({ range, read }: Told, film: Film): string {
  const [a, b] = [bandRange(film, range[0]), bandRange(film, range[1])];
  const nm = read.worst?.nm;
  if (nm == null || !a || !b) return 'scale, no film thickness';
  return `film about ${Math.round(nm)} nm (model; ${Math.round(a[0])} to ${Math.round(b[1])})`;
}

/** Where along a line the allowed colours end, 0 to 1; null where they do not. */
function limitAt({ read }: Told, most: Told['band'] | null): number | null {
  const end = most === null ? -1 : rankOf(most);
  const first = read.profile.find((p) => rankOf(answerBand(p.band, read.flags) ?? 'bright') > end);
  return first?.t ?? null;
}

function Strips({ own, line, film, limit }: { own: readonly string[]; line: ReadLine; film: Film; limit: number | null }) {
  const n = Math.max(1, line.profile.length);
  const strip = (colours: readonly string[], y: number) =>
    colours.map((c, i) => <rect key={i} x={(100 * i) / colours.length} y={y} width={100 / colours.length + 0.2} height="10" fill={c} />);
  const computed = line.profile.map((p) => (p.nm === null ? '#5a5a5a' : tintHex(film, p.nm)));
  return (
    <svg
      viewBox="0 0 100 21"
      preserveAspectRatio="none"
      className="h-8 min-w-0 grow"
      shapeRendering="crispEdges"
      aria-hidden
      data-steps={n}
    >
      {strip(own, 0)}
      {strip(computed, 11)}
      {limit !== null && (
        <>
          <line x1={100 * limit} x2={100 * limit} y1="0" y2="21" stroke="#000" strokeWidth="4" vectorEffect="non-scaling-stroke" />
          <line x1={100 * limit} x2={100 * limit} y1="0" y2="21" stroke="#fff" strokeWidth="2" vectorEffect="non-scaling-stroke" />
        </>
      )}
    </svg>
  );
}
